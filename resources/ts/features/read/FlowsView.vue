<script setup lang="ts">
import ChoiceField from '@/design/ChoiceField.vue'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import FigureButton from '@/features/margin/FigureButton.vue'
import { amount } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAnswer } from '@/api/answer'
import { useSession } from '@/stores/session'
import BridgeChart from './BridgeChart.vue'
import ReturnTree from './ReturnTree.vue'
import YearTable from './YearTable.vue'

/** How figures hang together: bridges, sources and uses of cash, the trees of return, working capital, tangible book. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const period = ref<number | null>(null)
watch(
  () => props.ticker,
  () => (period.value = null),
)
const { state, reload } = useAnswer(
  'bridges',
  () => ({ ticker: props.ticker, period: period.value, asOf: session.asOf }),
  ({ ticker, period, asOf }, signal) =>
    ask(
      api.GET('/companies/{ticker}/bridges', {
        params: { path: { ticker }, query: { ...(period ? { period } : {}), ...(asOf ? { as_of: asOf } : {}) } },
        signal,
      }),
    ),
)
const years = computed(() => (state.value.data?.periods ?? []).map((entry) => Math.floor(entry.period / 10)))
const column = computed(() => (state.value.data?.periods ?? []).findIndex((entry) => entry.period === state.value.data?.period))
const flows = computed(() => state.value.data?.sources_and_uses)
const largest = computed(() => Math.max(1, ...[...(flows.value?.sources ?? []), ...(flows.value?.uses ?? [])].map((move) => move.amount)))
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p v-if="state.data.period === null" class="quiet">No annual report had been published by this day.</p>
      <template v-else>
        <ChoiceField
          :model-value="state.data.period"
          label="Year"
          name="Year"
          :choices="[...state.data.periods].reverse().map((entry) => [entry.period, entry.label])"
          @update:model-value="period = $event"
        />
        <p v-if="!state.data.bridges.length" class="quiet mt-2">The lines a bridge needs were not reported for that year.</p>
        <h2 class="visually-hidden">Bridges</h2>
        <BridgeChart
          v-for="bridge in state.data.bridges"
          :key="bridge.title"
          class="mt-3"
          :title="`${bridge.title}, ${state.data.period_label}`"
          :steps="bridge.steps"
          :currency="state.data.currency"
        />
        <section v-if="flows && (flows.sources.length || flows.uses.length)" class="mt-5">
          <h2>Where cash came from and went, {{ flows.label }}</h2>
          <div class="two">
            <div v-for="(moves, side) in { Sources: flows.sources, Uses: flows.uses }" :key="side">
              <h3>{{ side }}</h3>
              <div v-for="move in moves" :key="move.line" class="move">
                <span>{{ move.label }}</span>
                <span class="bar" :class="side === 'Sources' ? 'up' : 'down'" :style="{ width: `${(120 * move.amount) / largest}px` }" />
                <span class="sum">{{ amount(move.amount) }}</span>
              </div>
            </div>
          </div>
          <p class="quiet mt-1">
            <template v-if="flows.change !== null">Cash changed by {{ amount(flows.change ?? 0) }} {{ state.data.currency }}.</template>
            <span v-if="Math.abs(flows.unexplained) > 1000" class="attention">
              {{ amount(flows.unexplained) }} is not explained by the lines reported.</span
            >
          </p>
        </section>
        <ReturnTree class="mt-5" :rows="state.data.returns" :column="column" :ticker="ticker" :year="years[column] ?? 0" />
        <YearTable
          class="mt-5"
          title="Working capital and the cash conversion cycle"
          :ticker="ticker"
          :years="years"
          :rows="state.data.working_capital"
          :currency="state.data.currency"
        />
        <YearTable
          class="mt-5"
          title="From book to tangible book"
          :ticker="ticker"
          :years="years"
          :rows="state.data.book_value"
          :currency="state.data.currency"
        />
        <p class="quiet mt-2">
          Tangible common equity is common equity less goodwill and intangible assets.
          <FigureButton
            v-if="state.data.book_value.at(-1)"
            :figure="state.data.book_value.at(-1)!.figures[column]!"
            :question="{ kind: 'metric', ticker, metric: 'tangible_common_equity', label: 'Tangible common equity' }"
          />
        </p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 calc(var(--space) * 10);
}
.move {
  display: grid;
  grid-template-columns: 1fr 124px 80px;
  gap: calc(var(--space) * 2);
  align-items: center;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  padding: var(--space) 0;
}
.bar {
  height: 9px;
}
.up {
  background: rgb(var(--v-theme-success));
}
.down {
  background: rgb(var(--v-theme-error));
}
.sum {
  text-align: right;
}
</style>
