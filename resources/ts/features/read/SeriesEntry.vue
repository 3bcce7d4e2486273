<script setup lang="ts">
import ChoiceField from '@/design/ChoiceField.vue'
import { computed, ref } from 'vue'
import { api, ask, handIn } from '@/api/client'
import { csv } from '@/design/download'
import { readNumber } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** A series of a segment, a region or an operating driver, typed in. It is stored as an import, so it is undone like one. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const open = ref(false)
const busy = ref(false)
const kind = ref('Driver')
const name = ref('')
const item = ref('')
const unit = ref('')
const periods = ref('')
const values = ref('')
const words = (text: string): string[] => text.split(/[\s;]+/).filter(Boolean)
const rows = computed(() => words(periods.value).map((period, i) => [period, readNumber(words(values.value)[i] ?? '')] as const))
const mistake = computed(() => {
  if (!periods.value.trim() || !values.value.trim()) return null
  if (words(periods.value).length !== words(values.value).length)
    return `There are ${words(periods.value).length} periods and ${words(values.value).length} values.`
  const bad = rows.value.findIndex(([, value]) => value === null)
  return bad >= 0 ? `"${words(values.value)[bad]}" is no number.` : null
})

async function store(): Promise<void> {
  busy.value = true
  try {
    const table = csv([
      ['Company', 'Kind', 'Segment', 'Item', 'Fiscal period', 'Value', 'Unit'],
      ...rows.value.map(([period, value]) => [
        props.ticker,
        kind.value,
        name.value.trim(),
        item.value.trim(),
        period,
        value,
        unit.value.trim(),
      ]),
    ])
    const taken = await handIn(new File([table], `${props.ticker} ${name.value.trim()}, typed in.csv`, { type: 'text/csv' }))
    const path = { params: { path: { id: taken.id } } }
    if (taken.preview?.refused.length) {
      await ask(api.DELETE('/imports/{id}', path))
      throw new Error(`${taken.preview.refused[0]!.reason}. Nothing was stored.`)
    }
    await ask(api.POST('/imports/{id}/store', path))
    values.value = ''
    session.figuresChanged()
    notices.say(`${rows.value.length || 'The'} figures of ${name.value.trim()} are entered.`, async () => {
      await ask(api.DELETE('/imports/{id}', path))
      session.figuresChanged()
    })
  } catch (error) {
    notices.fail(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="mb-3">
    <v-btn size="small" @click="open = !open">{{ open ? 'Close the entry' : 'Enter a series' }}</v-btn>
    <form v-if="open" class="choices mt-2" @submit.prevent="store">
      <ChoiceField
        v-model="kind"
        label="Kind"
        name="Kind of series"
        :choices="['Driver', 'Business', 'Region'].map((word) => [word, word])"
      />
      <v-text-field v-model="name" label="Name, such as Tins sold" min-width="180" maxlength="120" @keydown.stop />
      <v-text-field v-model="item" label="Item, such as Revenue or price" min-width="190" maxlength="120" @keydown.stop />
      <v-text-field v-model="unit" label="Unit" max-width="120" maxlength="40" @keydown.stop />
      <v-text-field v-model="periods" label="Periods, such as 2023 2024" min-width="210" @keydown.stop />
      <v-text-field
        v-model="values"
        label="Values, in the same order"
        min-width="210"
        :error-messages="mistake ?? undefined"
        @keydown.stop
      />
      <v-btn
        size="small"
        variant="outlined"
        type="submit"
        :disabled="busy || !name.trim() || !rows.length || !values.trim() || mistake !== null"
        >Enter it</v-btn
      >
    </form>
  </div>
</template>
