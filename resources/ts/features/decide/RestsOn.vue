<script setup lang="ts">
import { computed, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import { number } from '@/design/format'
import { useAddressed } from '@/shell/addressed'
import { useSession } from '@/stores/session'

/** What the decision rests on: what the methods of Value say now, and how a checklist comes out. Both are kept with it. */
const props = defineProps<{ ticker: string; kept: Schemas['Decision'] | null }>()
const emit = defineEmits<{ rests: [of: Pick<Schemas['Decision'], 'summary' | 'checklist'>] }>()
const session = useSession()
const checklist = useAddressed<string>('checklist', '')
const query = computed(() => (session.asOf ? { as_of: session.asOf } : {}))
const { state: values } = useAnswer(
  'values',
  () => ({ ticker: props.ticker, query: query.value, body: {} }),
  ({ ticker, query }, signal) => ask(api.GET('/companies/{ticker}/values', { params: { path: { ticker }, query }, signal })),
)
const summary = computed((): Schemas['MethodValue'][] =>
  (values.value.data?.methods ?? [])
    .filter((of) => of.fits && of.centre !== null)
    .map((of) => ({ method: of.key, label: of.label, low: of.low, centre: of.centre, high: of.high, weight: of.weight })),
)
const { state: ready } = useAnswer('ready screens', null, (_, signal) => ask(api.GET('/ready-screens', { signal })))
const choices = computed((): [string, string][] => [
  ['', 'no checklist'],
  ...(ready.value.data ?? []).filter((of) => of.use === 'checklist').map((of): [string, string] => [of.key, of.screen.name ?? of.key]),
])
const { state: checked } = useAnswer(
  'checklist of a decision',
  () => ({ ticker: props.ticker, query: query.value, screen: ready.value.data?.find((of) => of.key === checklist.value)?.screen ?? null }),
  ({ ticker, query, screen }, signal) =>
    screen === null
      ? null
      : ask(
          api.POST('/companies/{ticker}/checklist', { params: { path: { ticker } }, body: { ...query, screen: screen as never }, signal }),
        ),
)
const count = computed((): Schemas['ChecklistCount'] | null => {
  const items = checked.value.data?.items.filter((of) => of.depth === 0)
  if (!items || !checklist.value) return null
  const of = (state: string): number => items.filter((one) => one.state === state).length
  const name = choices.value.find(([key]) => key === checklist.value)?.[1] ?? checklist.value
  return { name, passed: of('pass'), failed: of('fail'), undecidable: of('undecidable') }
})
watch([summary, count], () => emit('rests', { summary: summary.value, checklist: count.value }), { immediate: true })
</script>

<template>
  <section class="mt-4">
    <h3>What it rests on</h3>
    <p v-if="summary.length" class="quiet">
      <template v-for="(of, i) in summary" :key="of.method">{{ i ? ' · ' : '' }}{{ of.label }} {{ number(of.centre!, 2) }}</template>
    </p>
    <p v-else class="quiet">No method of Value has a figure for it.</p>
    <p class="line">
      <ChoiceField v-model="checklist" label="Checklist" name="Checklist" :choices="choices" />
      <span v-if="count">{{ count.passed }} met, {{ count.failed }} failed, {{ count.undecidable }} cannot be said</span>
      <span v-else-if="kept?.checklist" class="quiet"
        >then {{ kept.checklist.name }}: {{ kept.checklist.passed }} met, {{ kept.checklist.failed }} failed</span
      >
    </p>
  </section>
</template>

<style scoped>
.line {
  display: flex;
  align-items: baseline;
  gap: calc(var(--space) * 4);
}
</style>
