<script setup lang="ts">
import { computed, ref } from 'vue'
import ChoiceField from '@/design/ChoiceField.vue'
import { useReference } from './reference'

/** Two that are the same become one: which of the others stays. */
const props = defineProps<{
  name: string
  /** What it may be merged into: the key it is merged by, and its name. */
  others: [string, string][]
  /** What becomes of what it has. */
  effect: string
  merge: (into: string) => Promise<unknown>
}>()
const emit = defineEmits<{ done: [] }>()
const { change } = useReference()
const into = ref('')
const chosen = computed(() => props.others.find(([key]) => key === into.value)?.[1])

async function run(): Promise<void> {
  if (await change(() => props.merge(into.value), `${props.name} is merged into ${chosen.value}.`)) emit('done')
}
</script>

<template>
  <form class="mt-3" :aria-label="`Merge ${name}`" @submit.prevent="run">
    <div class="choices">
      <span>{{ name }} is the same as</span>
      <ChoiceField v-model="into" :name="`The one that stays of ${name}`" :choices="[['', 'choose'], ...others]" />
      <v-btn size="small" variant="outlined" type="submit" :disabled="!chosen">Merge into it</v-btn>
    </div>
    <p class="quiet small">{{ effect }} It can be taken back under Changes.</p>
  </form>
</template>
