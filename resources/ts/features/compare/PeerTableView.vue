<script setup lang="ts">
import { computed, defineAsyncComponent, inject } from 'vue'
import { useRoute } from 'vue-router'
import { useTheme } from 'vuetify'
import { api, ask, type Figure, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import type { Series } from '@/design/ChartFrame.vue'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { inCell, number, unitHead } from '@/design/format'
import { FOOTER } from '@/design/chart/footer'
import { columnsOf, type SheetColumn } from '@/design/sheet'
import ColumnsMenu from '@/features/find/ColumnsMenu.vue'
import FigureButton from '@/features/margin/FigureButton.vue'
import { useCatalogue } from '@/stores/catalogue'
import { useAddressed } from '@/shell/addressed'
import { useSession } from '@/stores/session'
import { figure } from './peers'
import { fromAddress, shown } from './columns'
import { useLinked } from './link'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))
// Drawing is a large part of the program: it is fetched when a picture is asked for.
const saveTable: typeof import('@/design/chart/tablePicture').saveTable = async (...of) =>
  (await import('@/design/chart/tablePicture')).saveTable(...of)

/** The company beside its peers, with the lines of the group; or one figure through ten years. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const route = useRoute()
const catalogue = useCatalogue()
const asOf = computed(() => (session.asOf ? { as_of: session.asOf } : {}))
// An address that names columns brings them along.
if (route.query.columns !== undefined) shown.value = fromAddress(route.query.columns) ?? shown.value
/** Multiples of calendar years too, where fiscal years end in different months. */
const calendar = useAddressed<'' | '1'>('calendar', '')
const { state, reload } = useAnswer(
  'peer table',
  () => ({
    ticker: props.ticker,
    query: { ...asOf.value, 'columns[]': shown.value, ...(calendar.value ? { calendar: calendar.value } : {}) },
  }),
  ({ ticker, query }, signal) => ask(api.GET('/companies/{ticker}/peer-table', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
const columns = computed({
  get: () => (data.value?.columns ?? []).map((of) => of.key).filter((key) => !/ \d{4}$/.test(key)),
  set: (to: string[]) => (shown.value = to),
})

useLinked(() => ({ columns: JSON.stringify(columns.value) }))

type Column = Schemas['PeerTable']['columns'][number]
interface Row {
  key: string
  name: string
  ticker: string | null
  at: number
  out: boolean
}
const LINES: [string, string][] = [
  ['median', 'Median of the peers'],
  ['mean', 'Mean'],
  ['weighted_mean', 'Mean by market value'],
  ['harmonic_mean', 'Harmonic mean'],
  ['upper_quartile', 'Upper quarter'],
  ['lower_quartile', 'Lower quarter'],
  ['high', 'Highest'],
  ['low', 'Lowest'],
]
const rows = computed<Row[]>(() => {
  const all = (data.value?.rows ?? []).map((of, at) => ({ ...of, key: of.ticker, at, out: !of.in }))
  const lines = LINES.map(([key, name]) => ({ key, name, ticker: null, at: -1, out: false }))
  return [
    ...all.filter((of) => of.in),
    ...(data.value && data.value.columns.some((of) => of.count) ? lines : []),
    ...all.filter((of) => !of.in),
  ]
})
const heads = computed<SheetColumn<Row>[]>(() => [
  { key: 'name', head: `${props.ticker} and its peers` },
  ...(data.value?.columns ?? []).map((of): SheetColumn<Row> => ({
    key: of.key,
    head: [of.label, unitHead(of.unit, data.value?.currency)].filter(Boolean).join(', '),
  })),
])
const valueOf = (row: Row, column: Column): number | null =>
  row.ticker === null ? (column.lines[row.key] ?? null) : (column.figures[row.at]?.value ?? null)
const figureOf = (row: Row, column: Column): Pick<Figure, 'value' | 'unit' | 'state' | 'reason'> => ({
  value: valueOf(row, column),
  unit: column.unit as Figure['unit'],
  state: (column.figures[row.at]?.state ?? 'missing') as Figure['state'],
  reason: null,
})
const MARK = { better: '▲', worse: '▼', '': '' }
const beside = (row: Row, column: Column): 'better' | 'worse' | '' => column.figures[row.at]?.beside ?? ''
function text(row: Row, column: Column): string {
  const value = valueOf(row, column)
  return value === null ? '–' : inCell(value, column.unit)
}
const isMetric = (key: string): boolean => catalogue.byKey.has(key)

const years = useAddressed<string>('through', '')
const through = useAnswer(
  'peer years',
  () => ({ ticker: props.ticker, figure: years.value, asOf: asOf.value }),
  ({ ticker, figure, asOf }, signal) =>
    figure ? ask(api.GET('/companies/{ticker}/peer-years', { params: { path: { ticker }, query: { ...asOf, figure } }, signal })) : null,
)
const choices = computed<[string, string][]>(() => [
  ['', 'Figures side by side'],
  ...(data.value?.columns ?? [])
    .filter((of) => columns.value.includes(of.key))
    .map((of): [string, string] => [of.key, `${of.label} through ten years`]),
])
const told = computed(() => through.state.value.data)
const part = (value: number | null): number | null =>
  value === null ? null : told.value?.figure.unit === 'percent' ? 100 * value : told.value?.figure.unit === 'money' ? value / 1e6 : value
const series = computed<Series[]>(() => {
  const unit =
    told.value?.figure.unit === 'percent' ? '%' : told.value?.figure.unit === 'money' ? 'million' : (told.value?.figure.unit ?? '')
  return [
    ...(told.value?.lines ?? []).map((of) => ({ name: of.name, unit, values: of.values.map(part) })),
    { name: 'Median of the peers', unit, benchmark: true, values: (told.value?.median ?? []).map(part) },
  ]
})
type Line = { name: string; values: (number | null)[] }
const lines = computed<Line[]>(() => [...(told.value?.lines ?? []), { name: 'Median of the peers', values: told.value?.median ?? [] }])

/** Values alone, as they are counted, for other programs. */
const file = (format: string): string => {
  const query = new URLSearchParams({ format })
  if (asOf.value.as_of) query.set('as_of', asOf.value.as_of)
  if (calendar.value) query.set('calendar', calendar.value)
  if (session.peers) query.set('peers', session.peers)
  if (session.figures === 'adjusted') query.set('figures', 'adjusted')
  for (const column of shown.value) query.append('columns[]', column)
  return `/api/v1/companies/${encodeURIComponent(props.ticker)}/peer-table/file?${query}`
}
/** As it stands on the page, with what each figure is, whose it is and of which day below. */
const footer = inject(FOOTER, null)
const theme = useTheme()
async function picture(as: 'svg' | 'png'): Promise<void> {
  const all = data.value?.columns ?? []
  const color = (role: string): string => String(theme.current.value.colors[role])
  const definition = (of: Column): string => {
    const formula = catalogue.byKey.get(of.key)?.formula
    return formula ? `${of.label}: ${catalogue.words(formula)}.` : ''
  }
  const cell = (row: Row, of: Column): string => [text(row, of), row.ticker === null ? '' : MARK[beside(row, of)]].filter(Boolean).join(' ')
  await saveTable(
    {
      heads: heads.value.map((of) => of.head),
      rows: rows.value.map((row) => ({
        cells: [row.out ? `${row.name}, left out` : row.name, ...all.map((of) => cell(row, of))],
        strong: row.at === 0,
        shaded: row.ticker === null,
      })),
      text: color('on-surface'),
      rule: color('rule'),
    },
    {
      title: `${props.ticker} and its peers`,
      told: ['▲ better and ▼ worse than the median of the peers.', ...all.map(definition), footer?.value],
      quiet: color('quiet'),
      surface: color('surface'),
    },
    as,
  )
}
</script>

<template>
  <div>
    <div class="choices">
      <ChoiceField v-model="years" name="What is told" :choices="choices" />
      <ColumnsMenu v-if="!years" v-model="columns" />
      <v-btn v-if="!years" size="small" :aria-pressed="calendar === '1'" @click="calendar = calendar ? '' : '1'">Calendar years</v-btn>
      <v-btn v-if="shown.length && !years" size="small" @click="shown = []">The usual columns</v-btn>
      <template v-if="data && !years">
        <v-btn v-for="format in ['csv', 'xlsx', 'ods']" :key="format" size="small" :href="file(format)" download>{{
          format.toUpperCase()
        }}</v-btn>
      </template>
      <template v-if="data && !years">
        <v-btn v-for="as in ['svg', 'png'] as const" :key="as" size="small" @click="picture(as)">{{ as.toUpperCase() }}</v-btn>
      </template>
      <router-link class="quiet" :to="{ name: 'compare', params: { ticker } }">{{
        data && !data.chosen ? 'The peers are proposals: choose them' : 'Choose peers'
      }}</router-link>
    </div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data && !years">
      <SheetTable
        label="Side by side"
        :columns="heads"
        :rows="rows"
        :row-key="(of) => of.key"
        :row-class="(of) => ({ subject: of.at === 0, out: of.out, line: of.ticker === null })"
        many
      >
        <template #cell-name="{ row }">
          <router-link v-if="row.ticker" :to="{ name: 'read', params: { ticker: row.ticker } }">{{ row.name }}</router-link>
          <template v-else>{{ row.name }}</template>
          <span v-if="row.out" class="quiet"> left out</span>
        </template>
        <template #cell="{ row, column }">
          <template v-if="data.columns[column]">
            <template v-if="row.ticker === null"
              >{{ text(row, data.columns[column]!) }}<span class="mark" /><span class="place"
            /></template>
            <template v-else>
              <FigureButton
                v-if="isMetric(data.columns[column]!.key)"
                cell
                :figure="figureOf(row, data.columns[column]!)"
                :question="{
                  kind: 'metric',
                  ticker: row.ticker,
                  metric: data.columns[column]!.key,
                  label: `${row.name}: ${data.columns[column]!.label}`,
                }"
              />
              <template v-else>{{ text(row, data.columns[column]!) }}</template>
              <span class="mark" :class="beside(row, data.columns[column]!)" :title="beside(row, data.columns[column]!)">{{
                MARK[beside(row, data.columns[column]!)]
              }}</span>
              <span class="place" title="Place among the company and its peers">{{ data.columns[column]!.figures[row.at]?.place }}</span>
            </template>
          </template>
        </template>
      </SheetTable>
      <p class="quiet">
        ▲ better and ▼ worse than the median of the peers, in the direction each figure has; the small number is the place. The company is
        no part of the lines.
      </p>
    </template>
    <template v-if="years">
      <LoadState :state="through.state.value" @again="through.reload" />
      <template v-if="told">
        <ChartFrame
          :title="`${told.figure.label}: ${ticker} and its peers`"
          :definition="catalogue.byKey.get(told.figure.key)?.formula"
          :labels="told.years.map((of) => `FY ${of}`)"
          :series="series"
          :height="300"
          :show="(of: number) => number(of, 1)"
        />
        <SheetTable
          label="Through the years"
          many
          through-time
          :columns="[{ key: 'name', head: told.figure.label, of: (of) => of.name }, ...columnsOf<Line>(told.years.map((of) => `FY ${of}`))]"
          :rows="lines"
          :row-key="(of) => of.name"
        >
          <template #cell="{ row, column }">{{ figure(row.values[column] ?? null, told.figure.unit) }}</template>
        </SheetTable>
      </template>
    </template>
  </div>
</template>

<style scoped>
:deep(tr.subject) th,
:deep(tr.subject) td {
  font-weight: 600;
}
:deep(tr.line) th,
:deep(tr.line) td {
  background: rgb(var(--v-theme-rule), 0.35);
}
:deep(tr.out) th,
:deep(tr.out) td {
  color: rgb(var(--v-theme-quiet));
}
:deep(thead th) {
  white-space: normal;
  min-width: 72px;
}
.mark,
.place {
  display: inline-block;
  min-width: 1.1em;
  text-align: right;
  font-size: var(--type-small);
}
.place {
  color: rgb(var(--v-theme-quiet));
}
</style>
