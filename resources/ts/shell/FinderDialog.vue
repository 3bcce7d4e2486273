<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, paperAddress } from '@/api/client'
import { useAnswer } from '@/api/answer'
import { useMargin } from '@/stores/margin'
import { useSubject } from '@/stores/subject'

const open = defineModel<boolean>({ required: true })
const router = useRouter()
const margin = useMargin()
const subject = useSubject()
const words = ref('')
const chosen = ref(0)

const pages = ['Desk', 'Find', 'Metrics', 'Read', 'Value', 'Decide', 'Economy', 'Industry', 'Data'].map((word) => ({
  kind: 'page',
  key: word.toLowerCase(),
  label: word,
  detail: 'Page',
}))
const { state } = useAnswer(
  'finder',
  () => words.value.trim(),
  async (q, signal) => {
    if (!q) return pages
    const found = await ask(api.GET('/finder', { params: { query: { q } }, signal }))
    return [...pages.filter((page) => page.label.toLowerCase().startsWith(q.toLowerCase())), ...found.results]
  },
)
watch([words, open], () => (chosen.value = 0))
watch(open, (now) => now && (words.value = ''))

function go(index: number): void {
  const entry = state.value.data?.[index]
  if (!entry) return
  open.value = false
  if (entry.kind === 'company') void router.push({ name: 'read', params: { ticker: entry.key } })
  else if (entry.kind === 'page') void router.push('/' + entry.key)
  else if (entry.kind === 'screen') void router.push({ name: 'find', params: { screen: entry.key } })
  else if (entry.kind === 'note') void router.push({ name: 'read', params: { ticker: entry.key, view: 'notes' } })
  else if (entry.kind === 'paper') window.open(paperAddress(Number(entry.key)), '_blank', 'noopener')
  else if (entry.kind === 'list') void walk(Number(entry.key))
  else if (subject.company) margin.ask({ kind: 'metric', ticker: subject.company.ticker, metric: entry.key, label: entry.label })
  else void router.push({ name: 'metrics', params: { key: entry.key } })
}

async function walk(id: number): Promise<void> {
  const list = await ask(api.GET('/lists/{id}', { params: { path: { id } } }))
  subject.walk(list)
  if (list.items[0]) void router.push({ name: 'read', params: { ticker: list.items[0].ticker } })
}

function onKey(event: KeyboardEvent): void {
  const count = state.value.data?.length ?? 0
  if (event.key === 'ArrowDown') chosen.value = Math.min(count - 1, chosen.value + 1)
  else if (event.key === 'ArrowUp') chosen.value = Math.max(0, chosen.value - 1)
  else if (event.key === 'Enter') go(chosen.value)
  else return
  event.preventDefault()
}
</script>

<template>
  <v-dialog v-model="open" max-width="600" location="top" aria-label="Finder">
    <v-card class="pa-3">
      <v-text-field
        v-model="words"
        autofocus
        label="Company, metric, screen, list, note, paper or page"
        role="combobox"
        aria-controls="finder-results"
        :aria-expanded="true"
        :aria-activedescendant="state.data?.length ? `found-${chosen}` : undefined"
        @keydown="onKey"
      />
      <ul id="finder-results" role="listbox" aria-label="Found" class="mt-2">
        <li
          v-for="(entry, index) in state.data ?? []"
          :id="`found-${index}`"
          :key="entry.kind + entry.key"
          role="option"
          :aria-selected="index === chosen"
          :class="{ chosen: index === chosen }"
          @click="go(index)"
          @mousemove="chosen = index"
        >
          <span>{{ entry.label }}</span><span class="quiet">{{ entry.detail }}</span>
        </li>
      </ul>
      <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
      <p v-else-if="words && state.status === 'success' && !state.data.length" class="quiet">
        Nothing has all of these words. Try part of a name or a ticker.
      </p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  max-height: 60vh;
  overflow: auto;
}
li {
  display: flex;
  justify-content: space-between;
  gap: calc(var(--space) * 3);
  padding: var(--space) calc(var(--space) * 2);
  cursor: pointer;
}
li.chosen {
  background: rgb(var(--v-theme-wash));
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}
</style>
