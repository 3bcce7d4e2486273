<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { api, ask, type Figure, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf, type SheetColumn } from '@/design/sheet'
import CommitInput from '@/design/CommitInput.vue'
import FigureButton from '@/features/margin/FigureButton.vue'
import { amount, changePercent, number, percent, readNumber, tone } from '@/design/format'
import { useNotices } from '@/stores/notices'
import type { Question } from '@/stores/margin'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

type Expectations = Schemas['Expectations']
/** What those who follow the company expect of it, how that moved, and how good it was. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const { state, reload } = useAnswer(
  'expectations',
  () => ({ ticker: props.ticker, asOf: session.asOf }),
  ({ ticker, asOf }, signal) =>
    ask(api.GET('/companies/{ticker}/expectations', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} }, signal })),
)

const value = (of: number | null, unit: string): string => (of === null ? '–' : unit === 'money' ? amount(of) : number(of, 2))

/** Each line, then its growth, how far the houses are apart, and what the reader expects. */
interface Row {
  key: string
  label: string
  cells: string[]
  quiet: boolean
  line?: Line
  kind?: 'mean' | 'own'
}
type Line = Expectations['lines'][number]
const consensus = computed<Row[]>(() =>
  (state.value.data?.lines ?? [])
    .filter((line) => line.years.some((year) => year.mean !== null || year.own !== null))
    .flatMap((line) => [
      {
        key: line.key,
        label: line.label,
        cells: line.years.map((year) => value(year.mean, line.unit)),
        quiet: false,
        line,
        kind: 'mean' as const,
      },
      {
        key: `${line.key} growth`,
        label: 'growth, %',
        cells: line.years.map((year) => (year.growth === null ? '–' : percent(year.growth))),
        quiet: true,
      },
      {
        key: `${line.key} range`,
        label: 'low to high, houses',
        cells: line.years.map((year) =>
          year.low === null || year.high === null ? '' : `${value(year.low, line.unit)} – ${value(year.high, line.unit)}, ${year.houses}`,
        ),
        quiet: true,
      },
      { key: `${line.key} own`, label: 'what you expect', cells: [], quiet: true, line, kind: 'own' as const },
    ]),
)
const figureOf = (of: number | null, unit: string) => ({
  value: of,
  unit: unit as Figure['unit'],
  state: of === null ? ('missing' as const) : ('value' as const),
  reason: of === null ? 'No house has told it' : null,
})
/** What was reported opens as a line of the report, what is expected as the consensus it comes from. */
function question(line: Line, i: number): Question {
  const year = line.years[i]!
  const ticker = props.ticker
  const label = `${line.label}, FY ${year.year}`
  return year.told
    ? { kind: 'metric', ticker, metric: line.key, year: year.year, label }
    : { kind: 'metric', ticker, metric: `estimate(${line.key}, ${i})`, label: `${label} expected` }
}
const own = (line: Line, i: number): Line['years'][number]['own'] => line.years[i]!.own
const written = (line: Line, i: number): string => {
  const of = own(line, i)
  return of === null ? '' : line.unit === 'money' ? amount(of.value) : number(of.value, 2)
}
async function keep(line: Line, i: number, text: string, note?: string): Promise<void> {
  const before = own(line, i)
  const year = line.years[i]!.year
  const read = text.trim() === '' ? null : readNumber(text)
  if (text.trim() !== '' && read === null) {
    notices.fail('Write a number such as 1.25, 300m or 2.5bn.')
    return
  }
  const send = (value: number, note: string) =>
    ask(
      api.PUT('/companies/{ticker}/own-estimates', {
        params: { path: { ticker: props.ticker } },
        body: { line: line.key, year, value, note, ...(session.asOf ? { as_of: session.asOf } : {}) },
      }),
    )
  const drop = (id: number) => ask(api.DELETE('/own-estimates/{id}', { params: { path: { id } } }))
  try {
    if (read === null) {
      if (!before) return
      await drop(before.id)
      notices.say(`Your estimate of ${line.label} for FY ${year} is deleted.`, async () => {
        await send(before.value, before.note)
        reload()
      })
    } else {
      const { id } = await send(read, note ?? before?.note ?? '')
      notices.say(`You expect ${line.label} of ${value(read, line.unit)} for FY ${year}.`, async () => {
        await (before ? send(before.value, before.note) : drop(id))
        reload()
      })
    }
    reload()
  } catch (error) {
    notices.fail(error)
  }
}
const noted = computed(() =>
  (state.value.data?.lines ?? []).flatMap((line) => line.years.flatMap((year, i) => (year.own ? [{ line, i, year, own: year.own }] : []))),
)
const heads = computed(() => (state.value.data?.years ?? []).map((year, i) => `FY ${year} ${i === 0 ? 'reported' : 'expected'}`))

