<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Schemas } from '@/api/client'
import { download } from '@/design/download'
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
import { decode, encode, useScreen, type Definition, type TableView } from './screen'
import SurvivorsTable from './SurvivorsTable.vue'
import UniversePanel from './UniversePanel.vue'

const LIST_MOST = 1000
const route = useRoute()
const router = useRouter()
const session = useSession()
const catalogue = useCatalogue()
const subject = useSubject()
const notices = useNotices()

const { screen, view, definition, whole, usable, use } = useScreen()
const tabs = [
  { key: 'table', word: 'Survivors' },
  { key: 'score', word: 'Score' },
  { key: 'ranking', word: 'Ranking' },
  { key: 'regression', word: 'Regression' },
  { key: 'basket', word: 'Basket' },
  { key: 'back-test', word: 'Back-test' },
  { key: 'cleaning', word: 'Cleaning' },
]
const tab = ref('table')
const selected = ref(new Set<string>())
const savedId = ref<number | null>(null)
const saved = ref<{ id: number; name: string; definition: Definition }[]>([])
const ready = shallowRef<{ key: string; use: string; screen: Definition }[]>([])
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
const warnings = computed(() => {
  const quoted = (criterion: string | undefined) => `“${catalogue.words(criterion ?? '')}”`
  const say: Record<Schemas['Warning']['kind'], (w: Schemas['Warning']) => string> = {
    concentration: (w) => `${w.count} of ${w.of} survivors are of one sector, ${catalogue.data?.sectors[w.sector ?? ''] ?? w.sector}.`,
    undecidable: (w) =>
      `${quoted(w.criterion)} cannot be decided for ${w.count} of ${w.of} companies: they lack a figure, and do not pass.`,
    currencies: (w) => `${w.count} of ${w.of} survivors report in another currency than the rest; amounts are converted at the day’s rate.`,
    year_ends: (w) =>
      `${w.count} of ${w.of} survivors close their books in another month than the rest; a year is not the same year for all.`,
    stale: (w) => `The latest statements of ${w.count} of ${w.of} survivors are more than 400 days old.`,
    edge: (w) => `${quoted(w.criterion)} sits at an edge: a small move would leave ${w.tightened} or ${w.loosened} instead of ${w.of}.`,
    duplicate: (w) =>
      `${quoted(w.criterion)} and ${quoted(w.other)} rank companies alike (${(w.correlation ?? 0).toFixed(2)}): one of them does little.`,
  }
  return [...(result.value.data?.warnings ?? []), ...(closer.value.status === 'success' ? closer.value.data.warnings : [])].map((w) =>
    say[w.kind](w),
  )
})
const allWarnings = ref(false)
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

const wished = ref(25)
const proposals = shallowRef<{ total: number; proposals: { criterion: number; from: string; to: string; survivors: number }[] } | null>(
  null,
)
watch(definition, () => (proposals.value = null))
async function propose(): Promise<void> {
  try {
    proposals.value = await ask(
      api.POST('/screens/proposals', { body: { screen: definition.value, wished: wished.value, as_of: session.asOf } }),
    )
  } catch (error) {
    notices.fail(error)
  }
}
const take = (proposal: { criterion: number; to: string }) =>
  undoable(`Now ${catalogue.words(proposal.to)}.`, () => {
    const criteria = (definition.value.criteria ?? []).map((entry, i) =>
      i === proposal.criterion ? { formula: proposal.to, active: true } : entry,
    )
    use({ ...whole.value, criteria })
  })

