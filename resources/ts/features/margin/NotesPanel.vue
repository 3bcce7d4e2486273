<script setup lang="ts">
import ChoiceField from '@/design/ChoiceField.vue'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { amount, number } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useNotices } from '@/stores/notices'

// The renderer comes when there is a note to show.
const NoteText = defineAsyncComponent(() => import('@/design/NoteText.vue'))

/** Notes on a figure, its line, its period and the company; written in Markdown. */
const props = defineProps<{ ticker: string; scopes: { key: string; word: string }[] }>()
const notices = useNotices()
const text = ref('')
const about = ref('')
const keys = computed(() => props.scopes.map((scope) => scope.key))
watch(
  () => keys.value[0],
  (first) => {
    about.value = first ?? ''
    text.value = ''
  },
  { immediate: true },
)
const { state, reload } = useAnswer(
  'notes',
  () => ({ ticker: props.ticker, figure: keys.value.join(',') }),
  ({ ticker, figure }, signal) =>
    figure ? ask(api.GET('/companies/{ticker}/notes', { params: { path: { ticker }, query: { figure } }, signal })) : null,
)
const word = (note: Schemas['Note']): string => props.scopes.find((scope) => scope.key === (note.figure ?? '*'))?.word ?? ''
const show = (value: number | null): string =>
  value === null ? 'not reported' : Math.abs(value) >= 1e4 ? amount(value) : number(value, Number.isInteger(value) ? 0 : 2)

async function write(figure: string, body: string): Promise<void> {
  await ask(api.POST('/companies/{ticker}/notes', { params: { path: { ticker: props.ticker } }, body: { figure, body } }))
  reload()
}
async function keep(): Promise<void> {
  if (!text.value.trim()) return
  try {
    await write(about.value, text.value)
    text.value = ''
  } catch (error) {
    notices.fail(error)
  }
}
async function remove(note: Schemas['Note']): Promise<void> {
  try {
    await ask(api.DELETE('/notes/{id}', { params: { path: { id: note.id } } }))
    reload()
    notices.say('Note deleted.', () => write(note.figure ?? '*', note.body))
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <div>
    <p v-if="state.data?.length === 0" class="quiet">None on this yet.</p>
    <div v-for="note in state.data ?? []" :key="note.id" class="note">
      <NoteText :text="note.body" />
      <p v-if="note.changed" class="attention small">
        ↻ The figure changed since: it was {{ show(note.value_then ?? null) }} and is {{ show(note.value_now ?? null) }}.
      </p>
      <span class="quiet small">{{ note.written_on }} · on {{ word(note) }}</span>
      <v-btn size="x-small" @click="remove(note)">Delete</v-btn>
    </div>
    <v-textarea v-model="text" rows="2" auto-grow label="Write in the margin" @keydown.ctrl.enter="keep" />
    <div class="d-flex align-center mt-1 ga-2">
      <v-btn size="small" :disabled="!text.trim()" @click="keep">Keep note</v-btn>
      <ChoiceField
        v-if="scopes.length > 1"
        v-model="about"
        label="on"
        name="What the note is about"
        :choices="scopes.map((scope) => [scope.key, scope.word])"
      />
    </div>
  </div>
</template>

<style scoped>
.note {
  padding: var(--space) 0;
}
.small {
  font-size: var(--type-small);
}
</style>