const days = computed(() => [...new Set((state.value.data?.paths ?? []).flatMap((path) => path.days))].sort())
const paths = computed<Series[]>(() =>
  (state.value.data?.paths ?? []).map((path) => {
    const means = new Map(path.days.map((day, i) => [day, path.means[i]!]))
    return { name: `For FY ${path.year}`, values: days.value.map((day) => means.get(day) ?? null), unit: state.value.data!.currency }
  }),
)
const targets = computed<Series[]>(() => {
  const data = state.value.data
  if (!data) return []
  const unit = data.trading_currency
  return [
    { name: 'Price', values: data.targets.close, unit },
    { name: 'Mean target', values: data.targets.mean, unit, benchmark: true },
    { name: 'Highest', values: data.targets.high, unit },
    { name: 'Lowest', values: data.targets.low, unit },
  ]
})
const ratings = computed<Series[]>(() => {
  const of = state.value.data?.ratings
  return of ? (['buy', 'hold', 'sell'] as const).map((name) => ({ name: `Say ${name}`, values: of[name], unit: 'houses' })) : []
})
const record = computed(() => {
  const of = state.value.data?.record
  if (!of?.made || of.error === null || of.size === null) return null
  return (
    `Of ${of.made} mean targets of the last five years whose year is over, a close reached ${of.reached} within the year. ` +
    `A year later the price stood ${percent(Math.abs(of.error))} % ${of.error < 0 ? 'below' : 'above'} the target in the middle case; ` +
    `targets were ${percent(of.size)} % off, either way.`
  )
})