async function loadSaved(): Promise<void> {
  saved.value = await ask(api.GET('/screens'))
  const wanted = saved.value.find((entry) => String(entry.id) === route.params.screen)
  if (wanted) open(wanted.definition, wanted.id)
}
function open(chosen: Definition, id: number | null): void {
  use(chosen)
  savedId.value = id
  selected.value = new Set()
}
onMounted(async () => {
  try {
    const shared = /^#view=(.+)$/.exec(location.hash)?.[1]
    ready.value = await ask(api.GET('/ready-screens'))
    await loadSaved()
    if (shared) await follow(shared)
    else if (route.query.ready) openReady(String(route.query.ready))
    else if (route.query.metric) await screenBy(String(route.query.metric))
  } catch (error) {
    notices.fail(error)
  }
})
watch(
  () => route.params.screen,
  () => loadSaved().catch(notices.fail),
)
/** Begins with one criterion: the better half by a metric. */
async function screenBy(metric: string): Promise<void> {
  const spread = await ask(api.POST('/screens/distribution', { body: { formula: metric, as_of: session.asOf } }))
  const lower = catalogue.byKey.get(metric)?.better === 'lower'
  screen.criteria.push(condition({ metric, operator: lower ? '<' : '>', value: Number((spread.median ?? 0).toPrecision(2)) }))
  if (!screen.columns.includes(metric)) screen.columns.unshift(metric)
}
function openReady(key: string): void {
  const entry = ready.value.find((one) => one.key === key)
  if (!entry) return
  open(entry.screen, null)
  tab.value = entry.use === 'checklist' ? 'score' : 'table'
}

interface Shared {
  screen: Definition
  view: TableView
  tab: string
  asOf: string | null
}
/** An address that reproduces what is on the page. Own metrics are written out, so that it works for others too. */
async function share(): Promise<void> {
  try {
    const plain = await ask(api.POST('/screens/written-out', { body: { screen: whole.value } }))
    const shared: Shared = {
      screen: plain,
      view: { ...view },
      tab: tab.value,
      asOf: session.asOf ?? session.latestDay,
    }
    const link = `${location.origin}/find#view=${await encode(shared)}`
    await navigator.clipboard.writeText(link).then(
      () => notices.say('Copied a link to this view.'),
      () => {
        location.hash = link.split('#')[1]!
        notices.say('The address of the page is now a link to this view.')
      },
    )
  } catch (error) {
    notices.fail(error)
  }
}
async function follow(text: string): Promise<void> {
  const shared = (await decode(text).catch(() => {
    throw new Error('The link is cut off or damaged. Ask for it again; nothing was changed.')
  })) as Shared
  await check(shared.screen)
  open(shared.screen, null)
  Object.assign(view, shared.view)
  tab.value = shared.tab
  if (shared.asOf && session.latestDay) session.setDay(shared.asOf < session.latestDay ? shared.asOf : null)
}
/** Only a screen the server can run replaces the one on the page. */
async function check(candidate: Definition): Promise<void> {
  await ask(api.POST('/screens/run', { body: { screen: candidate, as_of: session.asOf, limit: 1 } })).catch((error: unknown) => {
    if (!(error instanceof Problem) || error.status !== 409) throw error
  })
}

