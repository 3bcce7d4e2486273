<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import { useReference } from './reference'

/** A new exchange, or what one is called and where it is. */
const props = defineProps<{ exchange?: { id: number; code: string; name: string; country: string; currency: string } }>()
const emit = defineEmits<{ done: [] }>()
const { change } = useReference()
const EMPTY = { code: '', name: '', country: '', currency: '' }
const fresh = ref({ ...(props.exchange ?? EMPTY) })

async function make(): Promise<void> {
  const body = {
    code: fresh.value.code.trim().toUpperCase(),
    name: fresh.value.name.trim(),
    country: fresh.value.country.trim().toUpperCase(),
    currency: fresh.value.currency.trim().toUpperCase(),
  }
  const { exchange } = props
  const done = exchange
    ? await change(
        () => ask(api.PUT('/exchanges/{id}', { params: { path: { id: exchange.id } }, body: { ...body, code: undefined } })),
        `${body.name} is changed.`,
      )
    : await change(() => ask(api.POST('/exchanges', { body })), `${body.name} is made.`)
  if (done) {
    fresh.value = { ...EMPTY }
    emit('done')
  }
}
</script>

<template>
  <form class="choices" :aria-label="exchange ? `Change ${exchange.name}` : 'New exchange'" @submit.prevent="make">
    <v-text-field v-model="fresh.name" label="Name of the exchange" min-width="220" max-width="340" required @keydown.stop />
    <v-text-field
      v-if="!exchange"
      v-model="fresh.code"
      label="Code"
      placeholder="XQTH"
      max-width="110"
      maxlength="8"
      required
      @keydown.stop
    />
    <v-text-field v-model="fresh.country" label="Country" placeholder="XA" max-width="100" maxlength="2" required @keydown.stop />
    <v-text-field v-model="fresh.currency" label="Trades in" placeholder="EUR" max-width="110" maxlength="3" required @keydown.stop />
    <v-btn size="small" variant="outlined" type="submit">{{ exchange ? 'Keep it' : 'Make it' }}</v-btn>
  </form>
</template>
