<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useSubject } from '@/stores/subject'
import ViewTabs from '@/design/ViewTabs.vue'
import CasesView from './CasesView.vue'
import ChecklistView from './ChecklistView.vue'
import DividendsView from './DividendsView.vue'
import ExpectationsView from './ExpectationsView.vue'
import FirstReading from './FirstReading.vue'
import FlowsView from './FlowsView.vue'
import MarketView from './MarketView.vue'
import FilesView from './FilesView.vue'
import IdentityView from './IdentityView.vue'
import NotesView from './NotesView.vue'
import PeopleView from './PeopleView.vue'
import ResultsView from './ResultsView.vue'
import SegmentsView from './SegmentsView.vue'
import StatementsView from './StatementsView.vue'
import TimelineView from './TimelineView.vue'

const route = useRoute()
const subject = useSubject()
const views = [
  { key: '', word: 'First reading' },
  { key: 'statements', word: 'Statements' },
  { key: 'flows', word: 'Bridges' },
  { key: 'segments', word: 'Segments' },
  { key: 'dividends', word: 'Dividends' },
  { key: 'market', word: 'Market' },
  { key: 'cases', word: 'Cases' },
  { key: 'expectations', word: 'Expectations' },
  { key: 'results', word: 'Results' },
  { key: 'timeline', word: 'Timeline' },
  { key: 'people', word: 'People' },
  { key: 'identity', word: 'Identity' },
  { key: 'checklist', word: 'Checklist' },
  { key: 'notes', word: 'Notes' },
  { key: 'files', word: 'Files' },
]
// A view that does not exist is the first.
const view = computed(() => views.find((entry) => entry.key === route.params.view)?.key ?? '')
const places = computed(() =>
  views.map((entry) => ({ ...entry, to: { name: 'read', params: { ticker: route.params.ticker, view: entry.key } } })),
)
</script>

<template>
  <div class="page">
    <h1 class="visually-hidden">Read</h1>
    <p v-if="subject.error" role="alert">
      <template v-if="subject.choices.length">
        Several companies have the ticker {{ route.params.ticker }}. Which one?
        <span v-for="choice in subject.choices" :key="choice.reference" class="choice">
          <router-link :to="{ name: 'read', params: { ticker: choice.reference, view: route.params.view } }">{{ choice.name }}</router-link>
          <span class="quiet">{{ choice.reference }}</span>
        </span>
      </template>
      <span v-else class="worse">{{ subject.error }} Press <kbd>/</kbd> to find the company by its name.</span>
    </p>
    <p v-else-if="!subject.company && !route.params.ticker" class="quiet">
      No company is in focus. Press <kbd>/</kbd> and type a name, or walk through the survivors of a screen.
    </p>
    <template v-else>
      <ViewTabs :model-value="view" :views="places" label="Views of the company" />
      <v-progress-linear v-if="!subject.company" indeterminate color="primary" height="2" aria-label="Loading" />
      <template v-else>
        <StatementsView v-if="view === 'statements'" :ticker="subject.company.ticker" />
        <FlowsView v-else-if="view === 'flows'" :ticker="subject.company.ticker" />
        <SegmentsView
          v-else-if="view === 'segments'"
          :ticker="subject.company.ticker"
          :currency="subject.company.reporting_currency ?? ''"
          :template="subject.company.template ?? ''"
        />
        <DividendsView
          v-else-if="view === 'dividends'"
          :ticker="subject.company.ticker"
          :reporting-currency="subject.company.reporting_currency ?? ''"
        />
        <PeopleView v-else-if="view === 'people'" :ticker="subject.company.ticker" :currency="subject.company.currency ?? ''" />
        <IdentityView v-else-if="view === 'identity'" :ticker="subject.company.ticker" />
        <NotesView v-else-if="view === 'notes'" :ticker="subject.company.ticker" />
        <FilesView v-else-if="view === 'files'" :company="subject.company" />
        <ExpectationsView v-else-if="view === 'expectations'" :ticker="subject.company.ticker" />
        <ResultsView v-else-if="view === 'results'" :ticker="subject.company.ticker" />
        <TimelineView v-else-if="view === 'timeline'" :ticker="subject.company.ticker" />
        <CasesView v-else-if="view === 'cases'" :ticker="subject.company.ticker" />
        <MarketView v-else-if="view === 'market'" :ticker="subject.company.ticker" />
        <ChecklistView v-else-if="view === 'checklist'" :ticker="subject.company.ticker" />
        <FirstReading v-else :company="subject.company" />
      </template>
    </template>
  </div>
</template>

<style scoped>
.choice {
  display: block;
  margin-top: calc(var(--space) * 2);
}
</style>
