<script setup lang="ts">
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
    <div v-if="state.data && row !== column" class="scroll" tabindex="0" aria-label="Sensitivity, scrollable">
      <table class="sheet grid">
        <thead>
          <tr>
            <th>Value per share</th>
            <th v-for="value in state.data.columns" :key="value">{{ head(column, value) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(line, i) in state.data.values" :key="i">
            <th scope="row">{{ head(row, state.data.rows[i]!) }}</th>
            <td v-for="(value, j) in line" :key="j" :class="{ centre: i === 3 && j === 3 }">
              <span v-if="value == null" class="quiet" title="Growth is not below the rate">n.m.</span
              ><span v-else :class="price === null ? '' : value >= price ? 'better' : 'worse'"
                >{{ number(value, 2) }}{{ price === null ? '' : value >= price ? ' ▲' : ' ▼' }}</span
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p class="quiet">▲ at or above the price of {{ price === null ? '–' : withUnit(price, 'money_per_share') }}, ▼ below it.</p>
    </div>
  </section>
</template>

<style scoped>
.grid {
  width: auto;
}
.centre {
  outline: 1.5px solid rgb(var(--v-theme-accent));
}
</style>
