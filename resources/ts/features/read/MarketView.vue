<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ViewTabs from '@/design/ViewTabs.vue'
import FigureButton from '@/features/margin/FigureButton.vue'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'
import DownturnsView from './DownturnsView.vue'
import EarningPowerView from './EarningPowerView.vue'
import InvestedSum from './InvestedSum.vue'
import PriceChart from './PriceChart.vue'
import PriceComparison from './PriceComparison.vue'

/** How the market prices the company: its prices, what they are laid beside, and what a sum became. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const catalogue = useCatalogue()
const route = useRoute()
const PARTS = [
  { key: 'prices', word: 'Prices and levels' },
  { key: 'earning-power', word: 'Earning power' },
  { key: 'beside', word: 'Beside others' },
  { key: 'downturns', word: 'Downturns' },
  { key: 'sum', word: 'What a sum became' },
  { key: 'figures', word: 'Returns and risk' },
] as const
type Part = (typeof PARTS)[number]['key']
const view = computed<Part>(() => PARTS.find((of) => of.key === route.query.part)?.key ?? 'prices')
const views = computed(() => PARTS.map((of) => ({ ...of, to: { query: { ...route.query, part: of.key } } })))
const KEYS = [
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
const figures = useAnswer(
  'market figures',
  () => ({ ticker: props.ticker, asOf: session.asOf, wanted: view.value === 'figures' }),
  ({ ticker, asOf, wanted }, signal) =>
    wanted
      ? ask(
          api.GET('/companies/{ticker}/metrics', {
            params: { path: { ticker }, query: { keys: KEYS.join(','), ...(asOf ? { as_of: asOf } : {}) } },
            signal,
          }),
        )
      : null,
)
const known = computed(() => figures.state.value.data?.figures ?? {})
</script>

<template>
  <div>
    <ViewTabs :model-value="view" :views="views" label="Views of the market" />
    <h2 class="visually-hidden">{{ views.find((of) => of.key === view)?.word }}</h2>
    <PriceChart v-if="view === 'prices'" :ticker="ticker" />
    <EarningPowerView v-else-if="view === 'earning-power'" :ticker="ticker" />
    <DownturnsView v-else-if="view === 'downturns'" :ticker="ticker" />
    <PriceComparison v-else-if="view === 'beside'" :ticker="ticker" />
    <InvestedSum v-else-if="view === 'sum'" :ticker="ticker" />
    <div v-else class="grid">
      <div v-for="key in KEYS" :key="key" class="entry">
        <span>{{ catalogue.label(key) }}</span><FigureButton
          v-if="known[key]"
          :figure="known[key]"
          :question="{ kind: 'metric', ticker, metric: key, label: catalogue.label(key) }"
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 0 calc(var(--space) * 8.5);
}
</style>
