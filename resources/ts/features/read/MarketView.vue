<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Series } from '@/design/ChartFrame.vue'
import FigureButton from '@/features/margin/FigureButton.vue'
import { number } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'

// Charts weigh more than all the rest; they come when one is drawn.
const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

const props = defineProps<{ ticker: string }>()
const session = useSession()
const catalogue = useCatalogue()
const years = ref(5)
const adjusted = ref(false)
const keys = [
  'total_return_1y',
  'total_return_3y',
  'price_change_year_to_date',
  'excess_return_1y',
  'distance_to_average_50d',
  'distance_to_average_200d',
  'relative_strength_index',
  'volatility_1y',
  'beta_raw',
  'beta_adjusted',
  'max_drawdown_1y',
  'max_drawdown_5y',
  'value_at_risk_95',
  'sharpe_ratio_1y',
  'median_traded_value_3m',
  'dividend_yield',
]

const { state, reload } = useAnswer(
  'prices',
  () => ({ ticker: props.ticker, years: years.value, asOf: session.asOf }),
  async ({ ticker, years, asOf }, signal) => {
    const query = asOf ? { as_of: asOf } : {}
    const [prices, figures] = await Promise.all([
      ask(api.GET('/companies/{ticker}/prices', { params: { path: { ticker }, query: { years, ...query } }, signal })),
      ask(api.GET('/companies/{ticker}/metrics', { params: { path: { ticker }, query: { keys: keys.join(','), ...query } }, signal })),
    ])
    return { prices, figures: figures.figures }
  },
)
const series = computed<Series[]>(() => {
  const prices = state.value.data?.prices
  if (!prices) return []
  const unit = prices.currency
  return [
    { name: adjusted.value ? 'Price, dividends reinvested' : 'Price', values: adjusted.value ? prices.adjusted : prices.close, unit },
    ...(adjusted.value
      ? []
      : [
          { name: 'Mean of 50 days', values: prices.sma50, unit },
          { name: 'Mean of 200 days', values: prices.sma200, unit },
        ]),
    {
      name: 'Home index, rebased',
      values: adjusted.value ? prices.index_against_adjusted : prices.index,
      unit,
      benchmark: true,
    },
  ]
})
</script>

<template>
  <div>
    <div class="choices">
      <v-btn-toggle v-model="years" aria-label="Period"
        ><v-btn v-for="n in [1, 3, 5, 10]" :key="n" :value="n" size="small">{{ n }} {{ n === 1 ? 'year' : 'years' }}</v-btn></v-btn-toggle
      >
      <v-btn-toggle v-model="adjusted" aria-label="Dividends"
        ><v-btn :value="false" size="small">Price</v-btn><v-btn :value="true" size="small">With dividends</v-btn></v-btn-toggle
      >
      <span class="quiet">Split-adjusted. The index is a total-return index, set to the first close.</span>
    </div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p v-for="event in state.data.prices.events" :key="event.day" class="attention">
        {{ event.day }}: {{ event.text }}. Prices and per-share figures of before are put on the new basis.
      </p>
      <ChartFrame
        :title="`${ticker}: price`"
        :labels="state.data.prices.days"
        :series="series"
        :height="360"
        :show="(value: number) => number(value, 2)"
      />
      <div class="grid">
        <div v-for="key in keys" :key="key" class="entry one-line">
          <span>{{ catalogue.label(key) }}</span><FigureButton
            v-if="state.data.figures[key]"
            :figure="state.data.figures[key]"
            :question="{ kind: 'metric', ticker, metric: key, label: catalogue.label(key) }"
          />
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.one-line {
  white-space: nowrap;
  overflow: hidden;
  font-size: var(--type-text);
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 0 calc(var(--space) * 8.5);
  margin-top: calc(var(--space) * 3.5);
}
</style>
