<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Schemas } from '@/api/client'
import ViewTabs from '@/design/ViewTabs.vue'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'
import BackTestPanel from './BackTestPanel.vue'
import BasketPanel from './BasketPanel.vue'
import CleaningPanel from './CleaningPanel.vue'
import ColumnsMenu from './ColumnsMenu.vue'
import CriterionRow from './CriterionRow.vue'
import { condition, conditions, toEntry, type Criterion } from './criterion'
import RankingPanel from './RankingPanel.vue'
import RefreshWait from './RefreshWait.vue'
import RegressionPanel from './RegressionPanel.vue'
import ScorePanel from './ScorePanel.vue'
import { useScreen, type Definition, type TableView } from './screen'
import ScreenFiles from './ScreenFiles.vue'
import ScreenMenu from './ScreenMenu.vue'
import ScreenWarnings from './ScreenWarnings.vue'
import SelectionBar from './SelectionBar.vue'
import { readLink, type Shared } from './sharing'
import SurvivorsTable from './SurvivorsTable.vue'
import ThresholdProposals from './ThresholdProposals.vue'
import UniversePanel from './UniversePanel.vue'

const LIST_MOST = 1000
const route = useRoute()
const router = useRouter()
const session = useSession()
const catalogue = useCatalogue()
const subject = useSubject()
const notices = useNotices()

const { screen, view, definition, whole, usable, use } = useScreen()
const views = computed(() => [
  { key: 'table', word: 'Survivors' },
  { key: 'score', word: 'Score' },
  { key: 'ranking', word: 'Ranking' },
  { key: 'regression', word: 'Regression' },
  { key: 'basket', word: 'Basket' },
  { key: 'back-test', word: 'Back-test' },
  { key: 'cleaning', word: screen.setAside.length ? `Cleaning (${screen.setAside.length})` : 'Cleaning' },
])
const tab = ref('table')
const selected = ref(new Set<string>())
const savedId = ref<number | null>(null)
const menu = useTemplateRef('menu')
/** What has to be computed before the screen can answer: the day's columns (null formula), or one expression. */
const missing = ref<{ formula: string | null } | null>(null)

const { state: result, reload } = useAnswer(
  'screens/run',
  () => ({ screen: definition.value, asOf: session.asOf, shaded: view.shaded }),
  async ({ screen: asked, asOf, shaded }, signal) => {
    if (!usable.value) throw new Problem(422, 'A criterion has no formula yet: write one or remove it.')
    const answer = ask(api.POST('/screens/run', { body: { screen: asked, as_of: asOf, limit: 100, shaded }, signal }))
    answer.then(
      () => (missing.value = null),
      (error) => (missing.value = error instanceof Problem && error.status === 409 ? { formula: error.formula } : null),
    )
    return answer
  },
)
/** Asked when the screen has come to rest: these take a closer look and must not slow down dragging. */
const { state: closer } = useAnswer(
  'screens/closer-look',
  () => ({ screen: definition.value, asOf: session.asOf }),
  async ({ screen: asked, asOf }, signal) => {
    await new Promise((resolve) => setTimeout(resolve, 500))
    if (signal.aborted || !usable.value || missing.value) return null
    return ask(api.POST('/screens/closer-look', { body: { screen: asked, as_of: asOf }, signal }))
  },
)
const before = (i: number): number =>
  i === 0 ? (result.value.data?.universe.size ?? 0) : (result.value.data?.steps[i - 1]?.survivors ?? 0)
const problemOf = (i: number): string | null => {
  if (result.value.status !== 'error' || missing.value) return null
  const message = result.value.error.message
  return conditions(screen.criteria[i]!).some((one) => message.includes(`"${toEntry(one).formula}"`)) ? message : null
}

/** Changes the criteria; the step can be undone. */
function undoable(what: string, change: () => void): void {
  const kept = whole.value
  change()
  notices.say(what, () => use(kept))
}
const add = () => screen.criteria.push(condition({ metric: 'operating_margin', operator: '>', value: 0.1 }))
const addGroup = () =>
  screen.criteria.push({
    kind: 'group',
    group: 'any',
    count: 1,
    active: true,
    criteria: [
      condition({ metric: 'price_to_book', operator: '<', value: 1.5 }),
      condition({ metric: 'ev_to_ebitda', operator: '<', value: 8 }),
    ],
  })
const remove = (i: number) => undoable('Removed a criterion.', () => screen.criteria.splice(i, 1))
function move(i: number, by: number): void {
  const [taken] = screen.criteria.splice(i, 1)
  screen.criteria.splice(i + by, 0, taken as Criterion)
}

