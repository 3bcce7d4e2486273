<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import CommitInput from '@/design/CommitInput.vue'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import NumberField from '@/design/NumberField.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { change, number, tone } from '@/design/format'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** What a sum put into the share on a day became, with its dividends and without, year by year and beside the index. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const sum = ref(10000)
const from = ref('')
const { state, reload } = useAnswer(
  'invested sum',
  () => ({ ticker: props.ticker, asOf: session.asOf, amount: sum.value, from: from.value }),
  ({ ticker, asOf, amount, from }, signal) =>
    ask(
      api.GET('/companies/{ticker}/invested-sum', {
        params: { path: { ticker }, query: { amount, ...(from ? { from } : {}), ...(asOf ? { as_of: asOf } : {}) } },
        signal,
      }),
    ),
)
type Year = Schemas['InvestedSum']['years'][number]
type Outcome = Schemas['InvestedSum']['outcomes'][number]
const WORD = {
  reinvested: 'Dividends reinvested',
  cash: 'Dividends kept as cash',
  price_only: 'Price alone',
  index: 'The same sum in the home index',
}
const outcomes = computed<SheetColumn<Outcome>[]>(() => [
  { key: 'kind', head: '', of: (of) => WORD[of.kind] },
  { key: 'value', head: `Became, ${state.value.data?.currency}`, of: (of) => number(of.value, 0) },
  { key: 'total', head: 'Total, %', of: (of) => change(of.total), class: (of) => tone(of.total) },
  { key: 'annual', head: 'A year, %', of: (of) => change(of.annual), class: (of) => tone(of.annual) },
])
const years: SheetColumn<Year>[] = [
  { key: 'year', head: 'Year', of: (of) => String(of.year) },
  { key: 'value', head: 'At its end', of: (of) => number(of.reinvested, 0) },
  { key: 'dividends', head: 'Dividends', of: (of) => number(of.dividends, 0) },
  { key: 'price', head: 'Price, %', of: (of) => change(of.return_price_only), class: (of) => tone(of.return_price_only) },
  { key: 'return', head: 'Total, %', of: (of) => change(of.return_reinvested), class: (of) => tone(of.return_reinvested) },
  { key: 'index', head: 'Index, %', of: (of) => change(of.return_index), class: (of) => tone(of.return_index) },
  {
    key: 'beside',
    head: 'Ahead, points',
    of: (of) => (of.return_index === null ? '–' : change(of.return_reinvested - of.return_index)),
    class: (of) => (of.return_index === null ? '' : tone(of.return_reinvested - of.return_index)),
  },
]
const drawn = computed<Series[]>(() => [
  {
    name: 'With dividends',
    values: (state.value.data?.years ?? []).map((of) => 100 * of.return_reinvested),
    unit: '%',
    bars: true,
  },
  {
    name: 'Index',
    values: (state.value.data?.years ?? []).map((of) => (of.return_index === null ? null : 100 * of.return_index)),
    unit: '%',
    bars: true,
    benchmark: true,
  },
])
</script>

<template>
  <div>
    <p class="asked">
      <NumberField v-model="sum" label="Sum" unit="money" /> put in on
      <CommitInput
        type="date"
        aria-label="Day of the purchase"
        class="day"
        :model-value="from || state.data?.from || ''"
        @update:model-value="(day: string) => (from = day)"
      />
      <template v-if="state.data">
        at {{ number(state.data.close, 2) }} {{ state.data.currency }} a share of then, until {{ state.data.to }}: bought at the close,
        without costs and taxes.</template
      >
    </p>
    <LoadState :state="state" @again="reload" />
    <div v-if="state.data" class="parts">
      <section>
        <SheetTable label="What the sum became" :columns="outcomes" :rows="state.data.outcomes" :row-key="(of) => of.kind" />
        <ChartFrame
          title="Returns by calendar year"
          :labels="state.data.years.map((of) => String(of.year))"
          :series="drawn"
          :height="240"
          :show="(value: number) => number(value, 1)"
          class="mt-4"
        />
      </section>
      <section>
        <SheetTable label="By calendar year" :columns="years" :rows="state.data.years" :row-key="(of) => of.year" />
      </section>
    </div>
  </div>
</template>

<style scoped>
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: calc(var(--space) * 2);
  align-items: baseline;
}
.day {
  width: 9.5em;
}
.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(480px, 1fr));
  gap: calc(var(--space) * 4) calc(var(--space) * 9);
  align-items: start;
}
</style>
