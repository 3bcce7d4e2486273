<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import ViewTabs from '@/design/ViewTabs.vue'
import { useNotices } from '@/stores/notices'
import { useSubject } from '@/stores/subject'
import BetaView from './BetaView.vue'
import BottomUpView from './BottomUpView.vue'
import CostView from './CostView.vue'
import DiscountView from './DiscountView.vue'
import ExcessView from './ExcessView.vue'
import PeersView from './PeersView.vue'
import PeerTableView from './PeerTableView.vue'
import PeerValueView from './PeerValueView.vue'
import TransactionsView from './TransactionsView.vue'
import { followLink, useLink } from './link'

/** The subject beside others: who they are, their figures, what differs, and what they imply. */
const route = useRoute()
const router = useRouter()
const subject = useSubject()
const notices = useNotices()
const views = [
  { key: '', word: 'Peers' },
  { key: 'table', word: 'Side by side' },
  { key: 'discount', word: 'Why dearer or cheaper' },
  { key: 'value', word: 'What peers imply' },
  { key: 'excess', word: 'Return above cost' },
  { key: 'beta', word: 'Beta' },
  { key: 'bottom-up', word: 'Bottom-up beta' },
  { key: 'cost', word: 'Cost of capital' },
  { key: 'transactions', word: 'Past transactions' },
]
const view = computed(() => views.find((entry) => entry.key === route.params.view)?.key ?? '')
const places = computed(() =>
  views.map((entry) => ({ ...entry, to: { name: 'compare', params: { ticker: route.params.ticker, view: entry.key } } })),
)
watch(
  () => route.query.as_of !== undefined || route.query.peers !== undefined,
  (linked) => linked && void router.replace({ query: followLink(route.query) }),
  { immediate: true },
)
const { query } = useLink()
async function link(): Promise<void> {
  try {
    const to = router.resolve({ query: await query(subject.company!.ticker, route.query) })
    await navigator.clipboard.writeText(new URL(to.href, location.href).href).then(
      () => notices.say('A link to this view is copied, with its day, its peers and its choices.'),
      () => {
        history.replaceState(history.state, '', to.href)
        notices.say('The address of the page is now a link to this view, with its day, its peers and its choices.')
      },
    )
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <div class="page">
    <h1 class="visually-hidden">Compare</h1>
    <p v-if="subject.error" class="worse" role="alert">{{ subject.error }} Press <kbd>/</kbd> to find the company by its name.</p>
    <p v-else-if="!subject.company && !route.params.ticker" class="quiet">
      No company is in focus. Press <kbd>/</kbd> and type a name, or walk through the survivors of a screen.
    </p>
    <template v-else>
      <div class="head">
        <ViewTabs :model-value="view" :views="places" label="Views of the comparison" />
        <v-btn v-if="subject.company" size="small" @click="link">Link</v-btn>
      </div>
      <v-progress-linear v-if="!subject.company" indeterminate color="primary" height="2" aria-label="Loading" />
      <template v-else>
        <PeerTableView v-if="view === 'table'" :ticker="subject.company.ticker" />
        <DiscountView v-else-if="view === 'discount'" :ticker="subject.company.ticker" />
        <PeerValueView v-else-if="view === 'value'" :ticker="subject.company.ticker" />
        <ExcessView v-else-if="view === 'excess'" :ticker="subject.company.ticker" />
        <BetaView v-else-if="view === 'beta'" :ticker="subject.company.ticker" />
        <BottomUpView v-else-if="view === 'bottom-up'" :ticker="subject.company.ticker" />
        <CostView v-else-if="view === 'cost'" :ticker="subject.company.ticker" />
        <TransactionsView v-else-if="view === 'transactions'" :ticker="subject.company.ticker" />
        <PeersView v-else :ticker="subject.company.ticker" />
      </template>
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: flex-start;
  gap: calc(var(--space) * 2);
}
.head > :first-child {
  flex: 1 1 0;
  min-width: 0;
}
</style>
