<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import ViewTabs from '@/design/ViewTabs.vue'
import ChangesView from './ChangesView.vue'
import ExchangeClock from './ExchangeClock.vue'

// Desk is where one comes in: its other views come when they are opened.
const ConditionsView = defineAsyncComponent(() => import('./ConditionsView.vue'))
const DeliveryView = defineAsyncComponent(() => import('./DeliveryView.vue'))
const StagesView = defineAsyncComponent(() => import('./StagesView.vue'))
const WaitingView = defineAsyncComponent(() => import('./WaitingView.vue'))
const WatchlistsView = defineAsyncComponent(() => import('./WatchlistsView.vue'))

/** Where was I: what is new, what is worked on, what is waited for. */
const route = useRoute()
const views = [
  { key: '', word: 'What is new' },
  { key: 'stages', word: 'Stages' },
  { key: 'waiting', word: 'Waiting and unfinished' },
  { key: 'lists', word: 'Lists' },
  { key: 'conditions', word: 'Conditions' },
  { key: 'delivery', word: 'Delivery' },
]
const view = computed(() => views.find((of) => of.key === route.params.view)?.key ?? '')
const places = views.map((of) => ({ ...of, to: { name: 'desk', params: { view: of.key } } }))
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Desk</h1>
      <p class="quiet"><router-link to="/economy">The economy</router-link>: statistics, rates and forecasts</p>
    </div>
    <ExchangeClock />
    <ViewTabs :model-value="view" :views="places" label="Views of the desk" />
    <StagesView v-if="view === 'stages'" />
    <WaitingView v-else-if="view === 'waiting'" />
    <WatchlistsView v-else-if="view === 'lists'" />
    <ConditionsView v-else-if="view === 'conditions'" />
    <DeliveryView v-else-if="view === 'delivery'" />
    <ChangesView v-else />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: baseline;
  gap: calc(var(--space) * 4);
}
</style>
