<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import { useNotices } from '@/stores/notices'
import type { useSubject } from '@/stores/subject'
import LayoutEditor from './LayoutEditor.vue'

type Company = NonNullable<ReturnType<typeof useSubject>['company']>
type Layout = Schemas['ReadingLayout']
/** Which arrangement the first reading has, how to change it, and how to print it. */
const props = defineProps<{ company: Company }>()
const emit = defineEmits<{ chosen: [layout: string] }>()
const notices = useNotices()
const { state, reload } = useAnswer(
  'layouts',
  () => ({}),
  (_, signal) => ask(api.GET('/layouts', { signal })),
)
const own = computed(() => (state.value.data ?? []).filter((layout) => layout.template === props.company.template))
const choices = computed<[string, string][]>(() => [
  ['ready', 'as it comes'],
  ...own.value.map((layout): [string, string] => [String(layout.id), layout.is_default ? `${layout.name}, opens with it` : layout.name]),
])
const current = computed(() => own.value.find((layout) => layout.id === props.company.layout?.id) ?? null)
const arranging = ref(false)

async function keep(layout: Schemas['WantedLayout']): Promise<void> {
  try {
    const kept = await ask(api.POST('/layouts', { body: layout }))
    reload()
    arranging.value = false
    emit('chosen', String(kept.id))
    notices.say(`The layout "${kept.name}" is kept${kept.is_default ? ' and used for the next company' : ''}.`)
  } catch (error) {
    notices.fail(error)
  }
}
async function remove(layout: Layout): Promise<void> {
  await ask(api.DELETE('/layouts/{id}', { params: { path: { id: layout.id } } }))
  reload()
  emit('chosen', 'ready')
  notices.say(`The layout "${layout.name}" is deleted.`, () => keep(layout))
}
const print = (): void => window.print()
</script>

<template>
  <div class="choices bar">
    <ChoiceField
      :model-value="String(company.layout?.id ?? 'ready')"
      :choices="choices"
      name="Layout"
      label="Arranged"
      @update:model-value="(key: string) => emit('chosen', key)"
    />
    <v-btn size="small" :aria-expanded="arranging" @click="arranging = !arranging">Arrange</v-btn>
    <v-btn v-if="current" size="small" @click="remove(current)">Delete</v-btn>
    <v-btn size="small" @click="print">Print or save as PDF</v-btn>
  </div>
  <LayoutEditor v-if="arranging" :company="company" :current="current" class="bar" @keep="keep" @leave="arranging = false" />
</template>

<style scoped>
@media print {
  .bar {
    display: none;
  }
}
</style>
