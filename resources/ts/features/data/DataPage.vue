<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import ArchiveView from './ArchiveView.vue'
import CorrectionsView from './CorrectionsView.vue'
import EntryView from './EntryView.vue'
import FindingsView from './FindingsView.vue'
import ImportsView from './ImportsView.vue'

const route = useRoute()
const views = [
  { key: '', word: 'Imports' },
  { key: 'findings', word: 'Findings' },
  { key: 'corrections', word: 'Corrections' },
  { key: 'enter', word: 'Enter a statement' },
  { key: 'archive', word: 'Archive' },
]
// A view that does not exist is the first; a single import is one of the imports.
const view = computed(() => views.find((entry) => entry.key === route.params.view)?.key ?? '')
const id = computed(() => String(route.params.id ?? ''))
</script>

<template>
  <div class="page">
    <h1 class="visually-hidden">Data</h1>
    <nav class="views" aria-label="Views of the data">
      <router-link
        v-for="entry in views"
        :key="entry.key"
        :to="{ name: 'data', params: { view: entry.key } }"
        :class="{ here: view === entry.key }"
        :aria-current="view === entry.key ? 'page' : undefined"
        >{{ entry.word }}</router-link
      >
      <router-link :to="{ name: 'metrics' }">Metrics</router-link>
    </nav>
    <FindingsView v-if="view === 'findings'" :ticker="id" />
    <CorrectionsView v-else-if="view === 'corrections'" />
    <EntryView v-else-if="view === 'enter'" :ticker="id" />
    <ArchiveView v-else-if="view === 'archive'" />
    <ImportsView v-else :id="id" />
  </div>
</template>