const take = (proposal: { criterion: number; to: string }) =>
  undoable(`Now ${catalogue.words(proposal.to)}.`, () => {
    const criteria = (definition.value.criteria ?? []).map((entry, i) =>
      i === proposal.criterion ? { formula: proposal.to, active: true } : entry,
    )
    use({ ...whole.value, criteria })
  })

const warnings = computed(() => [
  ...(result.value.data?.warnings ?? []),
  ...(closer.value.status === 'success' ? closer.value.data.warnings : []),
])

function open(chosen: Definition, id: number | null = null): void {
  use(chosen)
  savedId.value = id
  selected.value = new Set()
}
function openReady(chosen: Definition, purpose: string): void {
  open(chosen)
  tab.value = purpose === 'checklist' ? 'score' : 'table'
}
function follow(shared: Shared): void {
  open(shared.screen)
  Object.assign(view, shared.view)
  tab.value = shared.tab
  if (shared.asOf && session.latestDay) session.setDay(shared.asOf < session.latestDay ? shared.asOf : null)
}
onMounted(async () => {
  try {
    const shared = /^#view=(.+)$/.exec(location.hash)?.[1]
    await menu.value!.load()
    if (shared) follow(await readLink(shared, session.asOf))
    else if (route.query.ready) menu.value!.openReady(String(route.query.ready))
    else if (route.query.metric) await screenBy(String(route.query.metric))
  } catch (error) {
    notices.fail(error)
  }
})
/** Begins with one criterion: the better half by a metric. */
async function screenBy(metric: string): Promise<void> {
  const spread = await ask(api.POST('/screens/distribution', { body: { formula: metric, as_of: session.asOf } }))
  const lower = catalogue.byKey.get(metric)?.better === 'lower'
  screen.criteria.push(condition({ metric, operator: lower ? '<' : '>', value: Number((spread.median ?? 0).toPrecision(2)) }))
  if (!screen.columns.includes(metric)) screen.columns.unshift(metric)
}
function readScreen(read: Definition, name: string): void {
  const kept = whole.value
  open(read)
  notices.say(`Read ${name}.`, () => use(kept))
}

async function listOf(tickers: string[], name: string): Promise<Schemas['CompanyList']> {
  return ask(api.POST('/lists', { body: { name, tickers, as_of: session.asOf } }))
}
async function walk(): Promise<void> {
  try {
    const body = { screen: definition.value, as_of: session.asOf, limit: LIST_MOST }
    const tickers = selected.value.size
      ? [...selected.value]
      : (await ask(api.POST('/screens/run', { body }))).rows.map((row) => row.ticker)
    const list = await listOf(tickers, screen.name || 'Survivors')
    subject.walk(list)
    const total = result.value.data?.total ?? 0
    if (!selected.value.size && tickers.length < total) notices.say(`The list holds the first ${tickers.length} of ${total}.`)
    await router.push({ name: 'read', params: { ticker: list.items[0]!.ticker } })
  } catch (error) {
    notices.fail(error)
  }
}
async function keepSelected(): Promise<void> {
  try {
    const list = await listOf([...selected.value], `${screen.name || 'Screen'}, selected`)
    notices.say(
      `Made the list “${list.name}” of ${list.items.length}.`,
      () => void ask(api.DELETE('/lists/{id}', { params: { path: { id: list.id } } })),
    )
    selected.value = new Set()
  } catch (error) {
    notices.fail(error)
  }
}
function setSelectedAside(reason: string): void {
  undoable(`Set ${selected.value.size} aside.`, () => {
    const known = new Set(screen.setAside.map((entry) => entry.ticker))
    screen.setAside = [
      ...screen.setAside,
      ...[...selected.value].filter((ticker) => !known.has(ticker)).map((ticker) => ({ ticker, reason })),
    ]
  })
  selected.value = new Set()
}
</script>

