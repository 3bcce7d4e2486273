<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import ViewTabs from '@/design/ViewTabs.vue'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import EntriesView from './EntriesView.vue'
import ExposureView from './ExposureView.vue'
import FilesView from './FilesView.vue'
import IncomeView from './IncomeView.vue'
import InstrumentsView from './InstrumentsView.vue'
import LotsView from './LotsView.vue'
import PerformanceView from './PerformanceView.vue'
import PortfolioSettings from './PortfolioSettings.vue'
import PositionsView from './PositionsView.vue'
import ThroughView from './ThroughView.vue'

/** What is held: portfolios by their transactions, what they are worth, returned and depend on. */
const route = useRoute()
const router = useRouter()
const session = useSession()
const notices = useNotices()
void useCatalogue().ensure()
const { state: all, reload: reloadAll } = useAnswer('portfolios', null, (_, signal) => ask(api.GET('/portfolios', { signal })))
const chosen = computed(() => {
  const told = Number(route.params.portfolio)
  return all.value.data?.find((of) => of.id === told) ?? all.value.data?.[0] ?? null
})
const { state, reload } = useAnswer(
  'portfolio',
  () => ({ id: chosen.value?.id ?? null, revision: chosen.value?.revision, asOf: session.asOf }),
  ({ id, asOf }, signal) =>
    id === null ? null : ask(api.GET('/portfolios/{id}', { params: { path: { id }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const holding = computed(() => (state.value.data?.id === chosen.value?.id ? state.value.data : undefined))
const editing = ref<'new' | 'old' | null>(null)
watch(
  () => chosen.value?.id,
  () => (editing.value = null),
)
const views = [
  { key: '', word: 'Positions' },
  { key: 'return', word: 'Return' },
  { key: 'exposure', word: 'What it depends on' },
  { key: 'income', word: 'Income' },
  { key: 'through', word: 'As one company' },
  { key: 'entries', word: 'Transactions' },
  { key: 'lots', word: 'Lots and sales' },
  { key: 'files', word: 'Files' },
  { key: 'instruments', word: 'Own instruments' },
]
const view = computed(() => views.find((entry) => entry.key === route.params.view)?.key ?? '')
const places = computed(() =>
  views.map((entry) => ({
    ...entry,
    to: { name: 'hold', params: { portfolio: chosen.value?.id ?? '', view: entry.key }, query: route.query },
  })),
)
const go = (id: number): void => void router.push({ name: 'hold', params: { portfolio: id, view: view.value } })
function changed(): void {
  reloadAll()
  reload()
}
function saved(of: Schemas['Portfolio']): void {
  editing.value = null
  changed()
  go(of.id)
}
async function remove(of: Schemas['Portfolio']): Promise<void> {
  try {
    await ask(api.DELETE('/portfolios/{id}', { params: { path: { id: of.id } } }))
    editing.value = null
    reloadAll()
    notices.say(`Deleted ${of.name}.`, async () => {
      await ask(api.POST('/portfolios/{id}/restore', { params: { path: { id: of.id } } }))
      reloadAll()
    })
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Hold</h1>
      <ChoiceField
        v-if="chosen && (all.data?.length ?? 0) > 1"
        :model-value="chosen.id"
        name="Portfolio"
        :choices="(all.data ?? []).map((of): [number, string] => [of.id, of.name])"
        @update:model-value="go"
      />
      <strong v-else-if="chosen">{{ chosen.name }}</strong>
      <template v-if="chosen">
        <v-btn size="small" @click="editing = editing === 'old' ? null : 'old'">Settings</v-btn>
        <v-btn size="small" @click="editing = 'new'">Another portfolio</v-btn>
      </template>
    </div>
    <LoadState :state="all" @again="reloadAll" />
    <section v-if="all.data && !chosen && editing === null" class="first">
      <p>
        Nothing is held yet. A portfolio is made of its transactions: what was bought, sold, received and paid. From them follow positions,
        gains, income and returns, to the last unit of money.
      </p>
      <v-btn variant="flat" class="mt-3" @click="editing = 'new'">Make a portfolio</v-btn>
      <p class="quiet mt-4">Transactions are typed, or read from a CSV, workbook or OFX file once there is a portfolio.</p>
    </section>
    <PortfolioSettings
      v-if="editing"
      :key="editing"
      :portfolio="editing === 'old' ? chosen : null"
      @saved="saved"
      @cancel="editing = null"
      @remove="chosen && remove(chosen)"
    />
    <template v-if="chosen">
      <ViewTabs :model-value="view" :views="places" label="Views of the portfolio" />
      <LoadState :state="state" @again="reload" />
      <template v-if="holding">
        <PerformanceView v-if="view === 'return'" :key="holding.id" :holding="holding" />
        <ExposureView v-else-if="view === 'exposure'" :key="holding.id" :holding="holding" />
        <IncomeView v-else-if="view === 'income'" :key="holding.id" :holding="holding" />
        <ThroughView v-else-if="view === 'through'" :key="holding.id" :holding="holding" />
        <EntriesView v-else-if="view === 'entries'" :key="holding.id" :holding="holding" @changed="changed" />
        <LotsView v-else-if="view === 'lots'" :key="holding.id" :holding="holding" />
        <FilesView v-else-if="view === 'files'" :key="holding.id" :holding="holding" @changed="changed" />
        <InstrumentsView v-else-if="view === 'instruments'" @changed="changed" />
        <PositionsView v-else :key="holding.id" :holding="holding" @changed="changed" />
      </template>
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: calc(var(--space) * 3);
  margin-bottom: calc(var(--space) * 2);
}
.first {
  max-width: 560px;
}
</style>
