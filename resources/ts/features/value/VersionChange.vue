<script setup lang="ts">
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import { number } from '@/design/format'
import { useSession } from '@/stores/session'

/** A kept version on the data of the day: what it was, what it is, and which cause did how much. */
const props = defineProps<{ valuation: number; currency: string }>()
const session = useSession()
const { state } = useAnswer(
  'value again',
  () => ({ id: props.valuation, query: session.asOf ? { as_of: session.asOf } : {} }),
  ({ id, query }, signal) => ask(api.GET('/valuations/{id}/again', { params: { path: { id }, query }, signal })),
)
const data = computed(() => state.value.data)
const CAUSES: Record<string, string> = {
  own: 'your own changes',
  rates: 'rates',
  market: 'what the market pays',
  reports: 'reports and what is expected',
  rest: 'peers and what else the method reads',
}
const signed = (of: number): string => (of > 0 ? `+${number(of, 2)}` : number(of, 2))
</script>

<template>
  <p v-if="data && data.as_of !== data.today">
    <v-btn size="small" @click="session.setDay(data.as_of)">See it as of {{ data.as_of }}</v-btn>
  </p>
  <p v-if="state.status === 'error'" class="attention" role="alert">{{ state.error.message }}</p>
  <div v-else-if="data && data.steps.length" class="change" data-testid="change">
    <p>
      Kept as of {{ data.as_of }} at {{ number(data.was, 2) }}; on the data of {{ data.today }} it gives
      {{ data.now === null ? 'none' : number(data.now, 2) }} {{ currency
      }}<template v-if="data.price_then !== null && data.price !== null">
        while the price went from {{ number(data.price_then, 2) }} to {{ number(data.price, 2) }}</template
      >.
    </p>
    <ul>
      <li v-for="of in data.steps" :key="of.cause">
        <strong>{{ signed(of.change) }}</strong> by {{ CAUSES[of.cause]
        }}<span v-if="of.inputs.length" class="quiet">: {{ of.inputs.join(', ') }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.change {
  margin: calc(var(--space) * 2) 0;
}
ul {
  list-style: none;
  padding: 0;
}
</style>
