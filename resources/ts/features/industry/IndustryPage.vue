<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Figure, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf, type SheetColumn } from '@/design/sheet'
import { change, number, percent, tone, withUnit } from '@/design/format'
import FigureButton from '@/features/margin/FigureButton.vue'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

type Industry = Schemas['Industry']
type Member = Industry['members'][number]
type Year = Industry['years'][number]
/** An industry: its companies, what they are together through time, how they lie, and who took whose share. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const query = computed(() => (session.asOf ? { as_of: session.asOf } : {}))
const { state: all, reload: again } = useAnswer(
  'industries',
  () => query.value,
  (query, signal) => ask(api.GET('/industries', { params: { query }, signal })),
)
const code = computed(() => String(route.params.code || (all.value.data?.industries[0]?.code ?? '')))
const { state, reload } = useAnswer(
  'industry',
  () => ({ code: code.value, query: query.value }),
  ({ code, query }, signal) => (code ? ask(api.GET('/industries/{code}', { params: { path: { code }, query }, signal })) : null),
)
const data = computed(() => state.value.data)
const choices = computed<[string, string][]>(() =>
  (all.value.data?.industries ?? []).map((of) => [of.code, `${of.name}, ${of.companies}`] as [string, string]),
)
const figure = (member: Member, i: number): Pick<Figure, 'value' | 'unit' | 'state' | 'reason'> => ({
  value: member.figures[i]!.value,
  unit: data.value!.columns[i]!.unit as Figure['unit'],
  state: member.figures[i]!.state as Figure['state'],
  reason: null,
})
/** What has room over a narrow column; the margin says it in full. */
const HEADS: Record<string, string> = {
  market_cap: 'Worth, million',
  revenue_growth_3y: 'Growth 3 y',
  operating_margin: 'Margin',
  return_on_equity: 'On equity',
  return_on_invested_capital: 'On capital',
  price_to_earnings: 'P/E',
  ev_to_ebitda: 'EV/EBITDA',
  price_to_book: 'P/B',
  net_debt_to_ebitda: 'Debt/EBITDA',
  total_return_1y: 'Return 1 y',
}
const points = (of: number | null | undefined): string => (of == null ? '–' : change(of))
const memberColumns = computed<SheetColumn<Member>[]>(() => [
  { key: 'company', head: 'Company', by: (of) => of.name },
  ...(data.value?.columns ?? []).map((column, i): SheetColumn<Member> => ({
    key: column.key,
    head: HEADS[column.key] ?? column.label,
    by: (of) => of.figures[i]!.value,
  })),
  {
    key: 'share',
    head: `% of sales ${data.value?.members[0]?.share_year ?? ''}`,
    of: (of) => (of.share === null ? '–' : percent(of.share)),
    by: (of) => of.share,
  },
  {
    key: 'one',
    head: 'in 1 y',
    of: (of) => points(of.share_change_1y),
    by: (of) => of.share_change_1y,
    class: (of) => tone(of.share_change_1y),
  },
  {
    key: 'five',
    head: 'in 5 y',
    of: (of) => points(of.share_change_5y),
    by: (of) => of.share_change_5y,
    class: (of) => tone(of.share_change_5y),
  },
])
const MULTIPLES = [
  ['price_to_earnings', 'Price to earnings'],
  ['ev_to_ebitda', 'Enterprise value to EBITDA'],
  ['price_to_book', 'Price to book'],
] as [keyof Year['multiples'], string][]
const multiple = ref<keyof Year['multiples']>('price_to_earnings')
const years = computed(() => data.value?.years ?? [])
const labels = computed(() => years.value.map((of) => `FY ${of.year}`))
const part = (of: number | null): number | null => (of === null ? null : 100 * of)
const sums = computed<Series[]>(() => [
  {
    name: 'Sales of all',
    unit: `${data.value?.currency} million`,
    bars: true,
    values: years.value.map((of) => (of.revenue === null ? null : of.revenue / 1e6)),
  },
  { name: 'Operating margin', unit: '%', values: years.value.map((of) => part(of.operating_margin)) },
  { name: 'Return on equity', unit: '%', values: years.value.map((of) => part(of.return_on_equity)) },
])
const multiples = computed<Series[]>(() => {
  const of = (name: string, which: 'median' | 'weighted' | 'low' | 'high', benchmark = false): Series => ({
    name,
    unit: 'times',
    benchmark,
    values: years.value.map((year) => year.multiples[multiple.value][which]),
  })
  return [
    of('Median', 'median'),
    of('Weighted by market value', 'weighted'),
    of('Lower quarter', 'low', true),
    of('Upper quarter', 'high', true),
  ]
})
const margins = computed<Series[]>(() => [
  { name: 'Median', unit: '%', values: years.value.map((of) => part(of.margin_median)) },
  { name: 'Lower quarter', unit: '%', benchmark: true, values: years.value.map((of) => part(of.margin_low)) },
  { name: 'Upper quarter', unit: '%', benchmark: true, values: years.value.map((of) => part(of.margin_high)) },
])
/** Those whose share moved most in five years. */
const moved = computed(() => {
  const known = (data.value?.members ?? []).filter((of) => of.share_change_5y !== null)
  const sorted = [...known].sort((a, b) => b.share_change_5y! - a.share_change_5y!)
  return sorted.length <= 10 ? sorted : [...sorted.slice(0, 5), ...sorted.slice(-5)]
})
interface Row {
  label: string
  of: (year: Year) => string
}
const ROWS = computed<Row[]>(() => [
  { label: 'Companies that told', of: (of) => String(of.companies) },
  { label: `Sales, ${data.value?.currency} million`, of: (of) => (of.revenue === null ? '–' : number(of.revenue / 1e6, 0)) },
  { label: 'Growth of those that told both years, %', of: (of) => points(of.growth) },
  { label: 'Operating margin, %', of: (of) => (of.operating_margin === null ? '–' : percent(of.operating_margin)) },
  { label: 'Net income', of: (of) => (of.net_income === null ? '–' : number(of.net_income / 1e6, 0)) },
  { label: 'Return on equity, %', of: (of) => (of.return_on_equity === null ? '–' : percent(of.return_on_equity)) },
])
const spreadText = (of: number | null, unit: string): string => (of === null ? '–' : withUnit(of, unit as Figure['unit']))
const spreadColumns: SheetColumn<Industry['spread'][number]>[] = [
  { key: 'label', head: 'Now', of: (of) => of.label },
  { key: 'count', head: 'Companies', of: (of) => String(of.count) },
  ...(
    [
      ['least', 'Lowest'],
      ['low', 'Lower quarter'],
      ['median', 'Median'],
      ['high', 'Upper quarter'],
      ['most', 'Highest'],
    ] as const
  ).map(([key, head]) => ({ key, head, of: (of: Industry['spread'][number]) => spreadText(of[key], of.unit) })),
]
</script>

