<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import type { Series } from '@/design/ChartFrame.vue'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { csv, download } from '@/design/download'
import { number, percent } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useAddressed } from '@/shell/addressed'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))
const ScatterPlot = defineAsyncComponent(() => import('@/features/find/ScatterPlot.vue'))

/** A beta by regression: the window, the pairs of returns, the line, what was dropped, and how it went through time. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
type Beta = Schemas['BetaRegression']
const INTERVALS: [Beta['interval'], string][] = [
  ['month', 'Months'],
  ['week', 'Weeks'],
  ['day', 'Days'],
]
const interval = useAddressed<Beta['interval']>('interval', 'month')
const years = useAddressed<string>('years', '0')
const index = useAddressed<string>('index', '')
const { state, reload } = useAnswer(
  'beta',
  () => ({
    ticker: props.ticker,
    query: {
      ...(session.asOf ? { as_of: session.asOf } : {}),
      interval: interval.value,
      ...(years.value === '0' ? {} : { years: Number(years.value) }),
      ...(index.value ? { index: index.value } : {}),
    },
  }),
  ({ ticker, query }, signal) => ask(api.GET('/companies/{ticker}/beta', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
const windows: [string, string][] = [
  ['0', 'usual window'],
  ...[1, 2, 3, 5, 10].map((of): [string, string] => [String(of), `${of} year${of > 1 ? 's' : ''}`]),
]
const indices = computed<[string, string][]>(() => [
  ['', 'Home index'],
  ...(data.value?.indices ?? []).map((of): [string, string] => [of.key, of.name]),
])
const points = computed(() =>
  (data.value?.returns ?? []).map((of) => ({ x: 100 * of.index, y: 100 * of.security, name: of.day, marked: false })),
)
const through = computed<[[number, number], [number, number]] | null>(() => {
  const line = data.value?.line
  if (!line || !points.value.length) return null
  const x = points.value.map((of) => of.x)
  const at = (value: number): [number, number] => [value, 100 * line.alpha + line.beta * value]
  return [at(Math.min(...x)), at(Math.max(...x))]
})
const WHY = { unfinished: 'not over yet', one_alone: 'only one of the two was traded' }
const rolling = computed<Series[]>(() => [{ name: 'Beta', unit: '', values: (data.value?.rolling ?? []).map((of) => of.beta) }])
type Alternative = Beta['alternatives'][number]
const alternatives: SheetColumn<Alternative>[] = [
  {
    key: 'name',
    head: 'Window',
    of: (of) => `${INTERVALS.find(([key]) => key === of.interval)![1]} of ${of.years} year${of.years > 1 ? 's' : ''}`,
  },
  { key: 'beta', head: 'Beta', of: (of) => (of.beta === null ? '–' : number(of.beta, 2)) },
  { key: 'adjusted', head: 'Adjusted', of: (of) => (of.adjusted === null ? '–' : number(of.adjusted, 2)) },
  { key: 'error', head: 'Standard error', of: (of) => (of.standard_error === null ? '–' : number(of.standard_error, 2)) },
  { key: 'count', head: 'Returns', of: (of) => String(of.observations) },
]
type Return = Beta['returns'][number]
const returns: SheetColumn<Return>[] = [
  { key: 'day', head: 'Until', of: (of) => of.day },
  { key: 'index', head: 'Index, %', of: (of) => percent(of.index, 2) },
  { key: 'security', head: 'Share, %', of: (of) => percent(of.security, 2) },
]
const save = (): void =>
  download(
    `${props.ticker} returns.csv`,
    csv([['until', 'index', 'share'], ...(data.value?.returns ?? []).map((of) => [of.day, of.index, of.security])]),
    'text/csv',
  )
</script>

<template>
  <div>
    <div class="choices">
      <ChoiceField v-model="interval" name="A return is of" :choices="INTERVALS" />
      <ChoiceField v-model="years" name="Window" :choices="windows" />
      <ChoiceField v-model="index" name="Index" :choices="indices" />
      <v-btn v-if="data?.returns.length" size="small" @click="save">CSV</v-btn>
    </div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <p v-if="!data.line" class="quiet">
        Too few returns in which both moved: {{ data.returns.length }} are known, twelve are needed. Choose days or weeks, or a longer
        window.
      </p>
      <div class="two">
        <section>
          <ScatterPlot v-if="points.length" :title="`${ticker} on the index`" x="Index, %" y="Share, %" :points="points" :line="through" />
        </section>
        <section v-if="data.line">
          <div class="entry">
            <span>Beta</span><strong>{{ number(data.line.beta, 3) }}</strong>
          </div>
          <div class="entry">
            <span>Adjusted: a third of one, two thirds of it</span><strong>{{ number(data.line.adjusted, 3) }}</strong>
          </div>
          <div class="entry">
            <span>Standard error</span><span>{{ number(data.line.standard_error, 3) }}</span>
          </div>
          <div class="entry">
            <span>Two errors to each side</span
            ><span
              >{{ number(data.line.beta - 2 * data.line.standard_error, 2) }} to
              {{ number(data.line.beta + 2 * data.line.standard_error, 2) }}</span
            >
          </div>
          <div class="entry">
            <span>Explained, %</span><span>{{ data.line.r_squared === null ? '–' : percent(data.line.r_squared, 1) }}</span>
          </div>
          <div class="entry">
            <span>Beyond the index a {{ data.interval }}, %</span><span>{{ percent(data.line.alpha, 2) }}</span>
          </div>
          <div class="entry">
            <span>Returns</span><span>{{ data.line.observations }}</span>
          </div>
          <div class="entry">
            <span>Dropped</span><span v-if="!data.dropped.length">none</span>
            <span v-else
              >{{
                data.dropped
                  .slice(-4)
                  .map((of) => `${of.day} ${WHY[of.why]}`)
                  .join(', ')
              }}<template v-if="data.dropped.length > 4">, and {{ data.dropped.length - 4 }} before</template></span
            >
          </div>
        </section>
      </div>
      <SheetTable label="Other windows" :columns="alternatives" :rows="data.alternatives" :row-key="(of) => of.interval" />
      <div class="two">
        <ChartFrame
          v-if="data.rolling.length > 1"
          title="Beta of the window that ended then"
          :labels="data.rolling.map((of) => of.day)"
          :series="rolling"
          :height="230"
          :show="(of: number) => number(of, 2)"
        />
        <SheetTable
          v-if="data.returns.length"
          label="Returns"
          :style="{ maxHeight: '260px' }"
          :columns="returns"
          :rows="[...data.returns].reverse()"
          :row-key="(of) => of.day"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: calc(var(--space) * 5) calc(var(--space) * 9);
  margin: calc(var(--space) * 3) 0;
  align-items: start;
}
</style>
