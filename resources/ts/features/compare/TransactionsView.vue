<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, defineAsyncComponent, reactive, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { csv, download } from '@/design/download'
import { amount, number, percent, readNumber } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useNotices } from '@/stores/notices'
import { useAddressed, useAddressedChoices } from '@/shell/addressed'
import { useSession } from '@/stores/session'
import { useLinked } from './link'
import TransactionEditor from './TransactionEditor.vue'

// Charts weigh more than all the rest; they come when one is drawn.
const ScatterPlot = defineAsyncComponent(() => import('@/features/find/ScatterPlot.vue'))

/** What was paid for companies that changed hands, and what that would make of this one. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const queries = useQueryClient()
const asOf = computed(() => (session.asOf ? { as_of: session.asOf } : {}))
const filter = reactive({
  from: useAddressed<string>('from', ''),
  until: useAddressed<string>('until', ''),
  industry: useAddressed<string>('industry', ''),
  country: useAddressed<string>('country', ''),
  buyer: useAddressed<string>('buyer', ''),
  least: useAddressed<string>('least', ''),
  most: useAddressed<string>('most', ''),
})
/** Those that do not count though a link, not the reader, left them out: their numbers with commas; 0 for none. */
const left = useAddressed<string>('left', '')
/** Reasons that came with the link, by number. */
const reasons = useAddressedChoices<Record<string, string>>('reasons', {})
const million = (text: string): number | null => (readNumber(text) === null ? null : readNumber(text)! * 1e6)
const query = computed(() => ({
  ...asOf.value,
  ...(filter.from ? { from: filter.from } : {}),
  ...(filter.until ? { until: filter.until } : {}),
  ...(filter.industry ? { industry: filter.industry } : {}),
  ...(filter.country ? { country: filter.country } : {}),
  ...(filter.buyer ? { buyer: filter.buyer } : {}),
  ...(million(filter.least) === null ? {} : { least: million(filter.least)! }),
  ...(million(filter.most) === null ? {} : { most: million(filter.most)! }),
  ...(/^\d+(,\d+)*$/.test(left.value) ? { left: left.value } : {}),
}))
const { state, reload } = useAnswer(
  'transactions',
  () => ({ ticker: props.ticker, query: query.value }),
  ({ ticker, query }, signal) => ask(api.GET('/companies/{ticker}/transactions', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
const out = computed(() => (data.value?.transactions ?? []).filter((of) => !of.in).map((of) => of.id))
type Transaction = Schemas['Transactions']['transactions'][number]
const reasonOf = (of: Transaction): string => (left.value ? reasons.value?.[of.id] : of.reason) ?? ''
const given = computed(() => (data.value?.transactions ?? []).map((of) => [of.id, reasonOf(of)] as const).filter(([, reason]) => reason))
useLinked(() => ({
  left: out.value.join(',') || '0',
  reasons: given.value.length ? JSON.stringify(Object.fromEntries(given.value)) : undefined,
}))
type Key = 'ev_to_sales' | 'ev_to_ebitda' | 'ev_to_ebit' | 'price_to_earnings'
const MULTIPLES: [Key, string, string][] = [
  ['ev_to_sales', 'Value to sales', 'sales'],
  ['ev_to_ebitda', 'Value to EBITDA', 'EBITDA'],
  ['ev_to_ebit', 'Value to EBIT', 'EBIT'],
  ['price_to_earnings', 'Price to earnings', 'earnings'],
]
/** A multiple of what nobody told is not known; one of a loss is not meaningful. */
const figureOf: Record<Key, (of: Transaction) => number | null> = {
  ev_to_sales: (of) => of.revenue,
  ev_to_ebitda: (of) => of.ebitda,
  ev_to_ebit: (of) => of.ebit,
  price_to_earnings: (of) => of.net_income,
}
const BUYERS: [string, string][] = [
  ['', 'Any buyer'],
  ['company', 'Another company'],
  ['fund', 'A fund'],
  ['managers', 'Its managers'],
  ['other', 'Others'],
]
const times = (of: number | null | undefined): string => (of == null ? 'n.m.' : number(of, 1))
const money = (of: number | null): string => (of === null ? '–' : amount(of))
/** Industries there are, the company's own first. */
const industries = computed<[string, string][]>(() => {
  const known = new Map((data.value?.transactions ?? []).map((of) => [of.industry, of.industry_name]))
  return [['', 'Any business'], ...[...known].sort((a, b) => a[1].localeCompare(b[1]))]
})
const columns = computed<SheetColumn<Transaction>[]>(() => [
  { key: 'target', head: 'Target' },
  { key: 'in', head: 'In' },
  { key: 'day', head: 'Announced', of: (of) => of.announced_on, by: (of) => Number(of.announced_on.replaceAll('-', '')) },
  { key: 'industry', head: 'Business', of: (of) => of.industry_name },
  { key: 'stake', head: 'Part', of: (of) => `${percent(of.stake, 0)} %` },
  { key: 'value', head: 'Whole, with debt', of: (of) => money(of.enterprise_value), by: (of) => of.enterprise_value },
  ...MULTIPLES.map(([key, head]): SheetColumn<Transaction> => ({
    key,
    head,
    of: (of) => (figureOf[key](of) === null ? '–' : times(of.multiples[key])),
    by: (of) => of.multiples[key],
  })),
  { key: 'premium', head: 'Premium', of: (of) => (of.premium === null ? '–' : `${percent(of.premium, 0)} %`) },
  { key: 'paid', head: 'In', of: (of) => of.payment ?? '–' },
  { key: 'reason', head: 'Reason' },
  ...(session.canChangeFacts ? [{ key: 'edit', head: '' }] : []),
])
interface Line {
  key: Key
  name: string
  of: string
}
const lines = computed<Line[]>(() => MULTIPLES.map(([key, name, of]) => ({ key, name, of })))
const each = (of: number | null | undefined): string => (of == null ? '–' : number(of, 2))
const statistic = (of: Line, name: 'low' | 'lower_quartile' | 'median' | 'mean' | 'upper_quartile' | 'high'): string =>
  data.value?.statistics[of.key]?.[name] == null ? '–' : number(data.value.statistics[of.key]![name]!, 1)
const whyNot = (of: Line): string => {
  const figure = data.value?.figures[of.key]
  if (!data.value?.statistics[of.key]?.count) return 'nobody paid for it'
  return figure == null ? 'not known' : figure <= 0 ? 'n.m.' : '–'
}
const results = computed<SheetColumn<Line>[]>(() => [
  { key: 'name', head: 'Multiple', of: (of) => of.name },
  { key: 'count', head: 'Of', of: (of) => String(data.value?.statistics[of.key]?.count ?? 0) },
  { key: 'low', head: 'Lowest', of: (of) => statistic(of, 'low') },
  { key: 'q1', head: 'Lower quarter', of: (of) => statistic(of, 'lower_quartile') },
  { key: 'median', head: 'Median', of: (of) => statistic(of, 'median') },
  { key: 'mean', head: 'Mean', of: (of) => statistic(of, 'mean') },
  { key: 'q3', head: 'Upper quarter', of: (of) => statistic(of, 'upper_quartile') },
  { key: 'high', head: 'Highest', of: (of) => statistic(of, 'high') },
  { key: 'figure', head: `Its figure, ${data.value?.currency}`, of: (of) => money(data.value?.figures[of.key] ?? null) },
  { key: 'vlow', head: 'A share, low', of: (of) => each(data.value?.values[of.key]?.low) },
  {
    key: 'centre',
    head: 'centre',
    of: (of) => (data.value?.values[of.key]?.centre == null ? whyNot(of) : each(data.value.values[of.key]!.centre)),
  },
  { key: 'vhigh', head: 'high', of: (of) => each(data.value?.values[of.key]?.high) },
])
async function choose(of: Transaction, isIn: boolean, reason: string | null): Promise<void> {
  if (left.value) {
    // Of a link: what the reader left out stays as it is.
    left.value = (isIn ? out.value.filter((one) => one !== of.id) : [...new Set([...out.value, of.id])]).join(',') || '0'
    reasons.value = { ...reasons.value, [of.id]: reason ?? '' }
    return
  }
  const before = { in: of.in, reason: of.reason }
  const put = async (to: { in: boolean; reason: string | null }) => {
    await ask(
      api.PUT('/companies/{ticker}/transactions/{transaction}', {
        params: { path: { ticker: props.ticker, transaction: of.id }, query: asOf.value },
        body: to,
      }),
    )
    await queries.invalidateQueries({ queryKey: ['transactions'] })
  }
  try {
    await put({ in: isIn, reason })
    notices.say(`${of.target} ${isIn ? 'counts' : 'is left out'}.`, () => put(before))
  } catch (error) {
    notices.fail(error)
  }
}
const drawn = useAddressed<Key>('multiple', 'ev_to_ebitda')
const across = useAddressed<'date' | 'size'>('against', 'date')
const years = (day: string): number => Number(day.slice(0, 4)) + (Number(day.slice(5, 7)) - 0.5) / 12
const points = computed(() =>
  (data.value?.transactions ?? []).flatMap((of) => {
    const y = of.multiples[drawn.value]
    if (y == null || (across.value === 'size' && !of.enterprise_value)) return []
    return [{ x: across.value === 'date' ? years(of.announced_on) : of.enterprise_value! / 1e6, y, name: of.target, marked: !of.in }]
  }),
)
function forgetLink(): void {
  left.value = ''
  reasons.value = null
}
const editing = ref<Transaction | 'new' | null>(null)
async function edited(): Promise<void> {
  editing.value = null
  await queries.invalidateQueries({ queryKey: ['transactions'] })
}
function save(): void {
  const all = data.value?.transactions ?? []
  const head = [
    'target',
    'acquirer',
    'announced',
    'business',
    'country',
    'currency',
    'price',
    'stake',
    'net debt',
    'revenue',
    'EBITDA',
    'EBIT',
  ]
  const rows = all.map((of) => [
    of.target,
    of.acquirer,
    of.announced_on,
    of.industry_name,
    of.country ?? '',
    of.currency,
    of.price,
    of.stake,
    of.net_debt ?? '',
    of.revenue ?? '',
    of.ebitda ?? '',
    of.ebit ?? '',
    ...MULTIPLES.map(([key]) => of.multiples[key] ?? ''),
    of.in ? 'in' : 'out',
    reasonOf(of),
  ])
  download('transactions.csv', csv([[...head, ...MULTIPLES.map(([, name]) => name), 'counts', 'reason'], ...rows]), 'text/csv')
}
async function hand(): Promise<void> {
  try {
    const { id } = await ask(
      api.POST('/companies/{ticker}/transactions', {
        params: { path: { ticker: props.ticker }, query: asOf.value },
        body: query.value,
      }),
    )
    notices.say('Handed to Value.', async () => {
      await ask(api.DELETE('/valuations/{id}', { params: { path: { id } } }))
    })
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <div>
    <div class="choices">
      <ChoiceField v-model="filter.industry" name="Business" :choices="industries" />
      <v-btn v-if="data" size="small" :aria-pressed="filter.industry === data.industry" @click="filter.industry = data.industry"
        >Its own</v-btn
      >
      <ChoiceField v-model="filter.buyer" name="Kind of buyer" :choices="BUYERS" />
      <label class="quiet">from <input v-model.lazy="filter.from" type="date" class="assumption" aria-label="From" @keydown.stop /></label>
      <label class="quiet">to <input v-model.lazy="filter.until" type="date" class="assumption" aria-label="Until" @keydown.stop /></label>
      <label class="quiet"
        >worth from <input v-model.lazy="filter.least" class="assumption short" aria-label="Worth at least, million" @keydown.stop /> to
        <input v-model.lazy="filter.most" class="assumption short" aria-label="Worth at most, million" @keydown.stop /> m</label
      >
      <v-btn size="small" @click="Object.assign(filter, { from: '', until: '', industry: '', country: '', buyer: '', least: '', most: '' })"
        >All</v-btn
      >
      <v-btn v-if="left" size="small" title="A link says which ones are out" @click="forgetLink">As I left them out</v-btn>
      <v-btn v-if="session.canChangeFacts" size="small" @click="editing = 'new'">Enter one</v-btn>
      <v-btn v-if="data?.transactions.length" size="small" @click="save">CSV</v-btn>
      <v-btn v-if="data?.blended != null" size="small" @click="hand">Hand to Value</v-btn>
    </div>
    <TransactionEditor v-if="editing" :transaction="editing === 'new' ? null : editing" @done="edited" @cancel="editing = null" />
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <p v-if="!data.known" class="quiet">
        No transaction is known by this day. An editor can enter one here, or import a table under Data.
      </p>
      <p v-else-if="!data.transactions.length" class="quiet">None of the {{ data.known }} that are known is like that.</p>
      <template v-else>
        <SheetTable label="What it implies" :columns="results" :rows="lines" :row-key="(of) => of.key" many />
        <p>
          {{ data.counted }} of {{ data.known }} transactions count. The mean of the medians is
          <strong>{{ each(data.blended) }} {{ data.currency }}</strong> a share; the price is {{ each(data.price) }}. Buyers of a whole
          company pay for control: a single share need not be worth that.
        </p>
        <div class="two">
          <section>
            <div class="choices">
              <ChoiceField v-model="drawn" name="Multiple drawn" :choices="MULTIPLES.map(([key, name]): [Key, string] => [key, name])" />
              <v-btn-toggle role="group" v-model="across" mandatory aria-label="Against"
                ><v-btn value="date" size="small" :aria-pressed="across === 'date'">by date</v-btn
                ><v-btn value="size" size="small" :aria-pressed="across === 'size'">by size</v-btn></v-btn-toggle
              >
            </div>
            <ScatterPlot
              title="Multiples paid"
              :x="across === 'date' ? 'Year' : 'Whole with debt, million'"
              :y="MULTIPLES.find(([key]) => key === drawn)![1]"
              :points="points"
            />
          </section>
        </div>
        <SheetTable
          label="Past transactions"
          :columns="columns"
          :rows="data.transactions"
          :row-key="(of) => of.id"
          :row-class="(of) => (of.in ? undefined : 'out')"
          many
        >
          <template #cell-target="{ row }"
            >{{ row.target }} <span class="quiet">by {{ row.acquirer }}</span></template
          >
          <template #cell-in="{ row }"
            ><input
              type="checkbox"
              :checked="row.in"
              :aria-label="`${row.target} counts`"
              @change="choose(row, !row.in, reasonOf(row) || null)"
              @keydown.x.stop.prevent="choose(row, !row.in, reasonOf(row) || null)"
          /></template>
          <template #cell-reason="{ row }"
            ><input
              class="assumption reason"
              :value="reasonOf(row)"
              :aria-label="`Reason for ${row.target}`"
              :placeholder="row.in ? '' : 'why it is out'"
              maxlength="500"
              @keydown.stop
              @change="choose(row, row.in, ($event.target as HTMLInputElement).value)"
          /></template>
          <template #cell-edit="{ row }"
            ><v-btn size="x-small" :aria-label="`Change ${row.target}`" @click="editing = row">Change</v-btn></template
          >
        </SheetTable>
        <p class="quiet">
          The whole is what was paid over the part bought, and the net debt that went with it. n.m.: the figure was not above nothing; such
          a transaction counts with its other multiples.
        </p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.short {
  width: 4.5em;
}
[type='date'] {
  width: 9.5em;
}
:deep(tbody th) {
  min-width: 210px;
}
.reason {
  width: 110px;
  text-align: left;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  margin: calc(var(--space) * 3) 0;
}
:deep(tr.out) td,
:deep(tr.out) th {
  color: rgb(var(--v-theme-quiet));
}
</style>
