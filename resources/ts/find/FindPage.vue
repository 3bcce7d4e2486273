<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Schemas } from '@/api/client'
import { csv, download } from '@/shared/download'
import { inCell, unitHead, ABSENT } from '@/shared/format'
import { useLoadable } from '@/shared/loadable'
import { useCatalogue } from '@/shared/stores/catalogue'
import { useMargin } from '@/shared/stores/margin'
import { useNotices } from '@/shared/stores/notices'
import { useSession } from '@/shared/stores/session'
import { useSubject } from '@/shared/stores/subject'
import RefreshWait from './RefreshWait.vue'
import CriterionRow from './CriterionRow.vue'
import { fromFormula, toFormula, type Criterion } from './criterion'

const PAGE = 100
/** Rows the server gives at once, and the most the table and a list show. */
const MOST = 1000
const route = useRoute()
const router = useRouter()
const session = useSession()
const catalogue = useCatalogue()
const subject = useSubject()
const margin = useMargin()
const notices = useNotices()

const name = ref('Quiet compounders')
const belief = ref('The market pays too little attention to companies that earn high returns, owe little and simply go on.')
const universe = ref<Record<string, string[]>>({})
const criteria = ref<Criterion[]>(
  ['return_on_invested_capital > 0.15', 'net_debt_to_ebitda < 1.5', 'price_to_earnings < 15', 'median_traded_value_3m > 300000'].map((f) =>
    fromFormula(f),
  ),
)
const columns = ref<string[]>([
  'market_cap',
  'price_to_earnings',
  'return_on_invested_capital',
  'net_debt_to_ebitda',
  'revenue_growth_5y',
  'dividend_yield',
])
const sort = ref<{ column: string; direction: string }[]>([{ column: 'return_on_invested_capital', direction: 'descending' }])
const savedId = ref<number | null>(null)
const saved = ref<{ id: number; name: string; definition: Schemas['ScreenDefinition'] }[]>([])
const limit = ref(PAGE)
/** What has to be computed before the screen can answer: the day's columns (null formula), or one expression. */
const missing = ref<{ formula: string | null } | null>(null)

const definition = computed<Schemas['ScreenDefinition']>(() => ({
  name: name.value,
  belief: belief.value,
  universe: universe.value,
  criteria: criteria.value.map((criterion) => ({ formula: toFormula(criterion), active: criterion.active })),
  columns: columns.value,
  sort: sort.value,
}))
const usable = computed(() => definition.value.criteria!.every((criterion) => criterion.formula.trim() !== ''))
const { state: result, reload } = useLoadable(
  () => ({ screen: definition.value, asOf: session.asOf, limit: limit.value }),
  async ({ screen, asOf, limit }, signal) => {
    if (!usable.value) throw new Problem(422, 'A criterion has no formula yet: write one or remove it.')
    const answer = ask(api.POST('/screens/run', { body: { screen, as_of: asOf, limit, alone: true }, signal }))
    answer.then(
      () => (missing.value = null),
      (error) => (missing.value = error instanceof Problem && error.status === 409 ? { formula: error.formula } : null),
    )
    return answer
  },
)

const metrics = computed(() => (catalogue.data?.metrics ?? []).map((metric) => ({ value: metric.key, title: metric.label })))
const options = (of: Record<string, string> | undefined) => Object.entries(of ?? {}).map(([value, title]) => ({ value, title }))
const narrowings = computed(() => [
  { key: 'sectors', label: 'Sectors', items: options(catalogue.data?.sectors) },
  { key: 'countries', label: 'Islands', items: options(catalogue.data?.countries) },
  { key: 'exchanges', label: 'Exchanges', items: options(catalogue.data?.exchanges) },
  {
    key: 'templates',
    label: 'Kinds of business',
    items: options({ industrial: 'Industrial', bank: 'Banks', insurer: 'Insurers', property: 'Property' }),
  },
])
const narrow = (key: string, values: string[]) => {
  const rest = Object.fromEntries(Object.entries(universe.value).filter(([name]) => name !== key))
  universe.value = values.length ? { ...rest, [key]: values } : rest
}

