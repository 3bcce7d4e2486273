<script setup lang="ts">
import { reactive, ref } from 'vue'
import { api, ask, Problem, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { number, readNumber } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useNotices } from '@/stores/notices'

/** Funds, bonds, options and others that are not listed here: what they are, and their prices, typed or pasted. */
const emit = defineEmits<{ changed: [] }>()
const notices = useNotices()
type Instrument = Schemas['Instrument']
const KINDS: [Instrument['kind'], string][] = [
  ['fund', 'Fund'],
  ['bond', 'Bond'],
  ['option', 'Option'],
  ['share', 'Share not listed here'],
  ['other', 'Something else'],
]
const { state, reload } = useAnswer('instruments', null, (_, signal) => ask(api.GET('/instruments', { signal })))
const fresh = () => ({ code: '', name: '', kind: 'fund' as Instrument['kind'], currency: 'XCR', multiplier: '1', country: '' })
const form = reactive(fresh())
const changing = ref<Instrument | null>(null)
const errors = reactive<Record<string, string>>({})
const pricing = ref<Instrument | null>(null)
const pasted = ref('')
function change(of: Instrument): void {
  changing.value = of
  const { code, name, kind, currency, multiplier, country } = of
  Object.assign(form, { code, name, kind, currency, multiplier, country: country ?? '' })
}
function leave(): void {
  changing.value = null
  Object.assign(form, fresh())
}
async function make(): Promise<void> {
  Object.keys(errors).forEach((key) => delete errors[key])
  try {
    const body = {
      ...form,
      code: form.code.toUpperCase(),
      currency: form.currency.toUpperCase(),
      country: form.country.toUpperCase() || null,
    }
    const before = changing.value
    if (before) {
      await ask(api.PUT('/instruments/{id}', { params: { path: { id: before.id } }, body: { ...body, sector: before.sector } }))
    } else {
      await ask(api.POST('/instruments', { body }))
    }
    leave()
    reload()
    emit('changed')
    notices.say(before ? 'Changed.' : 'Made. It can be bought and sold under its code.')
  } catch (error) {
    if (!(error instanceof Problem) || !Object.keys(error.errors).length) notices.fail(error)
    else for (const [key, said] of Object.entries(error.errors)) errors[key] = said[0] ?? ''
  }
}
async function price(): Promise<void> {
  const prices: { day: string; price: number | null }[] = []
  for (const [i, line] of pasted.value.split('\n').entries()) {
    if (!line.trim()) continue
    const [day, ...rest] = line.trim().split(/[\s;,\t]+/)
    const value = readNumber(rest.join(' '))
    if (!/^\d{4}-\d{2}-\d{2}$/.test(day!) || value === null) {
      notices.fail(new Error(`Line ${i + 1}: write a day and a price, such as 2026-03-31 104.20.`))
      return
    }
    prices.push({ day: day!, price: value })
  }
  try {
    await ask(api.PUT('/instruments/{id}/prices', { params: { path: { id: pricing.value!.id } }, body: { prices } }))
    pasted.value = ''
    pricing.value = null
    reload()
    emit('changed')
    notices.say('Kept.')
  } catch (error) {
    notices.fail(error)
  }
}
async function remove(of: Instrument): Promise<void> {
  try {
    await ask(api.DELETE('/instruments/{id}', { params: { path: { id: of.id } } }))
    reload()
    notices.say(`Deleted ${of.code}.`, async () => {
      const { code, name, kind, currency, multiplier, sector, country } = of
      await ask(api.POST('/instruments', { body: { code, name, kind, currency, multiplier, sector, country } }))
      reload()
    })
  } catch (error) {
    notices.fail(error)
  }
}
const columns: SheetColumn<Instrument>[] = [
  { key: 'code', head: 'Code', of: (of) => of.code },
  { key: 'name', head: 'Name', of: (of) => of.name, class: 'left' },
  { key: 'kind', head: 'Kind', of: (of) => KINDS.find(([key]) => key === of.kind)?.[1] ?? of.kind, class: 'left' },
  { key: 'currency', head: 'in', of: (of) => of.currency, class: 'left' },
  { key: 'multiplier', head: 'A unit at a price of 1', of: (of) => of.multiplier },
  { key: 'price', head: 'Last price', of: (of) => (of.prices[0]?.price == null ? '–' : number(of.prices[0].price, 2)) },
  { key: 'day', head: 'of', of: (of) => of.prices[0]?.day ?? '' },
  { key: 'steps', head: '' },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <SheetTable v-if="state.data?.length" label="Own instruments" :columns="columns" :rows="state.data" :row-key="(of) => of.id">
      <template #head-steps><span class="visually-hidden">Steps</span></template>
      <template #cell-steps="{ row }">
        <v-btn size="x-small" :aria-label="`Prices of ${row.code}`" @click="pricing = row">Prices</v-btn>
        <v-btn size="x-small" :aria-label="`Change ${row.code}`" @click="change(row)">Change</v-btn>
        <v-btn size="x-small" :aria-label="`Delete ${row.code}`" @click="remove(row)">Delete</v-btn>
      </template>
    </SheetTable>
    <p v-else-if="state.data" class="quiet">
      None yet. What is held and not listed here is made here once, then bought and sold like a share.
    </p>
    <form v-if="pricing" class="editor" @submit.prevent="price" @keydown.esc="pricing = null">
      <h2>Prices of {{ pricing.name }}</h2>
      <v-textarea v-model="pasted" label="A day and a price on each line" placeholder="2026-03-31 104.20" rows="5" @keydown.stop />
      <p v-if="pricing.prices.length" class="quiet">
        Known:
        {{
          pricing.prices
            .slice(0, 6)
            .map((of) => `${of.day} ${of.price}`)
            .join(' · ')
        }}{{ pricing.prices.length > 6 ? ' …' : '' }}
      </p>
      <v-btn type="submit" size="small" variant="flat" :disabled="!pasted.trim()">Keep</v-btn>
      <v-btn size="small" class="ml-2" @click="pricing = null">Leave it</v-btn>
    </form>
    <form class="editor" @submit.prevent="make">
      <h2>{{ changing ? `Change ${changing.code}` : 'An instrument' }}</h2>
      <div class="fields">
        <v-text-field v-model="form.code" label="Code" :error-messages="errors.code" maxlength="24" @keydown.stop />
        <v-text-field v-model="form.name" label="Name" :error-messages="errors.name" @keydown.stop />
        <div class="kind"><ChoiceField v-model="form.kind" name="Kind of instrument" :choices="KINDS" /></div>
        <v-text-field v-model="form.currency" label="Currency" :error-messages="errors.currency" @keydown.stop />
        <v-text-field
          v-model="form.multiplier"
          label="Money for a unit at a price of 1"
          :error-messages="errors.multiplier"
          @keydown.stop
        />
        <v-text-field v-model="form.country" label="Country, two letters" :error-messages="errors.country" @keydown.stop />
      </div>
      <p class="quiet">A bond quoted in per cent has 0.01, an option on a hundred shares 100.</p>
      <v-btn type="submit" size="small" variant="flat">{{ changing ? 'Keep' : 'Make it' }}</v-btn>
      <v-btn v-if="changing" size="small" class="ml-2" @click="leave">Leave it</v-btn>
    </form>
  </div>
</template>

<style scoped>
.editor {
  border-left: 3px solid rgb(var(--v-theme-primary));
  padding-left: calc(var(--space) * 4);
  margin-top: calc(var(--space) * 5);
  max-width: 900px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: calc(var(--space) * 2) calc(var(--space) * 4);
}
.kind {
  align-self: center;
}
</style>
