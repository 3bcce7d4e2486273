<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { change, changePercent, number, tone } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useAddressed } from '@/shell/addressed'
import { useSession } from '@/stores/session'
import { sinceDay, PERIODS, type Period } from './period'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** What the portfolio returned, by time and by money, beside an index that received the same flows, and what added what. */
const props = defineProps<{ holding: Schemas['Holding'] }>()
const session = useSession()
const period = useAddressed<Period>('period', 'all')
const { state, reload } = useAnswer(
  'portfolio performance',
  () => ({ id: props.holding.id, revision: props.holding.revision, asOf: session.asOf, from: sinceDay(period.value, props.holding.as_of) }),
  ({ id, asOf, from }, signal) =>
    ask(
      api.GET('/portfolios/{id}/performance', {
        params: { path: { id }, query: { ...(asOf ? { as_of: asOf } : {}), ...(from ? { from } : {}) } },
        signal,
      }),
    ),
)
const data = computed(() => state.value.data)
const paid = computed(() => {
  let sum = data.value?.values[0] != null && data.value.flows[0] === 0 ? (data.value.values[0] ?? 0) : 0
  return (data.value?.flows ?? []).map((flow) => (sum += flow))
})
const worth = computed((): Series[] => {
  const of = data.value
  if (!of) return []
  return [
    { name: 'Worth', unit: of.currency, values: of.values },
    { name: 'Paid in', unit: of.currency, values: paid.value },
    ...(of.same_flows ? [{ name: 'Had it gone into the index', unit: of.currency, values: of.same_flows, benchmark: true }] : []),
  ]
})
const line = computed((): Series[] => {
  const of = data.value
  if (!of) return []
  return [
    { name: 'Portfolio', unit: '%', values: of.line.map((value) => (value === null ? null : 100 * (value - 1))) },
    ...(of.index_line
      ? [
          {
            name: of.index ?? 'Index',
            unit: '%',
            values: of.index_line.map((value) => (value === null ? null : 100 * (value - 1))),
            benchmark: true,
          },
        ]
      : []),
  ]
})
interface Row {
  word: string
  total: number | null
  annual: number | null
  index: number | null
}
const rows = computed((): Row[] => {
  const of = data.value
  if (!of) return []
  return [
    { word: 'By time, whatever was paid in', total: of.time_weighted.total, annual: of.time_weighted.annual, index: of.index_return },
    { word: 'By money, as it was there', total: of.money_weighted.total, annual: of.money_weighted.annual, index: null },
  ]
})
const returns: SheetColumn<Row>[] = [
  { key: 'word', head: 'Return', of: (of) => of.word },
  { key: 'total', head: 'In all, %', of: (of) => change(of.total), class: (of) => tone(of.total) },
  { key: 'annual', head: 'A year, %', of: (of) => change(of.annual), class: (of) => tone(of.annual) },
  { key: 'index', head: 'Index, %', of: (of) => change(of.index) },
]
const years: SheetColumn<Schemas['YearReturn']>[] = [
  { key: 'year', head: 'Year', of: (of) => String(of.year) },
  { key: 'return', head: 'Portfolio, %', of: (of) => change(of.return), class: (of) => tone(of.return) },
  { key: 'index', head: 'Index, %', of: (of) => change(of.index) },
  {
    key: 'ahead',
    head: 'Ahead, points',
    of: (of) => (of.return === null || of.index === null ? '–' : change(of.return - of.index)),
    class: (of) => tone(of.return === null || of.index === null ? null : of.return - of.index),
  },
]
type Part = Schemas['PositionContribution']
const furthest = computed(() => Math.max(1e-9, ...(data.value?.contributions ?? []).map((of) => Math.abs(of.contribution ?? 0))))
const contributions = computed((): SheetColumn<Part>[] => [
  { key: 'name', head: 'What added what' },
  { key: 'gain', head: `Gain, ${props.holding.currency}`, of: (of) => (of.gain === null ? '–' : number(of.gain, 0)), by: (of) => of.gain },
  { key: 'bar', head: 'Points of the return', by: (of) => of.contribution, class: 'left' },
])
</script>

<template>
  <div>
    <div class="asked">
      <ChoiceField v-model="period" name="Period" :choices="PERIODS" />
      <span v-if="data?.from" class="quiet">{{ data.from }} to {{ data.as_of }}</span>
    </div>
    <LoadState :state="state" @again="reload" />
    <p v-if="data && !data.days.length" class="quiet">There is nothing to measure in this time.</p>
    <template v-else-if="data">
      <div class="parts">
        <section>
          <SheetTable label="Returns" :columns="returns" :rows="rows" :row-key="(of) => of.word" />
          <p class="quiet">
            <template v-if="data.index_money_weighted !== null"
              >The same money in {{ data.index }} at the same times: {{ changePercent(data.index_money_weighted) }} a year. </template
            >Gain {{ data.gain === null ? 'not known' : `${number(data.gain, 0)} ${data.currency}` }} on
            {{ data.average_capital === null ? '–' : number(data.average_capital, 0) }} that were there on average:
            {{ changePercent(data.dietz_return) }}, which is what the parts below add up to.
          </p>
        </section>
        <section><SheetTable label="By calendar year" :columns="years" :rows="data.years" :row-key="(of) => of.year" /></section>
      </div>
      <ChartFrame
        title="Worth and what was paid in"
        :labels="data.days"
        :series="worth"
        :height="300"
        brush
        :show="(value: number) => number(value, 0)"
        class="mt-4"
      />
      <ChartFrame
        title="Return by time"
        :labels="data.days"
        :series="line"
        :height="240"
        brush
        :show="(value: number) => number(value, 1)"
        class="mt-4"
      />
      <SheetTable
        class="mt-4 contributions"
        label="Contributions"
        :columns="contributions"
        :rows="data.contributions"
        :row-key="(of) => of.ticker ?? 'cash'"
      >
        <template #cell-name="{ row }">
          <router-link v-if="row.is_company" :to="{ name: 'read', params: { ticker: row.ticker! } }">{{ row.name }}</router-link>
          <template v-else>{{ row.name ?? 'Cash: interest, fees, currencies' }}</template>
        </template>
        <template #cell-bar="{ row }">
          <span class="bar"
            ><span class="half"
              ><i v-if="(row.contribution ?? 0) < 0" class="down" :style="{ width: `${(100 * -row.contribution!) / furthest}%` }"></i></span
            ><span class="half right"
              ><i v-if="(row.contribution ?? 0) > 0" class="up" :style="{ width: `${(100 * row.contribution!) / furthest}%` }"></i></span
            >{{ row.contribution === null ? '–' : change(row.contribution, 2) }}</span
          >
        </template>
      </SheetTable>
    </template>
  </div>
</template>

<style scoped>
.asked {
  display: flex;
  gap: calc(var(--space) * 3);
  align-items: baseline;
}
.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(430px, 1fr));
  gap: calc(var(--space) * 3) calc(var(--space) * 9);
  align-items: start;
}
.contributions {
  max-width: 780px;
}
.bar {
  display: flex;
  align-items: center;
}
.half {
  width: 130px;
  display: flex;
  justify-content: flex-end;
}
.half.right {
  justify-content: flex-start;
  border-left: 1px solid rgb(var(--v-theme-quiet));
  margin-right: calc(var(--space) * 2);
}
.bar i {
  height: 10px;
}
.up {
  background: rgb(var(--v-theme-success));
}
.down {
  background: rgb(var(--v-theme-error));
}
</style>
