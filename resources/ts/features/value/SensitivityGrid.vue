<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { number, percent, withUnit } from '@/design/format'
import { useAnswer } from '@/api/answer'

const props = defineProps<{
  ticker: string
  body: { changes: Schemas['CashFlowChanges']; as_of: string | null }
  price: number | null
  terminal: string
  label: (name: string) => string
}>()
const row = ref('discount_rate')
const column = ref('terminal_growth')
watch(
  () => props.terminal,
  (terminal) => (column.value = terminal === 'exit_multiple' ? 'exit_multiple' : 'terminal_growth'),
)
const names = computed(() =>
  [
    'discount_rate',
    'terminal_growth',
    'return_on_new_capital',
    'exit_multiple',
    'revenue_growth',
    'operating_margin',
    'capital_expenditure_to_revenue',
    'risk_free_rate',
    'beta',
    'equity_risk_premium',
    'tax_rate',
  ].map((value) => ({ value, title: props.label(value) })),
)
const { state } = useAnswer(
  'cash-flow-value/sensitivity',
  () => ({ ticker: props.ticker, body: props.body, row: row.value, column: column.value }),
  ({ ticker, body, row, column }, signal) =>
    row === column
      ? null
      : ask(
          api.POST('/companies/{ticker}/cash-flow-value/sensitivity', {
            params: { path: { ticker } },
            body: { ...body, row, column },
            signal,
          }),
        ),
)
const plain = ['beta', 'exit_multiple']
const head = (name: string, value: number): string => (plain.includes(name) ? number(value, 2) : `${percent(value, 2)} %`)
const MARKS = { better: ' ▲', worse: ' ▼', '': '' }
const sideOf = (value: number): keyof typeof MARKS => (props.price === null ? '' : value >= props.price ? 'better' : 'worse')
</script>

<template>
  <section class="mt-6">
    <div class="d-flex align-center ga-4 flex-wrap">
      <h2>If two figures were otherwise</h2>
      <v-select v-model="row" :items="names" label="Down" style="max-width: 230px" />
      <v-select v-model="column" :items="names" label="Across" style="max-width: 230px" />
    </div>
    <p v-if="row === column" class="quiet">Choose two different figures.</p>
    <p v-else-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
    <template v-if="state.data && row !== column">
      <SheetTable
        class="grid"
        label="Sensitivity"
        :columns="[
          { key: 'row', head: 'Value per share', of: (i) => head(row, state.data!.rows[i]!) },
          ...columnsOf<number>(
            state.data.columns.map((value) => head(column, value)),
            { class: (i) => (i === 3 ? 'centre' : undefined) },
          ),
        ]"
        :rows="state.data.values.map((_, i) => i)"
        :row-key="(i) => i"
      >
        <template #cell="{ row: i, column: j }">
          <span v-if="state.data.values[i]![j] == null" class="quiet" title="Growth is not below the rate">n.m.</span
          ><span v-else :class="sideOf(state.data.values[i]![j]!)"
            >{{ number(state.data.values[i]![j]!, 2) }}{{ MARKS[sideOf(state.data.values[i]![j]!)] }}</span
          >
        </template>
      </SheetTable>
      <p class="quiet">▲ at or above the price of {{ price === null ? '–' : withUnit(price, 'money_per_share') }}, ▼ below it.</p>
    </template>
  </section>
</template>

<style scoped>
.grid :deep(table) {
  width: auto;
}
.grid :deep(.centre) {
  outline: 1.5px solid rgb(var(--v-theme-accent));
}
</style>