const quarterColumns: SheetColumn<Expectations['quarters'][number]>[] = [
  { key: 'quarter', head: 'Quarter', of: (of) => of.quarter },
  { key: 'line', head: '', of: (of) => of.label },
  { key: 'mean', head: 'Expected', of: (of) => value(of.mean, of.unit) },
  { key: 'range', head: 'Low to high', of: (of) => `${value(of.low, of.unit)} – ${value(of.high, of.unit)}` },
  { key: 'houses', head: 'Houses', of: (of) => String(of.houses) },
  { key: 'before', head: 'A year before', of: (of) => value(of.year_before, of.unit) },
  { key: 'growth', head: 'Growth', of: (of) => changePercent(of.growth), class: (of) => tone(of.growth) },
  { key: 'as of', head: 'Told on', of: (of) => of.as_of },
]
const surpriseColumns: SheetColumn<Expectations['surprises'][number]>[] = [
  { key: 'quarter', head: 'Quarter', of: (of) => of.quarter },
  { key: 'told', head: 'Told on', of: (of) => of.told_on },
  { key: 'actual', head: 'Earnings a share', of: (of) => value(of.actual, 'money_per_share') },
  { key: 'consensus', head: 'Expected', of: (of) => value(of.consensus, 'money_per_share') },
  { key: 'surprise', head: 'Surprise', of: (of) => changePercent(of.surprise), class: (of) => tone(of.surprise) },
]
const houseColumns = computed<SheetColumn<Expectations['houses'][number]>[]>(() => [
  { key: 'house', head: 'House', of: (of) => of.house, by: (of) => of.house },
  { key: 'rating', head: 'Advises', of: (of) => of.rating, by: (of) => of.rating },
  { key: 'target', head: `Target, ${state.value.data?.trading_currency}`, of: (of) => number(of.target, 2), by: (of) => of.target },
  { key: 'rated', head: 'Since', of: (of) => of.rated_on, by: (of) => of.rated_on },
  {
    key: 'earnings',
    head: `Earnings a share, FY ${state.value.data?.years[1]}`,
    of: (of) => value(of.earnings, 'money_per_share'),
    by: (of) => of.earnings,
  },
  { key: 'said', head: 'Said on', of: (of) => of.said_on ?? '–', by: (of) => of.said_on },
])
const revisionColumns = computed<SheetColumn<Expectations['revisions'][number]>[]>(() => [
  { key: 'line', head: 'Revised', of: (of) => `${of.line}, FY ${of.year}` },
  { key: 'now', head: 'Now', of: (of) => value(of.now, of.unit) },
  ...(state.value.data?.revisions[0]?.windows ?? []).map((window, i) => ({
    key: String(window.days),
    head: `in ${window.days} days`,
    of: (of: Expectations['revisions'][number]) => changePercent(of.windows[i]!.revision),
    class: (of: Expectations['revisions'][number]) => tone(of.windows[i]!.revision),
  })),
])
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p v-if="!state.data.lines.some((of) => of.years.some((year) => !year.told && year.mean !== null))" class="quiet">
        No house has said what it expects of this company by this day.
      </p>
      <div v-if="state.data.figures.length" class="entries">
        <div v-for="entry in state.data.figures" :key="entry.key" class="entry">
          <span>{{ entry.label }}</span>
          <FigureButton :figure="entry.figure" :question="{ kind: 'metric', ticker, metric: entry.key, label: entry.label }" />
        </div>
      </div>
      <div class="parts">
        <section v-if="paths.length">
          <h2 class="visually-hidden">Path and targets</h2>
          <ChartFrame
            title="Expected earnings a share, as told"
            :labels="days"
            :series="paths"
            :height="230"
            :show="(of: number) => number(of, 2)"
          />
        </section>
        <section v-if="state.data.targets.days.length">
          <ChartFrame
            title="Targets beside the price"
            :labels="state.data.targets.days"
            :series="targets"
            :height="230"
            :show="(of: number) => number(of, 2)"
          />
          <p v-if="record" class="quiet">{{ record }}</p>
        </section>
        <section v-if="consensus.length" class="wide">
          <h2>What is expected, {{ state.data.currency }}</h2>
          <SheetTable
            label="Consensus"
            :columns="[{ key: 'label', head: '' }, ...columnsOf<Row>(heads)]"
            :rows="consensus"
            :row-key="(row) => row.key"
          >
            <template #cell-label="{ row }"
              ><span :class="{ part: row.quiet, quiet: row.quiet }">{{ row.label }}</span></template
            >
            <template #cell="{ row, column }">
              <FigureButton
                v-if="row.kind === 'mean'"
                cell
                :figure="figureOf(row.line!.years[column]!.mean, row.line!.unit)"
                :question="question(row.line!, column)"
                :scale="(of: number) => value(of, row.line!.unit)"
              />
              <template v-else-if="row.kind === 'own'">
                <CommitInput
                  v-if="!row.line!.years[column]!.told"
                  class="mine"
                  :aria-label="`Your ${row.line!.label} for FY ${row.line!.years[column]!.year}`"
                  :model-value="written(row.line!, column)"
                  @update:model-value="(text: string) => keep(row.line!, column, text)"
                />
              </template>
              <span v-else :class="{ quiet: row.quiet }">{{ row.cells[column] }}</span>
            </template>
          </SheetTable>
          <SheetTable
            v-if="noted.length"
            label="What you expect"
            :columns="[
              { key: 'what', head: 'You expect', of: (of) => `${of.line.label}, FY ${of.year.year}` },
              { key: 'value', head: state.data.currency, of: (of) => value(of.own.value, of.line.unit) },
              { key: 'beside', head: 'beside the houses', of: (of) => changePercent(of.own.beside), class: (of) => tone(of.own.beside) },
              { key: 'day', head: 'since', of: (of) => of.own.on_day },
              { key: 'note', head: 'because' },
            ]"
            :rows="noted"
            :row-key="(of) => of.own.id"
          >
            <template #cell-note="{ row }"
              ><CommitInput
                class="because"
                maxlength="2000"
                :aria-label="`Why ${row.line.label} for FY ${row.year.year}`"
                :model-value="row.own.note"
                @update:model-value="(text: string) => keep(row.line, row.i, String(row.own.value), text)"
            /></template>
          </SheetTable>
          <p v-if="noted.length" class="quiet">
            <router-link :to="{ name: 'value', params: { ticker, view: 'cash-flow' } }">Value</router-link> takes revenue and EBITDA,
            <router-link :to="{ name: 'read', params: { ticker, view: 'cases' } }">Cases</router-link> the earnings a share.
          </p>
        </section>
        <section v-if="state.data.quarters.length" class="wide">
          <h2>Next quarters</h2>
          <SheetTable
            label="Next quarters"
            :columns="quarterColumns"
            :rows="state.data.quarters"
            :row-key="(row) => `${row.quarter} ${row.key}`"
          />
        </section>
        <section v-if="state.data.revisions.length">
          <h2>Revisions</h2>
          <SheetTable
            label="Revisions"
            :columns="revisionColumns"
            :rows="state.data.revisions"
            :row-key="(row) => `${row.line} ${row.year}`"
          />
        </section>
        <section v-if="state.data.surprises.length">
          <h2>Surprises</h2>
          <SheetTable label="Surprises" :columns="surpriseColumns" :rows="state.data.surprises" :row-key="(row) => row.quarter" />
        </section>
        <section v-if="state.data.ratings.days.length">
          <ChartFrame
            title="What houses advise"
            :labels="state.data.ratings.days"
            :series="ratings"
            :height="230"
            mode="stack"
            :show="(of: number) => number(of, 0)"
          />
        </section>
        <section v-if="state.data.houses.length" class="wide">
          <h2>Houses</h2>
          <SheetTable label="Houses" :columns="houseColumns" :rows="state.data.houses" :row-key="(row) => row.house" />
        </section>
        <section v-if="state.data.notes.length" class="wide">
          <h2>What they wrote</h2>
          <ul class="notes">
            <li v-for="(note, i) in state.data.notes" :key="i">
              <span class="quiet">{{ note.day }}</span> <strong>{{ note.title }}</strong>: {{ note.text }}
            </li>
          </ul>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.entries {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  column-gap: calc(var(--space) * 9);
  margin-bottom: calc(var(--space) * 4);
}
.entry {
  display: flex;
  justify-content: space-between;
  padding: calc(var(--space) * 0.5) 0;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(480px, 1fr));
  gap: calc(var(--space) * 6) calc(var(--space) * 9);
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.mine {
  width: 7em;
}
.because {
  width: 28em;
}
.part {
  padding-left: calc(var(--space) * 3);
}
.notes {
  list-style: none;
  padding: 0;
  max-width: 1000px;
}
.notes li {
  padding: calc(var(--space) * 1.25) 0;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
</style>
