<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'

/** Saves a ranking or regression as a metric, to be used as a column or in a criterion. */
const props = defineProps<{
  kind: 'ranking' | 'regression'
  definition: Schemas['OwnMetricDefinition']['definition']
  proposal: string
  unit?: string
}>()
const catalogue = useCatalogue()
const notices = useNotices()
const open = ref(false)
const label = ref('')
const problem = ref<string | null>(null)
watch(open, (now) => {
  if (now) label.value = props.proposal
  problem.value = null
})
const key = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 50)
async function save(): Promise<void> {
  try {
    const body = { key: key(label.value), label: label.value, kind: props.kind, definition: props.definition, unit: props.unit ?? 'count' }
    const saved = await ask(api.POST('/own-metrics', { body }))
    await catalogue.refresh()
    open.value = false
    notices.say(`Saved as ${saved.key}. It can be a column or stand in a criterion.`)
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false">
    <template #activator="{ props: activator }"><v-btn size="small" v-bind="activator">Save as a metric</v-btn></template>
    <v-card width="340" class="pa-3">
      <form @submit.prevent="save">
        <v-text-field v-model="label" label="Name" maxlength="100" autofocus @keydown.stop />
        <p class="quiet my-1">In formulas: {{ key(label) || '…' }}</p>
        <p v-if="problem" class="worse" role="alert">{{ problem }}</p>
        <v-btn type="submit" variant="flat" size="small" :disabled="!key(label)">Save</v-btn>
      </form>
    </v-card>
  </v-menu>
</template>
