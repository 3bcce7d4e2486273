<script setup lang="ts">
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask } from '@/api/client'
import WorkProgress from '@/design/WorkProgress.vue'

/** Everything of whoever is signed in as one file: written in the background, then fetched. */
const INTERVAL = 700
const task = ref<number | null>(null)
const problem = ref<string | null>(null)
const wasCancelled = ref(false)
const { state: answer, reload } = useAnswer(
  'archive',
  () => ({ id: task.value }),
  ({ id }, signal) => (id === null ? Promise.resolve(null) : ask(api.GET('/tasks/{id}', { params: { path: { id } }, signal }))),
  (work) => (work !== null && ['waiting', 'running'].includes(work.state) ? INTERVAL : false),
)
// What was told of work that is no longer asked about stays for a while.
const work = computed(() => (task.value === null ? null : (answer.value.data ?? null)))
const isAtWork = computed(() => work.value !== null && ['waiting', 'running'].includes(work.value.state))

async function write(): Promise<void> {
  problem.value = null
  wasCancelled.value = false
  try {
    task.value = (await ask(api.POST('/archive'))).id
    reload()
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
  }
}
async function cancel(): Promise<void> {
  if (task.value !== null) await ask(api.DELETE('/tasks/{id}', { params: { path: { id: task.value } } })).catch(() => undefined)
  task.value = null
  wasCancelled.value = true
}
</script>

<template>
  <div class="narrow">
    <h2>Everything of yours in one file</h2>
    <p>
      Screens, lists, own metrics, valuations, decisions, notes, corrections, one-offs and imports, with the companies, filings and prices
      they stand on, as JSON lines in a zip, and the files you handed in. Read into an empty installation it gives the same answers.
    </p>
    <p class="quiet">
      Writing takes about half a minute for a million prices; the file is kept for a day. It is read with
      <code>php artisan logion:archive FILE --read</code>, which counts what it reads.
    </p>
    <div v-if="isAtWork" role="status">
      <WorkProgress :work="work" what="rows" />
      <v-btn @click="cancel">Cancel</v-btn>
    </div>
    <template v-else>
      <p v-if="work?.state === 'failed' || problem" class="worse" role="alert">{{ problem ?? work?.message }}</p>
      <p v-else-if="wasCancelled">Cancelled; nothing was written.</p>
      <v-btn variant="outlined" class="mt-3" @click="write">{{ work?.state === 'done' ? 'Write it anew' : 'Write the archive' }}</v-btn>
      <v-btn v-if="work?.state === 'done'" variant="outlined" class="mt-3 ms-3" href="/api/v1/archive" download>Fetch the file</v-btn>
    </template>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 720px;
}
p {
  margin-bottom: calc(var(--space) * 2);
}
</style>
