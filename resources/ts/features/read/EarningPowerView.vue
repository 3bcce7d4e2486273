<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import NumberField from '@/design/NumberField.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { number, percent } from '@/design/format'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

type EarningPower = Schemas['EarningPower']
type Rule = 'median' | 'mean' | 'trimmed_mean' | 'sector' | 'growth' | 'own'
/** The price laid over what a share earns times a normal multiple, and what it would return to be right about both. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
// The same for the next company; a basis it does not have gives way to its usual one.
const chosen = useLocalStorage('earning power', { basis: '', years: 10, rule: 'median' as Rule, exit: 3, multiples: '' })
const own = ref(15)
const growth = ref<number | null>(null)
watch(
  () => props.ticker,
  () => (growth.value = null),
)
const RULES: [Rule, string][] = [
  ['median', 'median of its years'],
  ['mean', 'mean of its years'],
  ['trimmed_mean', 'mean without the extremes'],
  ['sector', 'median of the sector'],
  ['growth', 'as growth in per cent'],
  ['own', 'own'],
]
const YEARS: [number, string][] = [5, 7, 10, 12, 15, 20].map((n) => [n, `${n} years`])
const EXITS: [number, string][] = [1, 2, 3, 4, 5].map((n) => [n, n === 1 ? 'one year' : `${n} years`])
const multiples = computed(() =>
  chosen.value.multiples
    .split(/[\s;,]+/)
    .map(Number)
    .filter((of) => of > 0)
    .slice(0, 8),
)
const { state, reload } = useAnswer(
  'earning power',
  () => ({
    ticker: props.ticker,
    asOf: session.asOf,
    basis: chosen.value.basis,
    years: chosen.value.years,
    rule: chosen.value.rule,
    own: chosen.value.rule === 'own' ? own.value : null,
    growth: growth.value,
    exit: chosen.value.exit,
    multiples: multiples.value.join(','),
  }),
  ({ ticker, asOf, basis, years, rule, own, growth, exit, multiples }, signal) =>
    ask(
      api.GET('/companies/{ticker}/earning-power', {
        params: {
          path: { ticker },
          query: {
            years,
            rule,
            exit,
            ...(basis ? { basis } : {}),
            ...(own === null ? {} : { own }),
            ...(growth === null ? {} : { growth }),
            ...(multiples ? { multiples } : {}),
            ...(asOf ? { as_of: asOf } : {}),
          },
        },
        signal,
      }),
    ),
)
const data = computed(() => state.value.data)
const label = computed(() => data.value?.bases.find((of) => of.key === data.value?.basis)?.label ?? '')
const drawn = computed<Series[]>(() => {
  const of = data.value
  if (!of) return []
  const unit = of.currency
  return [
    { name: 'Price', values: of.closes, unit },
    ...(of.multiple === null
      ? []
      : [
          { name: `${label.value} × ${number(of.multiple, 1)}`, values: of.line.value, unit },
          ...(of.lower_multiple === null || of.upper_multiple === null
            ? []
            : [
                { name: `× ${number(of.lower_multiple, 1)}`, values: of.line.lower, unit, edge: true },
                { name: `× ${number(of.upper_multiple, 1)}`, values: of.line.upper, unit, edge: true },
              ]),
          ...(of.adjusted ? [{ name: 'Without one-offs', values: of.adjusted, unit, benchmark: true }] : []),
        ]),
  ]
})
const small = (of: EarningPower['others'][number]): Series[] => [
  { name: 'Price', values: of.closes, unit: data.value!.currency },
  { name: `× ${of.multiple === null ? '–' : number(of.multiple, 1)}`, values: of.value, unit: data.value!.currency },
]
const beside = (of: number): string => `${percent(Math.abs(of), 0)} % ${of < 0 ? 'below' : 'above'}`
const standing = computed(() => {
  const of = data.value
  const now = of?.others.find((one) => one.key === of.basis)?.beside ?? null
  if (!of || of.position.above === null) return null
  return (
    `${now === null ? '' : `The price stands ${beside(now)} this line. `}On ${percent(of.position.above, 0)} % of ` +
    `${number(of.position.days, 0)} trading days it was above it, on ${percent(of.position.above_band ?? 0, 0)} % above the band, ` +
    `on ${percent(of.position.below_band ?? 0, 0)} % below.`
  )
})

type Row = NonNullable<EarningPower['grid']>['rows'][number]
const most = computed(() => Math.max(0, ...(data.value?.grid?.rows ?? []).map((row) => row.cells.length)))
const heads = ['low quartile', 'median', 'high quartile']
const grid = computed<SheetColumn<Row>[]>(() => [
  { key: 'basis', head: 'By', of: (of) => of.label },
  {
    key: 'expected',
    head: `Expected a share, ${data.value?.currency}`,
    of: (of) => (of.expected === null ? 'nobody tells' : number(of.expected, 2)),
  },
  ...Array.from({ length: most.value }, (_, i): SheetColumn<Row> => ({
    key: `cell ${i}`,
    head: multiples.value.length ? `at ${number(multiples.value[i] ?? 0, 1)}×` : `at its ${heads[i]}`,
    of: (of) => cell(of, i),
    class: (of) => ((of.cells[i]?.annual ?? 0) < 0 ? 'worse' : ''),
  })),
])
function cell(row: Row, i: number): string {
  const of = row.cells[i]
  if (!of) return '–'
  const rate = of.annual === null ? '–' : `${percent(of.annual)} %`
  return multiples.value.length ? rate : `${number(of.multiple, 1)}×: ${rate}`
}
const points = computed(() => [...(data.value?.points ?? [])].reverse())
const pointColumns: SheetColumn<EarningPower['points'][number]>[] = [
  { key: 'end', head: 'Fiscal year to', of: (of) => `${of.end}${of.expected ? ', expected' : ''}` },
  { key: 'basis', head: 'A share', of: (of) => (of.basis === null ? '–' : number(of.basis, 2)) },
  { key: 'price', head: 'Price', of: (of) => (of.price === null ? '–' : number(of.price, 2)) },
  {
    key: 'multiple',
    head: 'Multiple',
    of: (of) => (of.multiple !== null ? `${number(of.multiple, 1)}×` : of.basis !== null && of.basis <= 0 ? 'n.m.' : '–'),
  },
  { key: 'value', head: 'Line', of: (of) => (of.value === null ? '–' : number(of.value, 2)) },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <div class="choices">
        <v-btn-toggle
          role="group"
          :model-value="data.basis"
          mandatory
          aria-label="Measured by"
          @update:model-value="(key: string) => (chosen.basis = key)"
          ><v-btn v-for="of in data.bases" :key="of.key" :value="of.key" size="small" :aria-pressed="data.basis === of.key">{{
            of.label
          }}</v-btn></v-btn-toggle
        >
      </div>
      <div class="choices">
        <ChoiceField v-model="chosen.rule" :choices="RULES" name="Normal multiple" label="times the" />
        <NumberField v-if="chosen.rule === 'own'" v-model="own" label="Own multiple" unit="times" />
        <ChoiceField v-model="chosen.years" :choices="YEARS" name="Years looked at" label="over" />
        <span class="quiet">
          {{ data.used }} of them have a multiple<template v-if="data.lower_multiple !== null && data.upper_multiple !== null"
            >; half of these lie from {{ number(data.lower_multiple, 1) }} to {{ number(data.upper_multiple, 1) }}</template
          >
        </span>
      </div>
      <p v-if="data.multiple === null" class="attention">
        {{
          chosen.rule === 'sector'
            ? 'The sector has no multiple of this basis to compare by.'
            : chosen.rule === 'growth'
              ? 'Expected earnings do not grow, or nobody tells what they expect.'
              : `${label} was not above nothing in any of these years, so there is no multiple of it. Another basis may say more.`
        }}
      </p>
      <ChartFrame
        :title="`${ticker}: price and ${label.toLowerCase()}`"
        :labels="data.days"
        :series="drawn"
        :height="330"
        :show="(value: number) => number(value, 2)"
        brush
      />
      <p v-if="standing">{{ standing }}</p>

      <h2>Bought now and sold at a multiple</h2>
      <div class="choices">
        <ChoiceField v-model="chosen.exit" :choices="EXITS" name="Exit" label="after" />
        <label
          >at multiples
          <input
            v-model="chosen.multiples"
            class="assumption multiples"
            placeholder="its own"
            aria-label="Multiples of the exit"
            @keydown.stop
        /></label>
        <label
          >growth a year where nobody tells
          <NumberField
            :model-value="growth ?? 0"
            label="Growth a year"
            unit="percent"
            @update:model-value="(of: number) => (growth = of)"
          />
        </label>
        <v-btn v-if="growth !== null" size="small" @click="growth = null">None</v-btn>
      </div>
      <template v-if="data.grid">
        <SheetTable label="Annual returns of an exit" :columns="grid" :rows="data.grid.rows" :row-key="(of) => of.key" />
        <p class="quiet">
          Return a year until {{ data.grid.exit }} with {{ number(data.grid.dividends, 2) }} {{ data.currency }} of expected dividends a
          share, counted at the ends of fiscal years<template v-if="data.grid.missing_dividends"
            >; {{ data.grid.missing_dividends }} of {{ data.grid.years }} years have none expected and count without</template
          >.
        </p>
      </template>
      <p v-else class="quiet">Without a price and a report there is nothing to reckon from.</p>

      <h2>By every basis</h2>
      <div class="small">
        <div v-for="of in data.others" :key="of.key">
          <ChartFrame
            :title="`${of.label}${of.beside === null ? '' : `: ${beside(of.beside)}`}`"
            :labels="of.days"
            :series="small(of)"
            :height="170"
            :show="(value: number) => number(value, 2)"
          />
        </div>
      </div>
      <h2>Year by year</h2>
      <SheetTable label="Year by year" :columns="pointColumns" :rows="points" :row-key="(of) => of.end" />
    </template>
  </div>
</template>

<style scoped>
.multiples {
  width: 9em;
}
.small {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
  gap: calc(var(--space) * 4);
}
h2 {
  margin-top: calc(var(--space) * 5);
}
</style>