<template>
  <div class="find">
    <section class="left" aria-label="Screen">
      <div class="d-flex align-center">
        <h1 class="flex-grow-1">Find</h1>
        <ScreenMenu ref="menu" v-model="savedId" :whole="whole" @open="(chosen) => open(chosen)" @ready="openReady" />
        <v-btn size="small" :to="{ name: 'metrics' }">Metrics</v-btn>
      </div>
      <v-text-field v-model="screen.name" label="Name" maxlength="120" />
      <v-textarea
        v-model="screen.belief"
        label="What do you believe the market gets wrong?"
        rows="2"
        auto-grow
        class="mt-3"
        maxlength="5000"
      />
      <p v-if="screen.literature" class="quiet literature">{{ screen.literature }}</p>
      <UniversePanel v-model="screen.universe" :size="result.data?.universe.size ?? null" />
      <h2>Criteria</h2>
      <ul class="pa-0">
        <CriterionRow
          v-for="(_, i) in screen.criteria"
          :key="i"
          v-model="screen.criteria[i]!"
          :step="result.data?.steps[i]"
          :before="before(i)"
          :universe="screen.universe"
          :first="i === 0"
          :last="i === screen.criteria.length - 1"
          :problem="problemOf(i)"
          @remove="remove(i)"
          @up="move(i, -1)"
          @down="move(i, 1)"
        />
      </ul>
      <div class="d-flex ga-1 mt-2">
        <v-btn variant="outlined" size="small" @click="add">Add a criterion</v-btn>
        <v-btn size="small" @click="addGroup">Add a group</v-btn>
      </div>
      <ThresholdProposals :definition="definition" @take="take" />
    </section>

    <section class="right" aria-label="Survivors">
      <RefreshWait v-if="missing" :as-of="session.asOf ?? session.latestDay ?? ''" :formula="missing.formula" />
      <template v-else>
        <div class="bar">
          <h2>
            <span data-testid="total">{{ result.data?.total ?? '…' }}</span> of {{ result.data?.universe.size ?? '…' }} survive
          </h2>
          <v-progress-circular v-if="result.status === 'pending'" indeterminate size="16" width="2" aria-label="Screening" />
          <span class="flex-grow-1"></span>
          <ColumnsMenu v-model="screen.columns" v-model:view="view" />
          <ScreenFiles
            :whole="whole"
            :definition="definition"
            :view="view"
            :tab="tab"
            :day="result.data?.as_of ?? ''"
            :total="result.data?.total ?? 0"
            @read="readScreen"
          />
          <v-btn variant="flat" size="small" :disabled="!result.data?.total" @click="walk">{{
            selected.size ? `Walk through ${selected.size}` : 'Walk through them'
          }}</v-btn>
        </div>
        <ViewTabs v-model="tab" :views="views" label="What is made of the survivors" />
        <p v-if="result.status === 'error' && !screen.criteria.some((_, i) => problemOf(i))" class="worse" role="alert">
          {{ result.error.message }} <v-btn size="x-small" @click="reload">Try again</v-btn>
        </p>
        <ScreenWarnings v-if="tab === 'table'" :found="warnings" />
        <template v-if="tab === 'table'">
          <SelectionBar
            v-if="selected.size"
            :count="selected.size"
            @list="keepSelected"
            @aside="setSelectedAside"
            @none="selected = new Set()"
          />
          <SurvivorsTable
            v-if="result.data && result.data.total"
            v-model:columns="screen.columns"
            v-model:sort="screen.sort"
            v-model:selected="selected"
            :view="view"
            :definition="definition"
            :result="result.data"
            @update:view="(changed: TableView) => Object.assign(view, changed)"
          />
          <div v-else-if="result.data" class="empty">
            <h3>Nothing survives</h3>
            <p class="quiet">
              The bars on the left show which criterion does the work. Drag a threshold back, switch a criterion off, or widen the universe.
            </p>
          </div>
        </template>
        <ScorePanel v-else-if="tab === 'score'" :definition="definition" :usable="usable" />
        <RankingPanel v-else-if="tab === 'ranking'" v-model="screen.ranking" :definition="definition" :usable="usable" />
        <RegressionPanel v-else-if="tab === 'regression'" v-model="screen.regression" :definition="definition" :usable="usable" />
        <BasketPanel v-else-if="tab === 'basket'" :definition="definition" :usable="usable" />
        <BackTestPanel v-else-if="tab === 'back-test'" :definition="definition" :usable="usable" :ranking="screen.ranking" />
        <CleaningPanel
          v-else
          v-model="screen.setAside"
          :definition="definition"
          :usable="usable"
          :total="result.data?.total ?? 0"
          :total-with-set-aside="result.data?.total_with_set_aside ?? null"
        />
      </template>
    </section>
  </div>
</template>

<style scoped>
.find {
  display: flex;
  height: 100%;
}
.left {
  width: 390px;
  flex: none;
  overflow: auto;
  padding: calc(var(--space) * 4) calc(var(--space) * 4.5) calc(var(--space) * 10) calc(var(--space) * 6);
  border-right: 1px solid rgb(var(--v-theme-rule));
}
.literature {
  font-size: var(--type-small);
  line-height: 1.3;
  margin-top: calc(var(--space) * 1.5);
}
.right {
  flex: 1;
  min-width: 0;
  padding: calc(var(--space) * 4) calc(var(--space) * 5) calc(var(--space) * 2);
  display: flex;
  flex-direction: column;
}
.bar {
  display: flex;
  align-items: center;
  gap: var(--space);
  flex-wrap: wrap;
}
.empty {
  padding: calc(var(--space) * 10) 0;
}
</style>
