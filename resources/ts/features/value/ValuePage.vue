<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import ViewTabs from '@/design/ViewTabs.vue'
import { useSubject } from '@/stores/subject'
import CashFlowView from './CashFlowView.vue'
import MethodView from './MethodView.vue'
import SummaryView from './SummaryView.vue'

/** What a share is worth: by every method beside each other, by one with its sheet, or by a cash flow year by year. */
const route = useRoute()
const subject = useSubject()
const view = computed(() => (typeof route.params.view === 'string' ? route.params.view : ''))
const method = computed(() => (['', 'cash-flow'].includes(view.value) ? null : view.value))
const places = computed(() =>
  [
    { key: '', word: 'All methods' },
    { key: 'cash-flow', word: 'Cash flow, year by year' },
    ...(method.value ? [{ key: method.value, word: 'One method' }] : []),
  ].map((entry) => ({ ...entry, to: { name: 'value', params: { ticker: route.params.ticker, view: entry.key } } })),
)
</script>

<template>
  <div class="page">
    <h1 v-if="view === ''" class="visually-hidden">Value</h1>
    <p v-if="subject.error" class="worse" role="alert">{{ subject.error }} Press <kbd>/</kbd> to find the company by its name.</p>
    <p v-else-if="!subject.company && !route.params.ticker" class="quiet">
      No company is in focus. Press <kbd>/</kbd> and type a name, or walk through the survivors of a screen.
    </p>
    <template v-else>
      <ViewTabs :model-value="view" :views="places" label="Views of the value" />
      <v-progress-linear v-if="!subject.company" indeterminate color="primary" height="2" aria-label="Loading" />
      <template v-else>
        <CashFlowView v-if="view === 'cash-flow'" :ticker="subject.company.ticker" />
        <MethodView v-else-if="method" :key="`${method} ${subject.company.ticker}`" :ticker="subject.company.ticker" :method="method" />
        <SummaryView v-else :ticker="subject.company.ticker" />
      </template>
    </template>
  </div>
</template>
