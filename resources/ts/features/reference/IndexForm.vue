<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import { useReference, type Reference } from './reference'

/** A new index, which becomes what the shares of its exchange are measured against. */
const props = defineProps<{ exchanges: Reference['exchanges']; exchange?: string }>()
const emit = defineEmits<{ done: [] }>()
const { change } = useReference()
const fresh = ref({ exchange: '', ticker: '', name: '' })
watch(
  () => props.exchange ?? props.exchanges[0]?.code ?? '',
  (code) => (fresh.value.exchange = code),
  { immediate: true },
)

async function make(): Promise<void> {
  const body = { ...fresh.value, ticker: fresh.value.ticker.trim().toUpperCase(), name: fresh.value.name.trim() }
  const exchange = props.exchanges.find((entry) => entry.code === body.exchange)
  const done = await change(async () => {
    const made = await ask(api.POST('/indices', { body }))
    if (exchange && exchange.index_id === null) {
      await ask(api.PUT('/exchanges/{id}', { params: { path: { id: exchange.id } }, body: { index_id: made.id } }))
    }
  }, `${body.name} is made. Import its levels as prices of ${body.ticker}.`)
  if (done) {
    fresh.value = { ...fresh.value, ticker: '', name: '' }
    emit('done')
  }
}
</script>

<template>
  <form class="choices" aria-label="New index" @submit.prevent="make">
    <v-text-field v-model="fresh.name" label="Name of the index" min-width="220" required @keydown.stop />
    <v-text-field v-model="fresh.ticker" label="Ticker" max-width="130" maxlength="12" required @keydown.stop />
    <v-select v-model="fresh.exchange" :items="exchanges" item-title="name" item-value="code" label="On" min-width="180" />
    <v-btn size="small" variant="outlined" type="submit" :disabled="!exchanges.length">Make it</v-btn>
  </form>
</template>
