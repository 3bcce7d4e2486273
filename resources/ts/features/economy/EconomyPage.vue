<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { number, percent } from '@/design/format'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

type One = Schemas['EconomyOverview']['series'][number]
/** The economy: what its statistics and rates tell, what was forecast of them, and how the two differed. */
const session = useSession()
const { state, reload } = useAnswer(
  'economy',
  () => ({ asOf: session.asOf }),
  ({ asOf }, signal) => ask(api.GET('/economy', { params: { query: asOf ? { as_of: asOf } : {} }, signal })),
)
const chosen = ref<string | null>(null)
const series = computed(() => state.value.data?.series ?? [])
const one = computed(() => series.value.find((of) => of.key === chosen.value) ?? series.value[0])
const value = (of: One, at: number | null | undefined): string => (at == null ? '–' : of.percent ? percent(at) : number(at, 4))
const latest = (of: One): number => of.values[of.values.length - 1]!
const years = computed(() => [...new Set(series.value.flatMap((of) => of.forecasts.map((one) => one.year)))].sort())
const columns = computed<SheetColumn<One>[]>(() => [
  { key: 'label', head: '% unless a rate of exchange' },
  { key: 'latest', head: 'Now', of: (of) => value(of, latest(of)) },
  { key: 'day', head: 'told on', of: (of) => of.days[of.days.length - 1]! },
  { key: 'before', head: 'A year before', of: (of) => value(of, of.year_before) },
  {
    key: 'change',
    head: 'Change, points',
    of: (of) => {
      if (of.year_before === null) return '–'
      const change = latest(of) - of.year_before
      return of.percent ? number(100 * change, 1) : `${percent(change / of.year_before)} %`
    },
  },
  ...years.value.map((year) => ({
    key: `forecast ${year}`,
    head: `Forecast ${year}`,
    of: (of: One) => value(of, of.forecasts.find((one) => one.year === year)?.value),
  })),
])
const scaled = (of: One, values: number[]): number[] => (of.percent ? values.map((at) => 100 * at) : values)
const drawn = computed<Series[]>(() =>
  one.value
    ? [{ name: one.value.label, values: scaled(one.value, one.value.values), unit: one.value.percent ? '%' : 'base currency' }]
    : [],
)
const made = computed(() => [...new Set((one.value?.paths ?? []).flatMap((path) => path.days))].sort())
const paths = computed<Series[]>(() =>
  (one.value?.paths ?? []).map((path) => {
    const at = new Map(path.days.map((day, i) => [day, 100 * path.values[i]!]))
    return {
      name: `For ${path.year}${path.actual === null ? '' : `, came to ${percent(path.actual)}`}`,
      values: made.value.map((day) => at.get(day) ?? null),
      unit: '%',
    }
  }),
)
const surprises = computed(() => state.value.data?.surprises ?? [])
</script>

<template>
  <div class="page">
    <h1>Economy</h1>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p v-if="!series.length" class="quiet">
        Nothing of the economy is known by this day. Under Data, rates and statistics are imported or written down.
      </p>
      <template v-else>
        <p v-if="state.data.recessions.length" class="quiet">
          Output was below that of a year before, two quarters and more:
          {{ state.data.recessions.map((of) => `${of.start.slice(0, 7)} to ${of.lasts ? 'now' : of.end.slice(0, 7)}`).join(', ') }}.
        </p>
        <SheetTable label="Statistics and rates" :columns="columns" :rows="series" :row-key="(of) => of.key">
          <template #cell-label="{ row }"
            ><a href="#" :aria-current="row.key === one?.key ? 'true' : undefined" @click.prevent="chosen = row.key">{{
              row.label
            }}</a></template
          >
        </SheetTable>
        <div class="charts">
          <h2 class="visually-hidden">Through time</h2>
          <ChartFrame
            v-if="one"
            :title="one.label"
            :labels="one.days"
            :series="drawn"
            :height="270"
            :show="(of: number) => number(of, one!.percent ? 1 : 4)"
            brush
          />
          <ChartFrame
            v-if="one && paths.length"
            title="What was forecast of each year"
            :labels="made"
            :series="paths"
            :height="270"
            :show="(of: number) => number(of, 1)"
          />
          <ChartFrame
            v-if="surprises.length"
            title="Surprises in activity"
            :labels="surprises.map((of) => of.day)"
            :series="[{ name: 'Beyond what was forecast', values: surprises.map((of) => of.value), unit: 'usual surprises' }]"
            :height="270"
            :show="(of: number) => number(of, 2)"
          />
        </div>
        <p class="quiet">
          Surprises: output and unemployment beside the last forecast for their year, in what was usual for each, half as much with every
          ninety days.
        </p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: calc(var(--space) * 5);
  margin-top: calc(var(--space) * 4);
}
a[aria-current] {
  font-weight: 600;
}
</style>
