<script setup lang="ts">
import CurrencyForm from './CurrencyForm.vue'
import ExchangeForm from './ExchangeForm.vue'
import IndexForm from './IndexForm.vue'
import SeriesForm from './SeriesForm.vue'
import type { Reference } from './reference'
import { useSession } from '@/stores/session'

/** What is missing, what it is for, and where it stands the way to mend it. */
defineProps<{ reference: Reference; entry: Reference['missing'][number] }>()
const session = useSession()
</script>

<template>
  <div class="missing">
    <p>{{ entry.sentence }}</p>
    <template v-if="session.canChangeFacts">
      <CurrencyForm v-if="entry.key === 'currency' && session.canAdminister" />
      <ExchangeForm v-else-if="entry.key === 'exchange'" />
      <IndexForm v-else-if="entry.key.startsWith('index:')" :exchanges="reference.exchanges" :exchange="entry.key.slice(6)" />
      <SeriesForm
        v-else-if="entry.key === 'risk_free_rate' || entry.key.startsWith('exchange_rate:')"
        :known="reference.known_series"
        :name="entry.key"
      />
    </template>
  </div>
</template>

<style scoped>
.missing {
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  padding: calc(var(--space) * 2) 0;
}
</style>
