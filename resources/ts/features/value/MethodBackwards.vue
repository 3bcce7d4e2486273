<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import { number, readNumber } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import type { MethodBody, MethodInput } from './figures'

/** What one input would have to be for a price. */
const props = defineProps<{
  ticker: string
  method: string
  body: MethodBody
  inputs: MethodInput[]
  price: number | null
  /** What is asked for until another is chosen. */
  first?: string
}>()
const session = useSession()
const notices = useNotices()
const chosen = ref('')
const start = props.first ?? props.inputs[0]?.name ?? ''
const input = computed(() => chosen.value || start)
const wished = ref<number | null>(null)
const { state } = useAnswer(
  'method backwards',
  () => ({
    ticker: props.ticker,
    method: props.method,
    query: session.asOf ? { as_of: session.asOf } : {},
    body: { ...props.body, input: input.value, price: wished.value },
  }),
  ({ ticker, method, query, body }, signal) =>
    body.input
      ? ask(api.POST('/companies/{ticker}/values/{method}/solve', { params: { path: { ticker, method }, query }, body, signal }))
      : null,
)
function wish(text: string): void {
  const read = readNumber(text)
  if (text.trim() !== '' && (read === null || read <= 0)) notices.fail('Write a price above nothing, or nothing for the price of today.')
  else wished.value = read
}
</script>

<template>
  <section>
    <h2>Backwards</h2>
    <div class="choices">
      <ChoiceField
        :model-value="input"
        name="What is asked for"
        :choices="inputs.filter((of) => !of.choices.length).map((of): [string, string] => [of.name, of.label])"
        @update:model-value="(to: string) => (chosen = to)"
      />
      <label class="quiet"
        >at
        <CommitInput
          class="assumption short"
          aria-label="Price asked for; empty for the price of today"
          :model-value="wished === null ? (price === null ? '' : number(price, 2)) : number(wished, 2)"
          @update:model-value="wish"
      /></label>
    </div>
    <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
    <p v-else-if="state.data?.sentence" data-testid="backwards" aria-live="polite">{{ state.data.sentence }}</p>
  </section>
</template>

<style scoped>
.short {
  width: 6em;
}
</style>