async function save(asNew: boolean): Promise<void> {
  try {
    if (savedId.value && !asNew) await ask(api.PUT('/screens/{id}', { params: { path: { id: savedId.value } }, body: whole.value }))
    else savedId.value = (await ask(api.POST('/screens', { body: whole.value }))).id
    saved.value = await ask(api.GET('/screens'))
    notices.say(`Saved: ${screen.name}.`)
  } catch (error) {
    notices.fail(error)
  }
}
async function forget(): Promise<void> {
  if (!savedId.value) return
  const kept = whole.value
  try {
    await ask(api.DELETE('/screens/{id}', { params: { path: { id: savedId.value } } }))
    savedId.value = null
    saved.value = await ask(api.GET('/screens'))
    notices.say(`Deleted: ${kept.name}.`, async () => {
      savedId.value = (await ask(api.POST('/screens', { body: kept }))).id
      saved.value = await ask(api.GET('/screens'))
    })
  } catch (error) {
    notices.fail(error)
  }
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
const asideReason = ref('')
function setSelectedAside(): void {
  const reason = asideReason.value.trim() || 'set aside by hand'
  undoable(`Set ${selected.value.size} aside.`, () => {
    const known = new Set(screen.setAside.map((entry) => entry.ticker))
    screen.setAside = [
      ...screen.setAside,
      ...[...selected.value].filter((ticker) => !known.has(ticker)).map((ticker) => ({ ticker, reason })),
    ]
  })
  selected.value = new Set()
  asideReason.value = ''
}

const exporting = ref(false)
async function exportAs(format: 'csv' | 'json' | 'xlsx' | 'ods'): Promise<void> {
  exporting.value = true
  try {
    const file = await ask(
      api.POST('/screens/export', {
        body: { screen: definition.value, as_of: session.asOf, format },
        parseAs: 'blob',
      }) as unknown as Promise<{
        data?: Blob
        error?: unknown
        response: Response
      }>,
    )
    download(`${screen.name || 'screen'} ${result.value.data?.as_of ?? ''}.${format}`, file, file.type)
  } catch (error) {
    notices.fail(error)
  } finally {
    exporting.value = false
  }
}
const exportScreen = () => download(`${screen.name || 'screen'}.json`, JSON.stringify(whole.value, null, 2), 'application/json')
async function importScreen(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  try {
    const read = JSON.parse(await file.text()) as Definition
    await check(read)
    const kept = whole.value
    open(read, null)
    notices.say(`Read ${file.name}.`, () => use(kept))
  } catch (error) {
    notices.fail(
      error instanceof SyntaxError ? new Error(`${file.name} does not hold JSON: ${error.message}. Nothing was changed.`) : error,
    )
  } finally {
    input.value = ''
  }
}
</script>

<template>
  <div class="find">
    <section class="left" aria-label="Screen">
      <div class="d-flex align-center">
        <h1 class="flex-grow-1">Find</h1>
        <v-menu max-height="480">
          <template #activator="{ props }"><v-btn size="small" v-bind="props">Open</v-btn></template>
          <v-list density="compact">
            <v-list-subheader>Your screens</v-list-subheader>
            <v-list-item
              v-for="entry in saved"
              :key="entry.id"
              :title="entry.name"
              @click="router.push({ name: 'find', params: { screen: entry.id } })"
            />
            <v-list-item v-if="!saved.length" title="No screen saved yet" disabled />
            <v-list-subheader>Ready screens</v-list-subheader>
            <v-list-item
              v-for="entry in ready.filter((one) => one.use === 'screen')"
              :key="entry.key"
              :title="entry.screen.name"
              @click="openReady(entry.key)"
            />
            <v-list-subheader>Ready checklists</v-list-subheader>
            <v-list-item
              v-for="entry in ready.filter((one) => one.use === 'checklist')"
              :key="entry.key"
              :title="entry.screen.name"
              @click="openReady(entry.key)"
            />
          </v-list>
        </v-menu>
        <v-btn size="small" @click="save(false)">Save</v-btn>
        <v-btn v-if="savedId" size="small" @click="save(true)">Save as new</v-btn>
        <v-btn v-if="savedId" size="small" @click="forget">Delete</v-btn>
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
      <div class="wish">
        <label
          >Come to about
          <input
            v-model.number="wished"
            class="assumption"
            type="number"
            min="1"
            max="100000"
            aria-label="Wished number of survivors"
            @keydown.stop
            @keydown.enter="propose"
        /></label>
        <v-btn size="small" @click="propose">Propose</v-btn>
      </div>
      <template v-if="proposals">
        <p v-if="!proposals.proposals.length" class="quiet">
          No single threshold does it: there is no active criterion that compares with a number.
        </p>
        <div v-for="proposal in proposals.proposals" :key="proposal.criterion" class="entry">
          <span
            >{{ catalogue.words(proposal.to) }} <span class="quiet">leaves {{ proposal.survivors }}</span></span
          >
          <v-btn size="x-small" :aria-label="`Take ${proposal.to}`" @click="take(proposal)">Take</v-btn>
        </div>
      </template>
    </section>

    <section class="right" aria-label="Survivors">
      <RefreshWait v-if="missing" :as-of="session.asOf ?? session.latestDay ?? ''" :formula="missing.formula" @ready="reload" />
      <template v-else>
        <div class="bar">
          <h2>
            <span data-testid="total">{{ result.data?.total ?? '…' }}</span> of {{ result.data?.universe.size ?? '…' }} survive
          </h2>
          <v-progress-circular v-if="result.status === 'pending'" indeterminate size="16" width="2" aria-label="Screening" />
          <span class="flex-grow-1"></span>
          <ColumnsMenu v-model="screen.columns" v-model:view="view" />
          <v-menu>
            <template #activator="{ props }"
              ><v-btn size="small" :disabled="!result.data?.total" :loading="exporting" v-bind="props">Export</v-btn></template
            >
            <v-list density="compact">
              <v-list-item title="CSV" @click="exportAs('csv')" />
              <v-list-item title="Workbook, XLSX" @click="exportAs('xlsx')" />
              <v-list-item title="Workbook, ODS" @click="exportAs('ods')" />
              <v-list-item title="JSON" @click="exportAs('json')" />
              <v-list-item title="Screen file" @click="exportScreen" />
            </v-list>
          </v-menu>
          <v-btn size="small" @click="share">Link</v-btn>
          <label class="file"
            >Read file<input type="file" accept=".json,application/json" aria-label="Read a screen file" @change="importScreen"
          /></label>
          <v-btn variant="flat" size="small" :disabled="!result.data?.total" @click="walk">{{
            selected.size ? `Walk through ${selected.size}` : 'Walk through them'
          }}</v-btn>
        </div>
        <nav class="tabs" role="tablist" aria-label="What is made of the survivors">
          <button
            v-for="entry in tabs"
            :key="entry.key"
            role="tab"
            :aria-selected="tab === entry.key"
            :class="{ here: tab === entry.key }"
            @click="tab = entry.key"
          >
            {{ entry.word }}<template v-if="entry.key === 'cleaning' && screen.setAside.length"> ({{ screen.setAside.length }})</template>
          </button>
        </nav>
        <p v-if="result.status === 'error' && !screen.criteria.some((_, i) => problemOf(i))" class="worse" role="alert">
          {{ result.error.message }} <v-btn size="x-small" @click="reload">Try again</v-btn>
        </p>
        <div v-if="warnings.length && tab === 'table'" class="warnings" role="status">
          <p v-for="warning in allWarnings || warnings.length < 3 ? warnings : warnings.slice(0, 1)" :key="warning" class="attention">
            ⚑ {{ warning }}
          </p>
          <button v-if="warnings.length > 2" class="figure attention" :aria-expanded="allWarnings" @click="allWarnings = !allWarnings">
            {{ allWarnings ? 'Only the first' : `And ${warnings.length - 1} more` }}
          </button>
        </div>
        <template v-if="tab === 'table'">
          <div v-if="selected.size" class="selection" role="status">
            <strong>{{ selected.size }} selected</strong>
            <v-btn size="small" @click="keepSelected">Make a list</v-btn>
            <input
              v-model="asideReason"
              class="reason"
              placeholder="reason"
              aria-label="Reason to set them aside"
              maxlength="300"
              @keydown.stop
              @keydown.enter="setSelectedAside"
            />
            <v-btn size="small" @click="setSelectedAside">Set aside</v-btn>
            <v-btn size="small" @click="selected = new Set()">Select none</v-btn>
          </div>
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
  padding: 16px 18px 40px 24px;
  border-right: 1px solid rgb(var(--v-theme-rule));
}
.literature {
  font-size: 0.84rem;
  line-height: 1.3;
  margin-top: 6px;
}
.right {
  flex: 1;
  min-width: 0;
  padding: 16px 20px 8px;
  display: flex;
  flex-direction: column;
}
.bar,
.selection {
  display: flex;
  align-items: center;
  gap: 4px;
  flex-wrap: wrap;
}
.selection {
  gap: 8px;
  padding: 2px 0;
}
.reason {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px solid rgb(var(--v-theme-quiet));
  padding: 0 4px;
}
.tabs {
  display: flex;
  gap: 20px;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  margin-bottom: 8px;
}
.tabs button {
  font: inherit;
  background: none;
  border: 0;
  cursor: pointer;
  padding: 2px 0 5px;
  color: rgb(var(--v-theme-quiet));
}
.tabs button.here {
  color: rgb(var(--v-theme-primary));
  box-shadow: inset 0 -2px rgb(var(--v-theme-primary));
  font-weight: 600;
}
.wish {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-top: 16px;
}
.wish input {
  width: 4em;
}
.warnings {
  font-size: 0.9rem;
}
.warnings {
  max-height: 96px;
  overflow: auto;
}
.empty {
  padding: 40px 0;
}
.file {
  color: rgb(var(--v-theme-primary));
  font-size: 0.87rem;
  font-weight: 500;
  padding: 0 10px;
  cursor: pointer;
}
.file input {
  position: absolute;
  opacity: 0;
  width: 1px;
}
.file:focus-within {
  outline: 2px solid rgb(var(--v-theme-primary));
}
</style>
