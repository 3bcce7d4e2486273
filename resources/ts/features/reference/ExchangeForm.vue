<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import { useReference } from './reference'

/** A new exchange. */
const emit = defineEmits<{ done: [] }>()
const { change } = useReference()
const fresh = ref({ code: '', name: '', country: '', currency: '' })

async function make(): Promise<void> {
  const body = {
    code: fresh.value.code.trim().toUpperCase(),
    name: fresh.value.name.trim(),
    country: fresh.value.country.trim().toUpperCase(),
    currency: fresh.value.currency.trim().toUpperCase(),
  }
  if (await change(() => ask(api.POST('/exchanges', { body })), `${body.name} is made.`)) {
    fresh.value = { code: '', name: '', country: '', currency: '' }
    emit('done')
  }
}
</script>

<template>
  <form class="choices" aria-label="New exchange" @submit.prevent="make">
    <v-text-field v-model="fresh.name" label="Name of the exchange" min-width="220" required @keydown.stop />
    <v-text-field v-model="fresh.code" label="Code" placeholder="XQTH" max-width="110" maxlength="8" required @keydown.stop />
    <v-text-field v-model="fresh.country" label="Country" placeholder="XA" max-width="100" maxlength="2" required @keydown.stop />
    <v-text-field v-model="fresh.currency" label="Trades in" placeholder="EUR" max-width="110" maxlength="3" required @keydown.stop />
    <v-btn size="small" variant="outlined" type="submit">Make it</v-btn>
  </form>
</template>
