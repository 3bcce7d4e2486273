<script setup lang="ts">
import { reactive } from 'vue'
import { api, ask, Problem, type Schemas } from '@/api/client'
import ChoiceField from '@/design/ChoiceField.vue'
import { readNumber } from '@/design/format'
import { useNotices } from '@/stores/notices'

type Transaction = Schemas['Transactions']['transactions'][number]
/** A past transaction entered or changed by hand; it is the same for everybody. */
const props = defineProps<{ transaction: Transaction | null }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const notices = useNotices()
const of = props.transaction
const text = (value: number | null | undefined, scale = 1): string => (value == null ? '' : String(Math.round((value / scale) * 1e6) / 1e6))
const AMOUNTS = [
  ['price', 'Price paid, million'],
  ['net_debt', 'Net debt taken over, million'],
  ['revenue', 'Revenue, million'],
  ['ebitda', 'EBITDA, million'],
  ['ebit', 'EBIT, million'],
  ['net_income', 'Net income, million'],
] as const
const form = reactive({
  target: of?.target ?? '',
  acquirer: of?.acquirer ?? '',
  announced_on: of?.announced_on ?? '',
  industry: of?.industry ?? '',
  country: of?.country ?? '',
  currency: of?.currency ?? 'XCR',
  buyer: (of?.buyer ?? 'company') as 'company' | 'fund' | 'managers' | 'other',
  payment: (of?.payment ?? '') as '' | 'cash' | 'shares' | 'both',
  stake: text(of?.stake ?? 1, 0.01),
  premium: text(of?.premium, 0.01),
  amounts: Object.fromEntries(AMOUNTS.map(([key]) => [key, text(of?.[key], 1e6)])) as Record<(typeof AMOUNTS)[number][0], string>,
})
const errors = reactive<Record<string, string>>({})
const scaled = (value: string, scale: number): number | null => {
  const read = readNumber(value)
  return read === null ? null : read * scale
}
async function save(): Promise<void> {
  Object.keys(errors).forEach((key) => delete errors[key])
  const amount = (key: (typeof AMOUNTS)[number][0]) => scaled(form.amounts[key], 1e6)
  const body = {
    target: form.target,
    acquirer: form.acquirer,
    announced_on: form.announced_on,
    industry: form.industry,
    country: form.country || null,
    currency: form.currency,
    buyer: form.buyer,
    payment: form.payment || null,
    stake: scaled(form.stake, 0.01) ?? 0,
    premium: scaled(form.premium, 0.01),
    price: amount('price') ?? 0,
    net_debt: amount('net_debt'),
    revenue: amount('revenue'),
    ebitda: amount('ebitda'),
    ebit: amount('ebit'),
    net_income: amount('net_income'),
  }
  try {
    await (of
      ? ask(api.PUT('/past-transactions/{transaction}', { params: { path: { transaction: of.id } }, body }))
      : ask(api.POST('/past-transactions', { body })))
    notices.say(of ? `${form.target} is changed. Data, Changes takes it back.` : `${form.target} is entered.`)
    emit('done')
  } catch (error) {
    if (!(error instanceof Problem) || !Object.keys(error.errors).length) notices.fail(error)
    else for (const [key, said] of Object.entries(error.errors)) errors[key] = said[0] ?? ''
  }
}
async function remove(): Promise<void> {
  if (!of) return
  try {
    await ask(api.DELETE('/past-transactions/{transaction}', { params: { path: { transaction: of.id } } }))
    notices.say(`${of.target} is deleted. Data, Changes takes it back.`)
    emit('done')
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <form class="editor" @submit.prevent="save" @keydown.esc="emit('cancel')">
    <h3>{{ of ? `Change ${of.target}` : 'Enter a transaction' }}</h3>
    <div class="fields">
      <v-text-field v-model="form.target" label="Target" :error-messages="errors.target" maxlength="160" @keydown.stop />
      <v-text-field v-model="form.acquirer" label="Acquirer" :error-messages="errors.acquirer" maxlength="160" @keydown.stop />
      <v-text-field v-model="form.announced_on" label="Announced on" type="date" :error-messages="errors.announced_on" @keydown.stop />
      <v-text-field v-model="form.industry" label="Industry, ISIC code" :error-messages="errors.industry" @keydown.stop />
      <v-text-field v-model="form.country" label="Country, two letters" :error-messages="errors.country" @keydown.stop />
      <v-text-field v-model="form.currency" label="Currency" :error-messages="errors.currency" @keydown.stop />
      <v-text-field v-model="form.stake" label="Part bought, %" :error-messages="errors.stake" @keydown.stop />
      <v-text-field v-model="form.premium" label="Premium over a month before, %" :error-messages="errors.premium" @keydown.stop />
      <v-text-field
        v-for="[key, label] in AMOUNTS"
        :key="key"
        v-model="form.amounts[key]"
        :label="label"
        :error-messages="errors[key]"
        @keydown.stop
      />
      <ChoiceField
        v-model="form.buyer"
        name="Kind of buyer"
        :choices="[
          ['company', 'Another company'],
          ['fund', 'A fund'],
          ['managers', 'Its managers'],
          ['other', 'Others'],
        ]"
      />
      <ChoiceField
        v-model="form.payment"
        name="Paid in"
        :choices="[
          ['', 'Paid in: not known'],
          ['cash', 'Cash'],
          ['shares', 'Shares'],
          ['both', 'Cash and shares'],
        ]"
      />
    </div>
    <div class="choices">
      <v-btn type="submit" size="small" variant="flat">Save</v-btn>
      <v-btn size="small" @click="emit('cancel')">Leave it</v-btn>
      <v-btn v-if="of" size="small" @click="remove">Delete</v-btn>
    </div>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: calc(var(--space) * 2) calc(var(--space) * 5);
}
.editor {
  border-left: 3px solid rgb(var(--v-theme-primary));
  padding-left: calc(var(--space) * 4);
  margin-bottom: calc(var(--space) * 4);
}
</style>
