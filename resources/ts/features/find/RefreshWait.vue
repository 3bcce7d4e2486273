<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, Problem } from '@/api/client'
import { queries } from '@/api/queries'
import WorkProgress from '@/design/WorkProgress.vue'
import { useCatalogue } from '@/stores/catalogue'

/** The figures of a day are being computed: shows how far, and lets one stop. Once they are there, all that lacked them is asked again. */
const props = defineProps<{ asOf: string; formula: string | null }>()
const catalogue = useCatalogue()
const INTERVAL = 700
/** Which attempt this is; another one begins the work anew, and none remembers how an earlier one ended. */
const attempt = ref(Date.now())
const begun = ref<number | null>(null)
const isOver = (state: string): boolean => ['done', 'failed', 'cancelled'].includes(state)
// To ask for figures that are being computed begins nothing: it says how far they are.
const { state: answer, reload } = useAnswer(
  'refreshes',
  () => ({ as_of: props.asOf, formula: props.formula, attempt: attempt.value }),
  ({ as_of, formula }, signal) =>
    begun.value
      ? ask(api.GET('/tasks/{id}', { params: { path: { id: begun.value } }, signal }))
      : ask(api.POST('/refreshes', { body: { as_of, formula }, signal })),
  (task) => (isOver(task.state) ? false : INTERVAL),
)
const task = computed(() => answer.value.data ?? null)
const problem = computed(() => (answer.value.status === 'error' ? answer.value.error.message : null))
watch(
  () => [props.asOf, props.formula, attempt.value],
  () => (begun.value = null),
  { flush: 'sync' },
)
watch(task, (now) => {
  begun.value = now?.id ?? null
  if (now?.state === 'done')
    void queries.refetchQueries({ predicate: ({ state }) => state.error instanceof Problem && state.error.status === 409 })
})
async function cancel(): Promise<void> {
  if (task.value) await ask(api.DELETE('/tasks/{id}', { params: { path: { id: task.value.id } } })).catch(() => undefined)
  reload()
}
</script>

<template>
  <div class="wait" role="status">
    <h2>{{ formula ? `Reading every company’s history as of ${asOf}` : `Computing the figures as of ${asOf}` }}</h2>
    <p class="quiet mb-3">
      {{
        formula
          ? `${catalogue.words(formula)}, for every company, once.`
          : 'Every metric of every company, from what was public on that day. This is done once for each day.'
      }}
    </p>
    <p v-if="task?.state === 'cancelled'" class="my-2">Cancelled; nothing was stored.</p>
    <WorkProgress v-else :work="task" what="companies" />
    <p v-if="problem ?? (task?.state === 'failed' ? task.message : null)" class="worse" role="alert">{{ problem ?? task?.message }}</p>
    <v-btn v-if="task ? task.state === 'cancelled' || task.state === 'failed' : problem" variant="outlined" @click="attempt++"
      >Start again</v-btn
    >
    <v-btn v-else @click="cancel">Cancel</v-btn>
  </div>
</template>

<style scoped>
.wait {
  max-width: 480px;
  padding: calc(var(--space) * 10) 0;
}
</style>