const warnings = computed(() =>
  (result.value.data?.warnings ?? []).map((warning) =>
    warning.kind === 'concentration'
      ? `${warning.count} of ${warning.of} survivors are of one sector, ${catalogue.data?.sectors[warning.sector ?? ''] ?? warning.sector}.`
      : `“${warning.criterion}” cannot be decided for ${warning.count} of ${warning.of} companies: they lack a figure, and do not pass.`,
  ),
)
const before = (i: number): number =>
  i === 0 ? (result.value.data?.universe.size ?? 0) : (result.value.data?.steps[i - 1]?.survivors ?? 0)
const problemOf = (i: number): string | null => {
  if (result.value.status !== 'error' || missing.value) return null
  return result.value.error.message.includes(`"${toFormula(criteria.value[i]!)}"`) ? result.value.error.message : null
}

function add(): void {
  criteria.value = [...criteria.value, fromFormula('revenue_growth_5y > 0.05')]
}
function remove(i: number): void {
  const gone = criteria.value
  criteria.value = criteria.value.filter((_, j) => j !== i)
  notices.say('Criterion removed.', () => void (criteria.value = gone))
}
function move(i: number, by: number): void {
  const next = [...criteria.value]
  const [taken] = next.splice(i, 1)
  next.splice(i + by, 0, taken!)
  criteria.value = next
}
function sortBy(column: string): void {
  const now = sort.value[0]
  sort.value = [{ column, direction: now?.column === column && now.direction === 'descending' ? 'ascending' : 'descending' }]
}
const sorted = (column: string): 'ascending' | 'descending' | 'none' =>
  sort.value[0]?.column === column ? (sort.value[0].direction as 'ascending') : 'none'

function use(screen: Schemas['ScreenDefinition'], id: number | null): void {
  name.value = screen.name ?? ''
  belief.value = screen.belief ?? ''
  universe.value = (screen.universe as Record<string, string[]>) ?? {}
  criteria.value = (screen.criteria ?? []).map((criterion) => fromFormula(criterion.formula, criterion.active))
  columns.value = screen.columns ?? []
  sort.value = screen.sort ?? []
  savedId.value = id
}
async function loadSaved(): Promise<void> {
  saved.value = await ask(api.GET('/screens'))
  const wanted = saved.value.find((screen) => String(screen.id) === route.params.screen)
  if (wanted) use(wanted.definition, wanted.id)
}
onMounted(() => loadSaved().catch(notices.fail))
watch(
  () => route.params.screen,
  () => loadSaved().catch(notices.fail),
)

async function save(asNew: boolean): Promise<void> {
  try {
    if (savedId.value && !asNew) await ask(api.PUT('/screens/{id}', { params: { path: { id: savedId.value } }, body: definition.value }))
    else savedId.value = (await ask(api.POST('/screens', { body: definition.value }))).id
    await loadSaved()
    notices.say(`Saved: ${name.value}.`)
  } catch (error) {
    notices.fail(error)
  }
}
async function forget(): Promise<void> {
  if (!savedId.value) return
  const kept = definition.value
  try {
    await ask(api.DELETE('/screens/{id}', { params: { path: { id: savedId.value } } }))
    savedId.value = null
    await loadSaved()
    notices.say(`Deleted: ${kept.name}.`, async () => {
      savedId.value = (await ask(api.POST('/screens', { body: kept }))).id
      await loadSaved()
    })
  } catch (error) {
    notices.fail(error)
  }
}

