<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { api, ask } from '@/api/client'
import CommitInput from '@/design/CommitInput.vue'
import { number, percent } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'
import FactsTable from './FactsTable.vue'
import IndexField from './IndexField.vue'
import PeriodField from './PeriodField.vue'
import type { Definition } from './screen'

/** How today's survivors would have done, held together. */
const props = defineProps<{ definition: Definition; usable: boolean }>()
const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))
const session = useSession()
const catalogue = useCatalogue()
const weights = ref<'equal' | 'market_value'>('equal')
const rebalance = ref<'daily' | 'monthly' | 'quarterly' | 'yearly' | 'never'>('daily')
const index = ref('ALLSH')
const today = computed(() => session.asOf ?? session.latestDay ?? '')
const from = ref('')
const cost = ref(0)

const { state } = useAnswer(
  'baskets/run',
  () => ({
    screen: props.definition,
    as_of: session.asOf,
    weights: weights.value,
    rebalance: rebalance.value,
    index: index.value,
    from: from.value,
    cost: cost.value,
  }),
  (body, signal) => (props.usable && from.value ? ask(api.POST('/baskets/run', { body, signal })) : null),
)
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="Basket, scrollable">
    <div class="choices">
      <v-select
        v-model="weights"
        :items="[
          { value: 'equal', title: 'equal weights' },
          { value: 'market_value', title: 'weights by market value' },
        ]"
        aria-label="Weights"
        class="narrow wide"
      />
      <v-select
        v-model="rebalance"
        :items="[
          { value: 'daily', title: 'rebalanced daily' },
          { value: 'monthly', title: 'monthly' },
          { value: 'quarterly', title: 'quarterly' },
          { value: 'yearly', title: 'yearly' },
          { value: 'never', title: 'never' },
        ]"
        aria-label="Rebalanced"
        class="narrow"
      />
      <PeriodField v-model="from" :today="today" />
      <IndexField v-model="index" />
      <label class="quiet"
        >costs
        <CommitInput
          class="cost"
          type="number"
          min="0"
          max="1000"
          :model-value="cost"
          aria-label="Costs in basis points"
          @update:model-value="(text: string) => (cost = Math.min(1000, Math.max(0, Number(text) || 0)))"
        />
        basis points</label
      >
    </div>
    <p class="attention">
      ⚑ This looks back with today’s knowledge: it holds, from the first day on, the companies that survive the screen today. Nobody could
      have known them then. The back-test asks what the screen would have picked at the time.
    </p>
    <v-progress-linear v-if="state.status === 'pending'" indeterminate color="primary" height="2" aria-label="Looking back" />
    <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
    <template v-if="state.data && state.status !== 'error'">
      <ChartFrame
        title="Growth of 10,000, dividends reinvested"
        :labels="state.data.days"
        :series="[
          { name: 'Basket', values: state.data.values, unit: session.currency },
          {
            name: catalogue.data?.indices[state.data.index] ?? state.data.index,
            values: state.data.index_values,
            benchmark: true,
            unit: session.currency,
          },
        ]"
        :show="(value: number) => number(value, 0)"
        :height="260"
      />
      <p class="quiet mb-2">
        {{ state.data.members }} companies, {{ state.data.rebalancings }} times brought to weight, {{ percent(state.data.turnover, 0) }} %
        turned over a year; the risk-free rate was {{ percent(state.data.risk_free) }} % on average.
        <template v-if="state.data.not_there_at_first.length">
          Not traded yet on the first day: {{ state.data.not_there_at_first.slice(0, 8).join(', ')
          }}{{ state.data.not_there_at_first.length > 8 ? ' …' : '' }}.
        </template>
      </p>
      <FactsTable
        :lines="[
          { name: 'Basket', performance: state.data.performance },
          { name: catalogue.data?.indices[state.data.index] ?? state.data.index, performance: state.data.index_performance },
        ]"
      />
    </template>
  </div>
</template>

<style scoped>
.scroll {
  flex: 1;
  min-height: 0;
}
.narrow {
  max-width: 150px;
}
.wide {
  max-width: 220px;
}
.cost {
  width: 3.4em;
}
</style>
