<script setup lang="ts">
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { changePercent, counted, number, percent } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useSession } from '@/stores/session'

/** What became of decisions: price and return since, beside the index; whether the price to buy at was there; whether value was found. */
const session = useSession()
const { state, reload } = useAnswer(
  'outcomes of decisions',
  () => session.asOf,
  (asOf, signal) => ask(api.GET('/decisions/outcomes', { params: { query: asOf ? { as_of: asOf } : {} }, signal })),
)
const data = computed(() => state.value.data)
type Outcome = Schemas['Outcomes']['decisions'][number]
type Record = Schemas['DecisionRecord']
const VERDICTS: { [verdict: string]: string } = { buy: 'Buy', watch: 'Watch', pass: 'Pass' }
const METHODS: { [method: string]: string } = {
  own: 'a value of one’s own',
  dcf: 'cash flow, year by year',
  peers: 'multiples of peers',
  transactions: 'past transactions',
}
const method = (key: string): string => METHODS[key] ?? key.replaceAll('_', ' ')
const RIGHT = new Map([
  [true, '▲ right'],
  [false, '▼ wrong'],
])
const columns: SheetColumn<Outcome>[] = [
  { key: 'name', head: 'Decision' },
  { key: 'verdict', head: 'Verdict', of: (of) => VERDICTS[of.verdict] ?? of.verdict },
  { key: 'decided', head: 'Decided', of: (of) => of.decided_on, by: (of) => Number(of.decided_on.replaceAll('-', '')) },
  { key: 'price', head: 'Price since', of: (of) => changePercent(of.price_return), by: (of) => of.price_return },
  { key: 'total', head: 'With dividends', of: (of) => changePercent(of.total_return), by: (of) => of.total_return },
  { key: 'index', head: 'Index', of: (of) => changePercent(of.index_return) },
  { key: 'excess', head: 'Beyond it', of: (of) => changePercent(of.excess), by: (of) => of.excess },
  {
    key: 'right',
    head: 'So far',
    of: (of) => (of.right === null ? '–' : (RIGHT.get(of.right) ?? '–')),
    class: (of) => (of.right === null ? '' : of.right ? 'better' : 'worse'),
  },
  {
    key: 'reached',
    head: 'Price to buy at was there',
    of: (of) => (of.reached_on === null ? 'never' : `${of.reached_on}, day ${of.reached_after}`),
  },
  { key: 'then', head: 'Value over price then', of: (of) => changePercent(of.gap_then) },
  { key: 'now', head: 'now', of: (of) => changePercent(of.gap_now) },
  { key: 'value', head: 'Value then', of: (of) => number(of.value_then, 2) },
  { key: 'valued', head: 'by the same method now', of: (of) => (of.value_now === null ? '–' : number(of.value_now, 2)) },
  { key: 'case', head: 'Nearest case', of: (of) => of.case_came ?? '–' },
  {
    key: 'reasons',
    head: 'Reasons',
    of: (of) => (of.reasons.held + of.reasons.broken === 0 ? '–' : `${of.reasons.held} of ${of.reasons.held + of.reasons.broken} hold`),
    class: (of) => (of.reasons.broken ? 'worse' : ''),
  },
  { key: 'waiting', head: 'Waiting cost', of: (of) => changePercent(of.waiting), by: (of) => of.waiting },
  {
    key: 'closed',
    head: 'Value was found',
    of: (of) => of.closed_on ?? (of.share_closed === null ? '–' : `${percent(of.share_closed, 0)} % of it`),
  },
]
const records = (word: (key: string) => string): SheetColumn<Record>[] => [
  { key: 'key', head: '', of: (of) => word(of.key) },
  { key: 'count', head: 'Decisions', of: (of) => String(of.count) },
  { key: 'right', head: 'Right', of: (of) => `${of.right} of ${of.judged}` },
  { key: 'rate', head: 'Hit rate', of: (of) => (of.hit_rate === null ? '–' : `${percent(of.hit_rate, 0)} %`) },
  { key: 'excess', head: 'Beyond the index', of: (of) => changePercent(of.mean_excess) },
  { key: 'reached', head: 'Was to be had', of: (of) => `${of.reached} of ${of.count}` },
]
const bands: SheetColumn<Schemas['CalibrationBand']>[] = [
  { key: 'band', head: 'Cases I gave', of: (of) => `${percent(of.from, 0)} to ${percent(of.to, 0)} %` },
  { key: 'count', head: 'Cases', of: (of) => of.count },
  { key: 'stated', head: 'On the mean, %', of: (of) => percent(of.stated, 0) },
  { key: 'share', head: 'Came, %', of: (of) => percent(of.share, 0) },
]
</script>

<template>
  <section v-if="state.status !== 'success' || data?.decisions.length" class="mt-6">
    <h2>Was I right?</h2>
    <LoadState :state="state" @again="reload" />
    <template v-if="data?.decisions.length">
      <SheetTable label="What became of decisions" :columns="columns" :rows="data.decisions" :row-key="(of) => of.id" many>
        <template #cell-name="{ row }"
          ><router-link :to="{ name: 'decide', params: { ticker: row.ticker } }">{{ row.name }}</router-link></template
        >
      </SheetTable>
      <div class="two">
        <SheetTable
          label="By verdict"
          :columns="records((key) => VERDICTS[key] ?? key)"
          :rows="data.by_verdict"
          :row-key="(of) => of.key"
        />
        <SheetTable label="By method" :columns="records(method)" :rows="data.by_method" :row-key="(of) => of.key" />
      </div>
      <section v-if="data.calibration.decisions" class="mt-4">
        <h3>Did my cases come as often as I thought?</h3>
        <SheetTable
          label="Calibration of cases"
          :columns="bands"
          :rows="data.calibration.bands"
          :row-key="(of) => of.from"
          class="narrow"
        />
        <p class="quiet">
          The case that came is the one nearest to the price as it stands, of {{ counted(data.calibration.decisions, 'decision') }};
          {{ data.calibration.below }} stand below their lowest case, {{ data.calibration.above }} above their highest.<template
            v-if="data.calibration.brier !== null"
          >
            Brier score {{ number(data.calibration.brier, 2) }}: 0 is perfect, three equal guesses have 0.67.</template
          >
        </p>
      </section>
      <p v-if="data.waiting.count">
        Waiting for the price to buy at has cost <strong>{{ changePercent(data.waiting.mean) }}</strong> on the mean of
        {{ counted(data.waiting.count, 'decision') }}: what was missed where it never came, less what was saved where it did.
      </p>
      <p class="quiet">
        To buy was right where the company returned more than its index since, to pass where it returned less; to watch is no judgement of
        the price. A few decisions say little.
      </p>
    </template>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(430px, 1fr));
  gap: calc(var(--space) * 4) calc(var(--space) * 9);
  margin-top: calc(var(--space) * 4);
}
.narrow {
  max-width: 560px;
}
</style>