/** Survivors up to a number, fetched page by page. */
async function survivors(most: number): Promise<Schemas['ScreenRow'][]> {
  const rows: Schemas['ScreenRow'][] = []
  const wanted = Math.min(most, result.value.data?.total ?? 0)
  while (rows.length < wanted) {
    const body = { screen: definition.value, as_of: session.asOf, offset: rows.length, limit: Math.min(MOST, wanted - rows.length) }
    const page = (await ask(api.POST('/screens/run', { body }))).rows
    if (!page.length) break
    rows.push(...page)
  }
  return rows
}
async function walk(): Promise<void> {
  try {
    const rows = await survivors(MOST)
    const list = await ask(
      api.POST('/lists', { body: { name: name.value || 'Survivors', tickers: rows.map((row) => row.ticker), as_of: session.asOf } }),
    )
    subject.walk(list)
    if (rows.length < (result.value.data?.total ?? 0))
      notices.say(`The list holds the first ${rows.length} of ${result.value.data?.total}.`)
    await router.push({ name: 'read', params: { ticker: list.items[0]!.ticker } })
  } catch (error) {
    notices.fail(error)
  }
}
async function exportCsv(): Promise<void> {
  try {
    const rows = await survivors(Infinity)
    const table = [
      ['ticker', 'name', 'sector', ...columns.value],
      ...rows.map((row) => [
        row.ticker,
        row.name,
        row.sector,
        ...columns.value.map((column) => row.values[column] ?? row.states[column] ?? ''),
      ]),
    ]
    download(`${name.value || 'screen'} ${result.value.data?.as_of ?? ''}.csv`, csv(table), 'text/csv')
  } catch (error) {
    notices.fail(error)
  }
}
const exportScreen = () =>
  download(`${name.value || 'screen'}.json`, JSON.stringify({ version: 1, ...definition.value }, null, 2), 'application/json')
async function importScreen(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  try {
    const screen = JSON.parse(await file.text()) as Schemas['ScreenDefinition'] & { criteria?: unknown[] }
    // The server checks the whole file first; only a screen it can run replaces the one on the page.
    await ask(api.POST('/screens/run', { body: { screen, as_of: session.asOf, limit: 1 } })).catch((error: unknown) => {
      if (!(error instanceof Problem) || error.status !== 409) throw error
    })
    use(
      {
        ...screen,
        criteria: (screen.criteria ?? []).map((entry) => (typeof entry === 'string' ? { formula: entry, active: true } : entry)),
      } as Schemas['ScreenDefinition'],
      null,
    )
    notices.say(`Read ${file.name}.`)
  } catch (error) {
    notices.fail(
      error instanceof SyntaxError ? new Error(`${file.name} does not hold JSON: ${error.message}. Nothing was changed.`) : error,
    )
  } finally {
    input.value = ''
  }
}
function onScroll(event: Event): void {
  const box = event.target as HTMLElement
  const data = result.value.data
  if (
    data &&
    box.scrollTop + box.clientHeight > box.scrollHeight - 200 &&
    data.rows.length < data.total &&
    limit.value <= data.rows.length &&
    limit.value < MOST
  )
    limit.value = Math.min(MOST, limit.value + PAGE)
}
</script>

