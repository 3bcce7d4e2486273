<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { api, ask } from '@/api/client'
import NotesPanel from '@/features/margin/NotesPanel.vue'
import { useAnswer } from '@/api/answer'
import PapersPanel from './PapersPanel.vue'
import { useCatalogue } from '@/stores/catalogue'

// The renderer comes when there is a note to show.
const NoteText = defineAsyncComponent(() => import('@/design/NoteText.vue'))

/** Every note on a company: on it as a whole, on its lines, periods and figures; and the papers kept with it. */
const props = defineProps<{ ticker: string }>()
const catalogue = useCatalogue()
const { state } = useAnswer(
  'notes',
  () => props.ticker,
  (ticker, signal) => ask(api.GET('/companies/{ticker}/notes', { params: { path: { ticker } }, signal })),
)
function about(figure: string | null): string {
  if (!figure) return 'the company'
  const [name, when] = figure.split('@')
  const period = !when ? '' : when.length === 5 ? `${when.endsWith('0') ? 'FY' : `Q${when.slice(4)}`} ${when.slice(0, 4)}` : when
  return [name ? catalogue.words(catalogue.byKey.get(name)?.label ?? name) : '', period].filter(Boolean).join(', ')
}
</script>

<template>
  <div class="columns">
    <section>
      <h2>On the company</h2>
      <NotesPanel :ticker="ticker" :scopes="[{ key: '*', word: 'the company' }]" />
      <PapersPanel :ticker="ticker" />
    </section>
    <section>
      <h2>On lines, periods and figures</h2>
      <p v-if="state.data && !state.data.some((note) => note.figure)" class="quiet">
        None yet. Choose a figure anywhere and write in the margin.
      </p>
      <div v-for="note in (state.data ?? []).filter((entry) => entry.figure)" :key="note.id" class="note">
        <strong>{{ about(note.figure ?? null) }}</strong> <span class="quiet">{{ note.written_on }}</span>
        <NoteText :text="note.body" />
        <p v-if="note.changed" class="attention">↻ The figure has changed since the note was written.</p>
      </div>
    </section>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: calc(var(--space) * 10);
}
.note {
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  padding: calc(var(--space) * 1.5) 0;
}
</style>