<template>
  <div class="page">
    <LoadState :state="all" @again="again" />
    <p v-if="all.data && !all.data.industries.length" class="quiet">No company is listed by this day.</p>
    <div v-if="choices.length" class="choices">
      <h1>{{ data?.name ?? 'Industry' }}</h1>
      <ChoiceField
        :model-value="code"
        name="Industry"
        :choices="choices"
        @update:model-value="(to: string) => router.push({ name: 'industry', params: { code: to } })"
      />
    </div>
    <LoadState v-if="code" :state="state" @again="reload" />
    <template v-if="data">
      <div class="charts">
        <h2 class="visually-hidden">Sums and multiples</h2>
        <ChartFrame title="Sales, margin and return" :labels="labels" :series="sums" :height="230" :show="(of: number) => number(of, 1)" />
        <div>
          <ChoiceField v-model="multiple" name="Multiple" :choices="MULTIPLES" />
          <ChartFrame
            title="What was paid on the days of annual reports"
            :labels="labels"
            :series="multiples"
            :height="200"
            :show="(of: number) => number(of, 1)"
          />
        </div>
      </div>
      <h2>Companies</h2>
      <SheetTable label="Companies of the industry" :columns="memberColumns" :rows="data.members" :row-key="(of) => of.ticker" many>
        <template #cell-company="{ row }"
          ><router-link :to="{ name: 'read', params: { ticker: row.ticker } }">{{ row.name }}</router-link></template
        >
        <template #cell="{ row, column }">
          <FigureButton
            v-if="column < data.columns.length"
            cell
            :figure="figure(row, column)"
            :question="{
              kind: 'metric',
              ticker: row.ticker,
              metric: data.columns[column]!.key,
              label: `${row.name}: ${data.columns[column]!.label}`,
            }"
          />
          <template v-else>{{ memberColumns[column + 1]!.of?.(row) }}</template>
        </template>
      </SheetTable>
      <div class="charts">
        <section>
          <h2>How they lie</h2>
          <SheetTable label="Spread" :columns="spreadColumns" :rows="data.spread" :row-key="(of) => of.key" many />
        </section>
        <ChartFrame
          v-if="moved.length"
          title="Share of sales gained or lost in five years"
          :labels="moved.map((of) => of.ticker)"
          :series="[{ name: 'Points', unit: 'points', bars: true, values: moved.map((of) => 100 * of.share_change_5y!) }]"
          :height="230"
          :show="(of: number) => number(of, 2)"
        />
        <ChartFrame title="Operating margins" :labels="labels" :series="margins" :height="230" :show="(of: number) => number(of, 1)" />
        <section>
          <h2>Through the years</h2>
          <SheetTable
            label="The industry through the years"
            many
            through-time
            :columns="[{ key: 'label', head: '', of: (row) => row.label }, ...columnsOf<Row>(labels)]"
            :rows="ROWS"
            :row-key="(row) => row.label"
          >
            <template #cell="{ row, column }">{{ row.of(years[column]!) }}</template>
          </SheetTable>
        </section>
      </div>
      <p class="quiet">
        A year adds up what annual reports told on their day, of companies that are in the industry now, at the rates and prices of that
        day.
      </p>
    </template>
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(480px, 1fr));
  gap: calc(var(--space) * 5) calc(var(--space) * 9);
  margin: calc(var(--space) * 4) 0;
  align-items: start;
}
</style>
