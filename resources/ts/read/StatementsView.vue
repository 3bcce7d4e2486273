<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Series } from '@/shared/components/ChartFrame.vue'
import FigureButton from '@/shared/components/FigureButton.vue'
import { csv, download } from '@/shared/download'
import { inCell, unitHead } from '@/shared/format'
import { useLoadable } from '@/shared/loadable'
import { useSession } from '@/shared/stores/session'

// Charts weigh more than all the rest; they come when one is drawn.
const ChartFrame = defineAsyncComponent(() => import('@/shared/components/ChartFrame.vue'))

const props = defineProps<{ ticker: string }>()
const session = useSession()
const statement = ref<'income' | 'balance' | 'cash_flow' | 'per_share_and_counts'>('income')
const basis = ref<'annual' | 'quarterly' | 'trailing'>('annual')
const view = ref<'amounts' | 'common_size' | 'growth'>('amounts')
const picked = ref<string[]>([])
watch(statement, () => (picked.value = []))

const { state, reload } = useLoadable(
  () => ({ ticker: props.ticker, statement: statement.value, basis: basis.value, view: view.value, asOf: session.asOf }),
  ({ ticker, statement, basis, view, asOf }, signal) =>
    ask(
      api.GET('/companies/{ticker}/statements', {
        params: { path: { ticker }, query: { statement, basis, view, ...(asOf ? { as_of: asOf } : {}) } },
        signal,
      }),
    ),
)
const names = { income: 'Income statement', balance: 'Balance sheet', cash_flow: 'Cash flow', per_share_and_counts: 'Per share and counts' }
const unit = (unit: string): string => unitHead(unit, state.value.data?.currency) || 'ratio'
const series = computed<Series[]>(() =>
  (state.value.data?.rows ?? [])
    .filter((row) => picked.value.includes(row.key))
    .map((row) => ({
      name: row.label,
      unit: unit(row.figures[0]?.unit ?? ''),
      values: row.figures.map((figure) => (figure.value == null ? null : scale(figure.value, figure.unit))),
    })),
)
const scale = (value: number, unit: string): number =>
  unit === 'money' || unit === 'shares' ? value / 1e6 : unit === 'percent' ? value * 100 : value
const toggle = (key: string) =>
  (picked.value = picked.value.includes(key) ? picked.value.filter((other) => other !== key) : [...picked.value, key])

function exportCsv(): void {
  const data = state.value.data
  if (!data) return
  const rows = [
    ['line', 'unit', ...data.periods.map((period) => period.label)],
    ...data.rows.map((row) => [
      row.label,
      row.figures[0]?.unit === 'money' ? data.currency : (row.figures[0]?.unit ?? ''),
      ...row.figures.map((figure) => figure.value),
    ]),
  ]
  download(`${props.ticker} ${names[statement.value]} ${basis.value} ${view.value}.csv`, csv(rows), 'text/csv')
}
const showUnit = (value: number, unit: string): string =>
  unit === '%' ? inCell(value / 100, 'percent') : Number(value).toLocaleString('en-GB', { maximumFractionDigits: 2 })
</script>

<template>
  <div>
    <div class="choices">
      <v-btn-toggle v-model="statement" aria-label="Statement"
        ><v-btn v-for="(word, key) in names" :key="key" :value="key" size="small">{{ word }}</v-btn></v-btn-toggle
      >
      <v-btn-toggle v-model="basis" aria-label="Periods"
        ><v-btn value="annual" size="small">Annual</v-btn><v-btn value="quarterly" size="small">Quarterly</v-btn
        ><v-btn value="trailing" size="small">Trailing</v-btn></v-btn-toggle
      >
      <v-btn-toggle v-model="view" aria-label="View"
        ><v-btn value="amounts" size="small">Amounts</v-btn><v-btn value="common_size" size="small">Common size</v-btn
        ><v-btn value="growth" size="small">Change</v-btn></v-btn-toggle
      >
      <v-btn size="small" @click="exportCsv">CSV</v-btn>
    </div>
    <v-progress-linear v-if="state.status === 'pending'" indeterminate color="primary" height="2" aria-label="Loading" />
    <p v-if="state.status === 'error'" class="worse" role="alert">
      {{ state.error.message }} <v-btn size="small" @click="reload">Try again</v-btn>
    </p>
    <template v-if="state.data">
      <p v-for="finding in state.data.findings" :key="finding" class="attention">⚑ {{ finding }}</p>
      <p v-if="!state.data.periods.length" class="quiet">No report of this kind had been published by this day.</p>
      <div v-else class="scroll table" tabindex="0" :aria-label="`${names[statement]}, scrollable`">
        <table class="sheet many">
          <thead>
            <tr>
              <th>
                {{
                  view === 'amounts'
                    ? `${state.data.currency} million`
                    : view === 'growth'
                      ? 'Change on the year, %'
                      : statement === 'balance'
                        ? '% of total assets'
                        : '% of revenue'
                }}
              </th>
              <th v-for="period in state.data.periods" :key="period.period">
                {{ period.label }}
                <div class="end">{{ period.end }}</div>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in state.data.rows" :key="row.key" :class="{ total: row.total }">
              <th scope="row">
                <label
                  ><input
                    type="checkbox"
                    :checked="picked.includes(row.key)"
                    :aria-label="`Chart ${row.label}`"
                    @change="toggle(row.key)"
                  />
                  {{ row.label }}</label
                >
              </th>
              <td v-for="(figure, i) in row.figures" :key="i">
                <FigureButton
                  :figure="figure"
                  cell
                  :question="{
                    kind: 'line',
                    ticker,
                    line: row.key,
                    period: state.data.periods[i]!.period,
                    basis,
                    label: `${row.label}, ${state.data.periods[i]!.label}`,
                  }"
                />
                <span
                  v-if="row.completed?.[i] === 'total' || row.completed?.[i] === 'balance'"
                  class="attention"
                  title="Not reported; computed from its parts"
                  >*</span
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <ChartFrame
        v-if="series.length"
        class="mt-4"
        :title="`${ticker}: ${names[statement].toLowerCase()}`"
        :labels="state.data.periods.map((period) => period.label)"
        :series="series"
        :show="showUnit"
      />
      <p v-else class="quiet mt-2">
        Tick lines to chart them together. Choose a figure to see the filing it comes from. * computed from its parts.
      </p>
    </template>
  </div>
</template>

<style scoped>
.table {
  max-height: 64vh;
}
.end {
  font-size: 0.74rem;
  font-weight: 400;
}
thead th {
  height: 40px !important;
}
th label {
  display: flex;
  gap: 6px;
  align-items: baseline;
}
</style>
