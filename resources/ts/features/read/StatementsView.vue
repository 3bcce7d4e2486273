<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
import ChoiceField from '@/design/ChoiceField.vue'
import { choicesOf } from '@/design/choices'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Series } from '@/design/ChartFrame.vue'
import FigureButton from '@/features/margin/FigureButton.vue'
import SparkLine from '@/design/SparkLine.vue'
import { csv, download } from '@/design/download'
import { number, percent } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAnswer } from '@/api/answer'
import { useSession } from '@/stores/session'
import BreaksPanel from './BreaksPanel.vue'
import SideBySide from './SideBySide.vue'
import StatementMark from './StatementMark.vue'
import {
  BASES,
  SCALE_CHOICES,
  SCALES,
  STATEMENTS,
  VERSIONS,
  VIEWS,
  heading,
  scaled,
  type Basis,
  type Scale,
  type Statement,
  type Version,
  type View,
} from './statement'

// Charts weigh more than all the rest; they come when one is drawn.
const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

const props = defineProps<{ ticker: string }>()
const session = useSession()
const statement = ref<Statement>('income')
const basis = ref<Basis>('annual')
const view = ref<View>('amounts')
const chosenVersion = ref<Version | null>(null)
const version = computed<Version>({
  get: () => chosenVersion.value ?? (session.figures === 'adjusted' ? 'adjusted' : 'restated'),
  set: (choice) => (chosenVersion.value = choice),
})
const scale = ref<Scale>('million')
const most = ref(12)
const picked = ref<string[]>([])
const mode = ref<'lines' | 'stack' | 'share'>('lines')
const beside = ref(false)
watch(statement, () => (picked.value = []))
watch(
  () => session.figures,
  () => (chosenVersion.value = null),
)

const { state, reload } = useAnswer(
  'statements',
  () => ({
    ticker: props.ticker,
    statement: statement.value,
    basis: basis.value,
    view: view.value,
    version: version.value,
    most: most.value,
    asOf: session.asOf,
  }),
  ({ ticker, statement, basis, view, version, most, asOf }, signal) =>
    ask(
      api.GET('/companies/{ticker}/statements', {
        params: { path: { ticker }, query: { statement, basis, view, version, most, ...(asOf ? { as_of: asOf } : {}) } },
        signal,
      }),
    ),
)
const { state: findings } = useAnswer(
  'findings',
  () => props.ticker,
  (ticker, signal) => ask(api.GET('/findings', { params: { query: { ticker, limit: 1 } }, signal })),
)
const unitOf = (unit: string): string =>
  ({
    money: `${state.value.data?.currency} ${scale.value}`,
    shares: scale.value,
    percent: '%',
    money_per_share: state.value.data?.currency ?? '',
  })[unit] ?? (view.value === 'index' ? 'index' : 'number')
const inScale = (value: number, unit: string): number =>
  unit === 'money' || unit === 'shares' ? value / SCALES[scale.value] : unit === 'percent' ? value * 100 : value
const series = computed<Series[]>(() =>
  (state.value.data?.rows ?? [])
    .filter((row) => picked.value.includes(row.key))
    .map((row) => ({
      name: row.label,
      unit: unitOf(row.figures[0]?.unit ?? ''),
      values: row.figures.map((figure) => (figure.value == null ? null : inScale(figure.value, figure.unit))),
    })),
)
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
  download(`${props.ticker} ${STATEMENTS[statement.value]} ${basis.value} ${view.value}.csv`, csv(rows), 'text/csv')
}
const showUnit = (value: number, unit: string): string =>
  unit === '%' ? percent(value / 100) : number(value, Math.abs(value) < 100 ? 2 : 0)
type Row = NonNullable<typeof state.value.data>['rows'][number]
</script>

