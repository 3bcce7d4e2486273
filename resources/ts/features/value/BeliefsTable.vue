<script setup lang="ts">
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import { number, percent } from '@/design/format'
import SheetTable from '@/design/SheetTable.vue'

/** What one figure by itself would have to be for the value to be the price. */
const props = defineProps<{
  ticker: string
  body: { changes: Schemas['CashFlowChanges']; as_of: string | null }
  data: Schemas['CashFlowValuation']
  /** Whether the sheet stands; what is refused cannot be solved. */
  stands: boolean
  label: (name: string) => string
}>()
const BELIEFS = ['revenue_growth', 'operating_margin', 'discount_rate', 'terminal_growth', 'capital_expenditure_to_revenue']
const { state: solved } = useAnswer(
  'cash-flow-value/solve',
  () => ({ ticker: props.ticker, body: props.body, stands: props.stands }),
  ({ ticker, body, stands }, signal) =>
    stands
      ? ask(
          api.POST('/companies/{ticker}/cash-flow-value/solve', {
            params: { path: { ticker } },
            body: { ...body, names: BELIEFS },
            signal,
          }),
        )
      : null,
)
const todays = (name: string): number =>
  name === 'discount_rate'
    ? (props.data.discount_rate ?? 0)
    : (props.data.assumptions.drivers[name]?.path[0] ?? props.data.assumptions.figures[name]?.value ?? 0)
const columns = [
  { key: 'name', head: 'One figure changed, the rest as above' },
  { key: 'here', head: 'Here, %', of: (name: string) => percent(todays(name), 2) },
  { key: 'needed', head: 'Needed, %' },
]
</script>

<template>
  <section>
    <h2>What must one believe at {{ data.price == null ? '–' : number(data.price, 2) }}?</h2>
    <SheetTable :columns="columns" :rows="BELIEFS" :row-key="(name) => name">
      <template #cell-name="{ row: name }"
        >{{ label(name) }}<span v-if="data.assumptions.drivers[name]" class="quiet">, every year</span></template
      >
      <template #cell-needed="{ row: name }">
        <span :data-testid="`needed-${name}`">
          <strong v-if="solved.data?.solutions[name] != null">{{ percent(solved.data.solutions[name], 2) }}</strong><span
            v-else
            class="quiet"
            :title="solved.status === 'success' ? 'No value in a sensible range does it' : ''"
            >{{ solved.status === 'success' ? 'none does it' : '…' }}</span
          >
        </span>
      </template>
    </SheetTable>
  </section>
</template>