<template>
  <div class="find">
    <section class="left" aria-label="Screen">
      <div class="d-flex align-center ga-1">
        <h1 class="flex-grow-1">Find</h1>
        <v-menu>
          <template #activator="{ props }"><v-btn size="small" v-bind="props">Open</v-btn></template>
          <v-list density="compact">
            <v-list-item
              v-for="screen in saved"
              :key="screen.id"
              :title="screen.name"
              @click="router.push({ name: 'find', params: { screen: screen.id } })"
            />
            <v-list-item v-if="!saved.length" title="No screen saved yet" disabled />
          </v-list>
        </v-menu>
        <v-btn size="small" @click="save(false)">Save</v-btn>
        <v-btn v-if="savedId" size="small" @click="save(true)">Save as new</v-btn>
        <v-btn v-if="savedId" size="small" @click="forget">Delete</v-btn>
      </div>
      <v-text-field v-model="name" label="Name" maxlength="120" />
      <v-textarea v-model="belief" label="What do you believe the market gets wrong?" rows="2" auto-grow class="mt-3" maxlength="5000" />
      <details class="my-2">
        <summary>Universe: {{ result.data?.universe.size ?? '…' }} companies</summary>
        <v-select
          v-for="entry in narrowings"
          :key="entry.key"
          :model-value="universe[entry.key] ?? []"
          :items="entry.items"
          :label="entry.label"
          multiple
          chips
          closable-chips
          @update:model-value="(values: string[]) => narrow(entry.key, values)"
        />
      </details>
      <h2>Criteria</h2>
      <ul class="pa-0">
        <CriterionRow
          v-for="(_, i) in criteria"
          :key="i"
          v-model="criteria[i]!"
          :step="result.data?.steps[i]"
          :before="before(i)"
          :universe="universe"
          :first="i === 0"
          :last="i === criteria.length - 1"
          :problem="problemOf(i)"
          @remove="remove(i)"
          @up="move(i, -1)"
          @down="move(i, 1)"
        />
      </ul>
      <v-btn class="mt-2" variant="outlined" size="small" @click="add">Add a criterion</v-btn>
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
          <v-menu :close-on-content-click="false">
            <template #activator="{ props }"><v-btn size="small" v-bind="props">Columns</v-btn></template>
            <v-card width="380" class="pa-3"
              ><v-autocomplete v-model="columns" :items="metrics" label="Columns, in order" multiple chips closable-chips auto-select-first
            /></v-card>
          </v-menu>
          <v-btn size="small" :disabled="!result.data?.total" @click="exportCsv">CSV</v-btn>
          <v-btn size="small" @click="exportScreen">Screen file</v-btn>
          <label class="file"
            >Read file<input type="file" accept=".json,application/json" aria-label="Read a screen file" @change="importScreen"
          /></label>
          <v-btn variant="flat" size="small" :disabled="!result.data?.total" @click="walk">Walk through them</v-btn>
        </div>
        <p v-if="result.status === 'error' && !criteria.some((_, i) => problemOf(i))" class="worse" role="alert">
          {{ result.error.message }} <v-btn size="x-small" @click="reload">Try again</v-btn>
        </p>
        <p v-for="warning in warnings" :key="warning" class="attention" role="status">⚑ {{ warning }}</p>
        <div
          v-if="result.data && result.data.total"
          class="scroll table"
          tabindex="0"
          aria-label="Survivors, scrollable"
          @scroll="onScroll"
        >
          <table class="sheet">
            <thead>
              <tr>
                <th :aria-sort="sorted('name')"><button class="figure" @click="sortBy('name')">Company</button></th>
                <th v-for="column in columns" :key="column" :aria-sort="sorted(column)">
                  <button
                    class="figure"
                    :title="catalogue.byKey.get(column)?.note || catalogue.byKey.get(column)?.formula"
                    @click="sortBy(column)"
                  >
                    {{ catalogue.label(column) }}{{ sorted(column) === 'descending' ? ' ▾' : sorted(column) === 'ascending' ? ' ▴' : '' }}
                  </button>
                  <div class="unit">{{ unitHead(catalogue.unit(column), session.currency) || ' ' }}</div>
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in result.data.rows" :key="row.ticker">
                <th scope="row">
                  <router-link :to="{ name: 'read', params: { ticker: row.ticker } }">{{ row.name }}</router-link>
                  <span class="quiet">{{ row.ticker }}</span>
                </th>
                <td v-for="column in columns" :key="column">
                  <button
                    class="figure"
                    :class="{ quiet: row.values[column] === null }"
                    :title="row.states[column]?.replaceAll('_', ' ')"
                    @click="margin.ask({ kind: 'metric', ticker: row.ticker, metric: column, label: catalogue.label(column) })"
                  >
                    {{
                      row.values[column] === null || row.values[column] === undefined
                        ? (ABSENT[row.states[column] ?? 'missing'] ?? '–')
                        : inCell(row.values[column], catalogue.unit(column))
                    }}
                  </button>
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="result.data.total > MOST && result.data.rows.length >= MOST" class="quiet">
            The first {{ MOST }} of {{ result.data.total }}. Tighten the screen, or take all of them as CSV.
          </p>
        </div>
        <div v-else-if="result.data" class="empty">
          <h3>Nothing survives</h3>
          <p class="quiet">
            The bars on the left show which criterion does the work. Drag a threshold back, switch a criterion off, or widen the universe.
          </p>
        </div>
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
.right {
  flex: 1;
  min-width: 0;
  padding: 16px 20px 8px;
  display: flex;
  flex-direction: column;
}
.bar {
  display: flex;
  align-items: center;
  gap: 4px;
  flex-wrap: wrap;
}
.table {
  flex: 1;
  min-height: 0;
}
.unit {
  font-size: 0.77rem;
  font-weight: 400;
}
thead th {
  height: 46px !important;
  white-space: normal !important;
  min-width: 74px;
  vertical-align: bottom;
  line-height: 1.15;
}
thead th .figure {
  text-align: right;
}
thead th:first-child {
  min-width: 210px;
}
.empty {
  padding: 40px 0;
}
summary {
  cursor: pointer;
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