<template>
  <div>
    <div class="choices">
      <v-btn-toggle role="group" v-model="statement" aria-label="Statement"
        ><v-btn v-for="(word, key) in STATEMENTS" :key="key" :value="key" size="small" :aria-pressed="statement === key">{{
          word
        }}</v-btn></v-btn-toggle
      >
      <v-btn-toggle role="group" v-model="basis" aria-label="Periods"
        ><v-btn v-for="(word, key) in BASES" :key="key" :value="key" size="small" :aria-pressed="basis === key">{{
          word
        }}</v-btn></v-btn-toggle
      >
    </div>
    <div class="choices second">
      <ChoiceField v-model="version" label="Figures" name="Which figures" :choices="choicesOf(VERSIONS)" />
      <ChoiceField v-model="view" label="Show" name="View" :choices="choicesOf(VIEWS)" />
      <ChoiceField v-model="scale" label="Scale" name="Scale" :choices="SCALE_CHOICES" />
      <ChoiceField
        v-model="most"
        label="Periods"
        name="Number of periods"
        :choices="[3, 5, 8, 12, 16, 20].map((count) => [count, String(count)])"
      />
      <v-btn size="small" :aria-pressed="beside" @click="beside = !beside">{{ beside ? 'One statement' : 'Side by side' }}</v-btn>
      <v-btn size="small" @click="exportCsv">CSV</v-btn>
      <v-btn size="small" :to="{ name: 'data', params: { view: 'enter', id: ticker } }">Enter figures</v-btn>
    </div>
    <SideBySide v-if="beside" :ticker="ticker" :statement="statement" :basis="basis" :view="view" :scale="scale" />
    <template v-else>
      <LoadState :state="state" @again="reload" />
      <template v-if="state.data">
        <p v-if="findings.data?.total" class="attention">
          ⚑ {{ findings.data.findings[0]!.sentence }}
          <template v-if="findings.data.total > 1">And {{ findings.data.total - 1 }} more.</template>
          <router-link :to="{ name: 'data', params: { view: 'findings', id: ticker } }">Look at the findings</router-link>
        </p>
        <p v-if="!state.data.periods.length" class="quiet">No report of this kind had been published by this day.</p>
        <SheetTable
          v-else
          many
          through-time
          class="table"
          :label="STATEMENTS[statement]"
          :columns="[
            { key: 'line', head: heading(view, statement, state.data.currency, scale) },
            ...columnsOf<Row>(state.data.periods.map((period) => period.label)),
            { key: 'course', head: 'Course', class: 'spark' },
          ]"
          :rows="state.data.rows"
          :row-key="(row) => row.key"
          :row-class="(row) => (row.total ? 'total' : undefined)"
        >
          <template v-for="(period, i) in state.data.periods" :key="period.period" #[`head-${i}`]
            >{{ period.label }}
            <div class="end">{{ period.end }}</div></template
          >
          <template #head-course><span class="visually-hidden">Course</span></template>
          <template #cell-line="{ row }">
            <label
              ><input type="checkbox" :checked="picked.includes(row.key)" :aria-label="`Chart ${row.label}`" @change="toggle(row.key)" />
              {{ row.label }}</label
            >
          </template>
          <template #cell="{ row, column: i }">
            <FigureButton
              :figure="row.figures[i]!"
              cell
              :scale="(value: number) => scaled(value, row.figures[i]!.unit, scale)"
              :question="{
                kind: 'line',
                ticker,
                line: row.key,
                period: state.data.periods[i]!.period,
                basis,
                label: `${row.label}, ${state.data.periods[i]!.label}`,
              }"
            /><StatementMark :mark="row.marks[i] ?? null" />
          </template>
          <template #cell-course="{ row }"
            ><SparkLine :values="row.figures.map((figure) => figure.value)" :label="`Course of ${row.label}`"
          /></template>
        </SheetTable>
        <template v-if="series.length">
          <v-btn-toggle role="group" v-if="series.length > 1" v-model="mode" class="mt-3" aria-label="Kind of chart"
            ><v-btn value="lines" size="small" :aria-pressed="mode === 'lines'">Lines</v-btn
            ><v-btn value="stack" size="small" :aria-pressed="mode === 'stack'">Stacked</v-btn
            ><v-btn value="share" size="small" :aria-pressed="mode === 'share'">Share of the sum</v-btn></v-btn-toggle
          >
          <ChartFrame
            class="mt-2"
            :title="`${ticker}: ${STATEMENTS[statement].toLowerCase()}`"
            :labels="state.data.periods.map((period) => period.label)"
            :series="series"
            :mode="mode"
            :show="showUnit"
          />
        </template>
        <p v-else class="quiet mt-2">
          Tick lines to chart them together. Choose a figure to see the filing it comes from, to correct it, or to mark a one-off. * not
          reported; ↻ restated; ✎ corrected; ◇ adjusted.
        </p>
        <BreaksPanel :ticker="ticker" class="mt-4" />
      </template>
    </template>
  </div>
</template>

<style scoped>
.table {
  max-height: 62vh;
}
.end {
  font-size: var(--type-fine);
  font-weight: 400;
}
.table :deep(thead th) {
  height: 40px !important;
}
.table :deep(tbody th) {
  min-width: 200px;
}
th label {
  display: flex;
  gap: calc(var(--space) * 1.5);
  align-items: baseline;
}
.mark {
  display: inline-block;
  width: 0.9em;
  text-align: center;
}
.second {
  font-size: var(--type-text);
}
.table :deep(.spark) {
  width: 72px;
}
</style>
