<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Figure, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { amount, changePercent, number, percent, tone } from '@/design/format'
import FigureButton from '@/features/margin/FigureButton.vue'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

type Report = Schemas['Results']['reports'][number]
type Line = Report['lines'][number]
/** Quarters as they were told, how the price answered, and what comes next. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const route = useRoute()
const { state, reload } = useAnswer(
  'results',
  () => ({ ticker: props.ticker, asOf: session.asOf }),
  ({ ticker, asOf }, signal) =>
    ask(api.GET('/companies/{ticker}/results', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const KINDS: Record<string, string> = {
  results: 'results',
  ex_dividend: 'shares trade without the dividend',
  spin_off: 'a business is handed out',
}
const next = computed(() =>
  (state.value.data?.next ?? []).map(
    (of) => `${of.on}: ${KINDS[of.kind] ?? of.kind}${of.amount === null ? '' : ` of ${number(of.amount, 4)}`}`,
  ),
)
const value = (of: number | null, unit: string): string => (of === null ? '–' : unit === 'money' ? amount(of) : number(of, 2))
type Margin = Report['margins'][number]
const operating = (of: Report): Margin => of.margins.find((margin) => margin.key === 'operating_margin')!
const gained = (of: Margin, before: number | null): number | null =>
  of.actual === null || before === null ? null : 100 * (of.actual - before)
const points = (of: Report): number | null => gained(operating(of), operating(of).year_before)
const margins: SheetColumn<Margin>[] = [
  { key: 'label', head: 'Margins, %', of: (of) => of.label },
  { key: 'actual', head: 'Reported', of: (of) => (of.actual === null ? '–' : percent(of.actual)) },
  ...(['quarter_before', 'year_before'] as const).map((before): SheetColumn<Margin> => ({
    key: before,
    head: before === 'quarter_before' ? 'points on the quarter' : 'points on the year',
    of: (of) => (gained(of, of[before]) === null ? '–' : number(gained(of, of[before])!, 1)),
    class: (of) => tone(gained(of, of[before])),
  })),
]
const moment = (of: Report): string =>
  of.minute === null
    ? of.told_on
    : `${of.told_on} ${String(Math.floor(of.minute / 60)).padStart(2, '0')}:${String(of.minute % 60).padStart(2, '0')}`

const moved = (of: number): string => (of === 0 ? 'did not move' : `${of > 0 ? 'rose' : 'fell'} by ${percent(Math.abs(of))} %`)
const beside = (of: number): string => `${percent(Math.abs(of))} % ${of < 0 ? 'below' : 'above'}`

/** What was told of the last quarter, line by line; expected is what was so the day before. */
const lines = computed<SheetColumn<Line>[]>(() => [
  { key: 'line', head: '', of: (of) => of.label },
  { key: 'actual', head: 'Reported' },
  ...(last.value?.items.length ? [{ key: 'adjusted', head: 'Adjusted', of: (of: Line) => value(of.adjusted, of.unit) }] : []),
  { key: 'consensus', head: 'Expected', of: (of) => value(of.consensus, of.unit) },
  { key: 'surprise', head: 'Surprise', of: (of) => changePercent(of.surprise), class: (of) => tone(of.surprise) },
  { key: 'quarter', head: 'A quarter before', of: (of) => value(of.quarter_before, of.unit) },
  { key: 'before', head: 'A year before', of: (of) => value(of.year_before, of.unit) },
  { key: 'growth', head: 'Change', of: (of) => changePercent(of.growth), class: (of) => tone(of.growth) },
])
const columns: SheetColumn<Report>[] = [
  { key: 'quarter', head: 'Quarter' },
  { key: 'told', head: 'Told on', of: moment },
  { key: 'revenue', head: 'Revenue', of: (of) => value(of.lines[0]!.actual, 'money') },
  { key: 'growth', head: 'on the year', of: (of) => changePercent(of.lines[0]!.growth), class: (of) => tone(of.lines[0]!.growth) },
  { key: 'sales', head: 'Surprise', of: (of) => changePercent(of.lines[0]!.surprise), class: (of) => tone(of.lines[0]!.surprise) },
  { key: 'margin', head: 'Operating margin, %', of: (of) => (operating(of).actual === null ? '–' : percent(operating(of).actual!)) },
  {
    key: 'points',
    head: 'points on the year',
    of: (of) => (points(of) === null ? '–' : number(points(of)!, 1)),
    class: (of) => tone(points(of)),
  },
  { key: 'earnings', head: 'Earnings a share', of: (of) => value(of.lines[1]!.actual, 'money_per_share') },
  { key: 'surprise', head: 'Surprise', of: (of) => changePercent(of.lines[1]!.surprise), class: (of) => tone(of.lines[1]!.surprise) },
  ...[0, 1].map((i): SheetColumn<Report> => ({
    key: `reaction ${i}`,
    head: i === 0 ? 'Price, 1 day above index' : '5 days above index',
    of: (of) => changePercent(of.reactions[i]!.excess),
    class: (of) => tone(of.reactions[i]!.excess),
  })),
]
const past = computed(() => [...(state.value.data?.reports ?? [])].reverse())
const drawn = computed<Series[]>(() => [
  {
    name: 'Price above the index on the first day',
    values: past.value.map((of) => (of.reactions[0]!.excess === null ? null : 100 * of.reactions[0]!.excess)),
    unit: '%',
    bars: true,
  },
  {
    name: 'Surprise in revenue',
    values: past.value.map((of) => (of.lines[0]!.surprise === null ? null : 100 * of.lines[0]!.surprise)),
    unit: '%',
  },
])
/** The report the page is about: the latest, or the one that was chosen. */
const last = computed(
  () =>
    state.value.data?.reports.find((of) => of.quarter === route.query.report) ??
    state.value.data?.reports.find((of) => of.told_on === route.query.told) ??
    state.value.data?.reports[0],
)
const place = computed(() => state.value.data?.reports.findIndex((of) => of === last.value) ?? 0)
const to = (of: Report | undefined) => (of ? { query: { ...route.query, report: of.quarter } } : {})
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p v-if="next.length"><strong>Next</strong> {{ next.join(' · ') }}</p>
      <p v-else class="quiet">No date to come was announced by this day.</p>
      <p v-if="!last" class="quiet">No quarter had been reported by this day.</p>
      <template v-else>
        <div class="parts">
          <section>
            <h2>{{ last.quarter }}, told on {{ moment(last) }}</h2>
            <p class="choices">
              <v-btn size="small" :active="false" :disabled="!state.data.reports[place + 1]" :to="to(state.data.reports[place + 1])"
                >The one before</v-btn
              >
              <v-btn size="small" :active="false" :disabled="place === 0" :to="to(state.data.reports[place - 1])">The one after</v-btn>
            </p>
            <SheetTable label="The report" :columns="lines" :rows="last.lines" :row-key="(line) => line.key">
              <template #cell-actual="{ row: line }"
                ><FigureButton
                  cell
                  :figure="{
                    value: line.actual,
                    unit: line.unit as Figure['unit'],
                    state: line.actual === null ? 'missing' : 'value',
                    reason: null,
                  }"
                  :question="{
                    kind: 'line',
                    ticker,
                    line: line.key,
                    period: last.period,
                    basis: 'quarterly',
                    label: `${line.label}, ${last.quarter}`,
                  }"
                  :scale="(of: number) => value(of, line.unit)"
              /></template>
            </SheetTable>
            <SheetTable class="mt-3" label="Margins" :columns="margins" :rows="last.margins" :row-key="(margin) => margin.key" />
            <p class="mt-3">
              <template v-if="last.reactions[0]!.return !== null">
                On {{ last.answered_on }}, the first day that could answer, the price {{ moved(last.reactions[0]!.return)
                }}<template v-if="last.reactions[0]!.excess !== null">, {{ beside(last.reactions[0]!.excess) }} its index</template
                ><template v-if="last.reactions[1]!.excess !== null"
                  >; after five days it stood {{ beside(last.reactions[1]!.excess) }} it</template
                >.
              </template>
              <template v-else>No trading day has answered yet.</template>
            </p>
            <p v-for="item in last.items" :key="item.label + item.note">
              Between reported and adjusted: {{ item.label.toLowerCase() }}, {{ amount(item.amount) }} {{ state.data.currency
              }}<template v-if="item.note">, {{ item.note }}</template
              >.
            </p>
            <p v-if="last.cash">
              The quarter {{ last.cash.free < 0 ? 'used up' : 'left' }} {{ amount(Math.abs(last.cash.free)) }}
              {{ state.data.currency }} after investing; cash of {{ amount(last.cash.cash)
              }}<template v-if="last.cash.lasts !== null"
                >&nbsp;lasts {{ number(last.cash.lasts, 1) }} years at the pace of four quarters</template
              ><template v-else-if="last.cash.year !== null">, and four quarters used up none</template>.
            </p>
            <p v-for="given in last.guidance" :key="given.label">
              The company expects {{ given.label.toLowerCase() }} of {{ amount(given.low) }} to {{ amount(given.high) }}
              {{ state.data.currency }} in {{ given.period }}.
            </p>
          </section>
          <section>
            <ChartFrame
              title="Surprises and answers"
              :labels="past.map((of) => of.quarter)"
              :series="drawn"
              :height="230"
              :show="(of: number) => number(of, 1)"
            />
          </section>
        </div>
        <h2 class="mt-6">All reports, {{ state.data.currency }}</h2>
        <SheetTable label="All reports" :columns="columns" :rows="state.data.reports" :row-key="(of) => of.quarter">
          <template #cell-quarter="{ row }"
            ><router-link :to="to(row)" :aria-current="row === last ? 'true' : undefined">{{ row.quarter }}</router-link></template
          >
        </SheetTable>
      </template>
    </template>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: minmax(0, 8fr) minmax(0, 5fr);
  gap: calc(var(--space) * 6) calc(var(--space) * 9);
  align-items: start;
  margin-top: calc(var(--space) * 3);
}
@media (max-width: 1100px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
