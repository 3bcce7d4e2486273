<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { change, number, percent, tone } from '@/design/format'
import { columnsOf } from '@/design/sheet'
import { useAddressed } from '@/shell/addressed'
import { useSession } from '@/stores/session'
import { useLinked } from './link'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** What capital earned beyond what it cost: the company, its peers, its industry. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const { state, reload } = useAnswer(
  'excess returns',
  () => ({ ticker: props.ticker, query: session.asOf ? { as_of: session.asOf } : {} }),
  ({ ticker, query }, signal) => ask(api.GET('/companies/{ticker}/excess-returns', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
/** One's own cost of capital, or that of whoever made the link: `none` if that one had none. */
const linked = useAddressed<string>('own_cost', '')
const ownCost = computed(() => {
  if (linked.value === 'none') return null
  const told = linked.value === '' ? NaN : Number(linked.value)
  return Number.isFinite(told) ? told : (data.value?.own_cost ?? null)
})
useLinked(() => (data.value ? { own_cost: ownCost.value === null ? 'none' : String(ownCost.value) } : {}))
const labels = computed(() => (data.value?.years ?? []).map((of) => `FY ${of}`))
const hundred = (of: number | null): number | null => (of === null ? null : 100 * of)
const subject = computed(() => data.value?.lines.find((of) => of.subject))
const own = computed<Series[]>(() => [
  { name: 'Return on invested capital', unit: '%', values: (subject.value?.returns ?? []).map(hundred) },
  { name: 'Cost of capital', unit: '%', benchmark: true, values: (subject.value?.costs ?? []).map(hundred) },
  ...(ownCost.value === null
    ? []
    : [
        {
          name: linked.value ? 'As put together for the link' : 'As I put it together now',
          unit: '%',
          values: (data.value?.years ?? []).map(() => hundred(ownCost.value)),
        },
      ]),
  {
    name: `Return in ${data.value?.industry.toLowerCase() ?? ''}`,
    unit: '%',
    values: (data.value?.industry_years ?? []).map((of) => hundred(of.return)),
  },
])
const share = computed<Series[]>(() => [
  { name: 'Share of capital', unit: '%', bars: true, values: (data.value?.industry_years ?? []).map((of) => hundred(of.earning_share)) },
])
type Line = Schemas['ExcessReturns']['lines'][number]
type Year = Schemas['ExcessReturns']['industry_years'][number]
const rows: { name: string; of: (year: Year) => string }[] = [
  { name: 'Companies that told', of: (of) => String(of.companies) },
  { name: 'Return of all together, %', of: (of) => (of.return === null ? '–' : percent(of.return)) },
  { name: 'Capital that earns more than its cost, %', of: (of) => (of.earning_share === null ? '–' : percent(of.earning_share, 0)) },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <p v-if="!data.years.length" class="quiet">Nobody here has told a fiscal year by this day.</p>
      <template v-else>
        <v-btn v-if="linked" size="small" title="A link says what capital cost" @click="linked = ''">As I put it together</v-btn>
        <div class="two">
          <ChartFrame
            :title="`${ticker}: return and cost of capital`"
            definition="Operating profit after tax over invested capital; cost by market weights, as on the day of each annual report."
            :labels="labels"
            :series="own"
            :height="240"
            :show="(of: number) => number(of, 1)"
          />
          <ChartFrame
            :title="`${data.industry}: capital that earns more than it costs`"
            :labels="labels"
            :series="share"
            :height="240"
            :show="(of: number) => number(of, 0)"
          />
        </div>
        <SheetTable
          label="Return less cost of capital, points"
          many
          through-time
          :columns="[{ key: 'name', head: 'Return less cost, points', of: (of) => of.name }, ...columnsOf<Line>(labels)]"
          :rows="data.lines"
          :row-key="(of) => of.ticker"
        >
          <template #cell="{ row, column }"
            ><span :class="tone(row.excess[column])">{{ change(row.excess[column]) }}</span></template
          >
        </SheetTable>
        <SheetTable
          label="The industry"
          many
          through-time
          :columns="[{ key: 'name', head: data.industry, of: (of) => of.name }, ...columnsOf<(typeof rows)[number]>(labels)]"
          :rows="rows"
          :row-key="(of) => of.name"
        >
          <template #cell="{ row, column }">{{ row.of(data.industry_years[column]!) }}</template>
        </SheetTable>
        <p class="quiet">
          Operating profit after tax over the capital at the end of the year, less the cost of capital, both as they stood on the day of
          each annual report; a cost needs three years of prices before it.
        </p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: calc(var(--space) * 5) calc(var(--space) * 9);
  margin-bottom: calc(var(--space) * 4);
}
</style>
