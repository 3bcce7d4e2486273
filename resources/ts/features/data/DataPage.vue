<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import ViewTabs from '@/design/ViewTabs.vue'
import { choicesOf } from '@/design/choices'
import ArchiveView from './ArchiveView.vue'
import CorrectionsView from './CorrectionsView.vue'
import EntryView from './EntryView.vue'
import FindingsView from './FindingsView.vue'
import ImportsView from './ImportsView.vue'

const route = useRoute()
const WORDS = { '': 'Imports', findings: 'Findings', corrections: 'Corrections', enter: 'Enter a statement', archive: 'Archive' }
const views = [
  ...choicesOf(WORDS).map(([key, word]) => ({ key: key as string, word, to: { name: 'data', params: { view: key } } })),
  { key: 'metrics', word: 'Metrics', to: { name: 'metrics' } },
]
// A view that does not exist is the first; a single import is one of the imports.
const view = computed(() => views.find((entry) => entry.key === route.params.view)?.key ?? '')
const id = computed(() => String(route.params.id ?? ''))
</script>

<template>
  <div class="page">
    <h1 class="visually-hidden">Data</h1>
    <ViewTabs :model-value="view" :views="views" label="Views of the data" />
    <FindingsView v-if="view === 'findings'" :ticker="id" />
    <CorrectionsView v-else-if="view === 'corrections'" />
    <EntryView v-else-if="view === 'enter'" :ticker="id" />
    <ArchiveView v-else-if="view === 'archive'" />
    <ImportsView v-else :id="id" />
  </div>
</template>
