<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import { number } from '@/design/format'
import { useCatalogue } from '@/stores/catalogue'

/** The figures of a day are being computed: shows how far, and lets one stop. */
const props = defineProps<{ asOf: string; formula: string | null }>()
const catalogue = useCatalogue()
const emit = defineEmits<{ ready: [] }>()
const task = ref<{ id: number; state: string; done: number; total: number; message?: string | null } | null>(null)
const problem = ref<string | null>(null)
const { start: wait, stop } = useTimeoutFn(() => void poll(), 700, { immediate: false })

async function poll(): Promise<void> {
  try {
    task.value =
      task.value && task.value.state !== 'failed'
        ? await ask(api.GET('/tasks/{id}', { params: { path: { id: task.value.id } } }))
        : await ask(api.POST('/refreshes', { body: { as_of: props.asOf, formula: props.formula } }))
    problem.value = null
    if (task.value.state === 'done') return emit('ready')
    if (task.value.state === 'failed' || task.value.state === 'cancelled') return
  } catch (error) {
    problem.value = (error as Error).message
  }
  wait()
}
function begin(): void {
  stop()
  task.value = null
  void poll()
}
async function cancel(): Promise<void> {
  stop()
  if (task.value) await ask(api.DELETE('/tasks/{id}', { params: { path: { id: task.value.id } } })).catch(() => undefined)
  if (task.value) task.value = { ...task.value, state: 'cancelled' }
}
watch(() => [props.asOf, props.formula], begin, { immediate: true })
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
    <v-progress-linear
      :model-value="task?.total ? (100 * task.done) / task.total : 0"
      :indeterminate="!task?.total && task?.state !== 'cancelled'"
      color="primary"
      height="6"
      aria-label="Progress"
    />
    <p class="my-2">
      {{
        task?.total
          ? `${number(task.done, 0)} of ${number(task.total, 0)} companies`
          : task?.state === 'cancelled'
            ? 'Cancelled; nothing was stored.'
            : 'Waiting for the worker…'
      }}
    </p>
    <p v-if="problem ?? (task?.state === 'failed' ? task.message : null)" class="worse" role="alert">{{ problem ?? task?.message }}</p>
    <v-btn v-if="task?.state === 'cancelled' || task?.state === 'failed'" variant="outlined" @click="begin">Start again</v-btn>
    <v-btn v-else @click="cancel">Cancel</v-btn>
  </div>
</template>

<style scoped>
.wait {
  max-width: 480px;
  padding: 40px 0;
}
</style>
