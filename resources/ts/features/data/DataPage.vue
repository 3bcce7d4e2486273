<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import ViewTabs from '@/design/ViewTabs.vue'
import { choicesOf } from '@/design/choices'
import AuditView from '@/features/account/AuditView.vue'
import ArchiveView from './ArchiveView.vue'
import CorrectionsView from './CorrectionsView.vue'
import EntryView from './EntryView.vue'
import FindingsView from './FindingsView.vue'
import HealthView from './HealthView.vue'
import ImportsView from './ImportsView.vue'
import ReferenceView from '@/features/reference/ReferenceView.vue'
import PeopleView from '@/features/reference/PeopleView.vue'
import SharedView from '@/features/reference/SharedView.vue'
import TokensView from '@/features/reference/TokensView.vue'
import ChangesView from '@/features/reference/ChangesView.vue'
import { useSession } from '@/stores/session'

const route = useRoute()
const session = useSession()
const WORDS = {
  '': 'Imports',
  reference: 'Reference',
  changes: 'Changes',
  findings: 'Findings',
  corrections: 'Corrections',
  enter: 'Enter a statement',
  shared: 'Shared',
  archive: 'Archive',
  scripts: 'Scripts',
}
const views = [
  ...choicesOf(WORDS).map(([key, word]) => ({ key: key as string, word, to: { name: 'data', params: { view: key } } })),
  { key: 'metrics', word: 'Metrics', to: { name: 'metrics' } },
  ...(session.canAdminister
    ? [
        { key: 'people', word: 'People', to: { name: 'data', params: { view: 'people' } } },
        { key: 'audit', word: 'Audit', to: { name: 'data', params: { view: 'audit' } } },
        { key: 'health', word: 'Health', to: { name: 'data', params: { view: 'health' } } },
      ]
    : []),
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
    <SharedView v-else-if="view === 'shared'" />
    <ReferenceView v-else-if="view === 'reference'" />
    <TokensView v-else-if="view === 'scripts'" />
    <ChangesView v-else-if="view === 'changes'" />
    <PeopleView v-else-if="view === 'people'" />
    <AuditView v-else-if="view === 'audit'" />
    <HealthView v-else-if="view === 'health'" />
    <ImportsView v-else :id="id" />
  </div>
</template>
