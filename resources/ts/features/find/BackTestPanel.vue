<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import CommitInput from '@/design/CommitInput.vue'
import { csv, download } from '@/design/download'
import { number, percent } from '@/design/format'
import PageSteps from '@/design/PageSteps.vue'
import WorkProgress from '@/design/WorkProgress.vue'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import FactsTable from './FactsTable.vue'
import IndexField from './IndexField.vue'
import PeriodField from './PeriodField.vue'
import type { Definition } from './screen'

/** What the screen would have picked at the time, and how that went. */
const props = defineProps<{ definition: Definition; usable: boolean; ranking: Schemas['Ranking'] }>()
const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))
const session = useSession()
const catalogue = useCatalogue()
const notices = useNotices()
const settings = ref({
  frequency: 'quarterly' as 'monthly' | 'quarterly' | 'yearly',
  from: '',
  lag: 1,
  cost: 20,
  index: 'ALLSH',
  ranked: false,
  top: 20,
})
const INTERVAL = 500
const opened = ref<string | null>(null)
const chosen = ref<number | null>(null)
const isRunning = (of: Schemas['BackTest']): boolean => of.task?.state === 'waiting' || of.task?.state === 'running'
const page = ref(1)
const { state: list, reload: reloadList } = useAnswer('back-tests', page, (page, signal) =>
  ask(api.GET('/back-tests', { params: { query: { page } }, signal })),
)
const earlier = computed(() => list.value.data?.data ?? [])
const { state: looked, reload: look } = useAnswer(
  'back-test',
  chosen,
  (id, signal) => (id === null ? null : ask(api.GET('/back-tests/{id}', { params: { path: { id } }, signal }))),
  (of) => isRunning(of) && INTERVAL,
)
const test = computed(() => (looked.value.data?.id === chosen.value ? (looked.value.data ?? null) : null))
const running = computed(() => test.value !== null && isRunning(test.value))
const today = computed(() => session.asOf ?? session.latestDay ?? '')
watch(running, (now) => now || reloadList())
watch([list, looked], (answers) => answers.forEach((answer) => answer.status === 'error' && notices.fail(answer.error)))
async function start(): Promise<void> {
  const { frequency, from, lag, cost, index, ranked, top } = settings.value
  try {
    const begun = await ask(
      api.POST('/back-tests', {
        body: {
          screen: props.definition,
          ranking: ranked ? props.ranking : null,
          top: ranked ? top : null,
          frequency,
          lag,
          cost,
          index,
          from,
          to: today.value,
        },
      }),
    )
    chosen.value = begun.id
    reloadList()
  } catch (error) {
    notices.fail(error)
  }
}
async function cancel(): Promise<void> {
  if (!test.value?.task) return
  await ask(api.DELETE('/tasks/{id}', { params: { path: { id: test.value.task.id } } })).catch(() => undefined)
  look()
}
async function remove(): Promise<void> {
  if (!test.value) return
  const kept = test.value
  try {
    await ask(api.DELETE('/back-tests/{id}', { params: { path: { id: kept.id } } }))
    chosen.value = null
    reloadList()
    notices.say(`Deleted: ${kept.name}, ${kept.started}. The same settings give the same result again.`)
  } catch (error) {
    notices.fail(error)
  }
}
const result = computed(() => test.value?.result ?? null)
const indexName = computed(() => catalogue.data?.indices[result.value?.index ?? ''] ?? result.value?.index ?? '')
const share = (value: number | null | undefined): string => (value == null ? '–' : `${percent(value, 0)} %`)
const bounded = (text: string, low: number, high: number): number => Math.min(high, Math.max(low, Math.round(Number(text)) || low))
const save = () =>
  download(
    `${test.value!.name} back-test.csv`,
    csv([
      ['signal', 'entry', 'companies then', 'picked', 'turnover', 'cost', 'return', 'index', 'held'],
      ...result.value!.dates.map((date) => {
        const period = result.value!.periods.find((entry) => entry.from === date.entry)
        return [
          date.signal,
          date.entry,
          date.universe,
          date.picked,
          date.turnover,
          date.cost,
          period?.return,
          period?.benchmark,
          date.held.map((one) => one.ticker).join(' '),
        ]
      }),
    ]),
    'text/csv',
  )
type Dated = NonNullable<typeof result.value>['dates'][number]
const after = (date: Dated) => result.value?.periods.find((period) => period.from === date.entry)
const dateColumns: SheetColumn<Dated>[] = [
  { key: 'signal', head: 'Screened on', by: (date) => date.signal },
  { key: 'entry', head: 'Bought on', of: (date) => date.entry },
  { key: 'picked', head: 'Picked of', of: (date) => `${date.picked} of ${date.universe}`, by: (date) => date.picked },
  { key: 'turnover', head: 'Turned over', of: (date) => share(date.turnover), by: (date) => date.turnover },
  { key: 'return', head: 'Return until the next', of: (date) => share(after(date)?.return), by: (date) => after(date)?.return },
  { key: 'index', head: 'Index', of: (date) => share(after(date)?.benchmark), by: (date) => after(date)?.benchmark, class: 'quiet' },
]
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="Back-test, scrollable">
    <div class="choices">
      <v-select
        v-model="settings.frequency"
        :items="[
          { value: 'monthly', title: 'screened monthly' },
          { value: 'quarterly', title: 'quarterly' },
          { value: 'yearly', title: 'yearly' },
        ]"
        aria-label="Screened"
        class="narrow"
      />
      <PeriodField v-model="settings.from" :today="today" />
      <IndexField v-model="settings.index" />
      <label class="quiet"
        >bought
        <CommitInput
          class="few"
          type="number"
          :model-value="settings.lag"
          aria-label="Trading days until the purchase"
          @update:model-value="(text: string) => (settings.lag = bounded(text, 0, 60))"
        />
        trading days later, costs
        <CommitInput
          class="few"
          type="number"
          :model-value="settings.cost"
          aria-label="Costs in basis points"
          @update:model-value="(text: string) => (settings.cost = bounded(text, 0, 1000))"
        />
        basis points</label
      >
      <label
        ><input v-model="settings.ranked" type="checkbox" /> only the first
        <CommitInput
          class="few"
          type="number"
          :model-value="settings.top"
          aria-label="How many of the ranking"
          :disabled="!settings.ranked"
          @update:model-value="(text: string) => (settings.top = bounded(text, 1, 500))"
        />
        of the ranking</label
      >
      <v-btn variant="flat" size="small" :disabled="!usable || running || !today" @click="start">Run the back-test</v-btn>
      <v-menu v-if="earlier.length" :close-on-content-click="false">
        <template #activator="{ props: activator }"><v-btn size="small" v-bind="activator">Earlier ones</v-btn></template>
        <v-list density="compact">
          <v-list-item
            v-for="entry in earlier"
            :key="entry.id"
            :title="`${entry.name}, ${entry.settings.frequency} from ${entry.settings.from}`"
            :subtitle="`${entry.started}, ${entry.task?.state ?? 'done'}`"
            @click="chosen = entry.id"
          />
          <PageSteps v-model="page" :pages="list.data?.meta.last_page" label="Pages of back-tests" />
        </v-list>
      </v-menu>
    </div>
    <p class="quiet">
      The screen is run as of each date with only what had been published by then, delisted companies included. Equal weights; what leaves
      the market is paid out at its last price.
    </p>
    <div v-if="running" class="my-4" role="status">
      <p class="mb-2">Reading what was known on each date.</p>
      <WorkProgress :work="test?.task ?? null" what="companies" label="Progress of the back-test" />
      <v-btn size="small" @click="cancel">Cancel</v-btn>
    </div>
    <p v-else-if="test?.task?.state === 'cancelled'" class="quiet" role="status">Cancelled; nothing was stored.</p>
    <p v-else-if="test?.task?.state === 'failed'" class="worse" role="alert">{{ test.task.message }}</p>
    <p v-if="result && !result.days.length" class="quiet">The rule picked nothing on any date.</p>
    <template v-else-if="result && test">
      <ChartFrame
        :title="`${test.name}: growth of 10,000`"
        :labels="result.days"
        :series="[
          { name: 'As known then', values: result.values, unit: session.currency },
          { name: 'With hindsight', values: result.hindsight_values, unit: session.currency },
          { name: indexName, values: result.index_values, benchmark: true, unit: session.currency },
        ]"
        :show="(value: number) => number(value, 0)"
        :height="250"
      />
      <p class="my-2">
        {{ result.dates.length }} dates from {{ result.from }} to {{ result.to }}. Of all purchases {{ share(result.hit_rate) }} did better
        than the index until the next date, and {{ share(result.period_hit_rate) }} of the periods. {{ share(result.annual_turnover) }} is
        turned over a year.
        <span class="quiet">Fingerprint {{ result.fingerprint }}.</span>
        <v-btn size="x-small" @click="save">CSV</v-btn><v-btn size="x-small" @click="remove">Delete</v-btn>
      </p>
      <ul v-if="result.jumps?.length" class="jumps" aria-label="What changed under the test">
        <li v-for="jump in result.jumps" :key="jump.day + jump.kind">
          <template v-if="jump.kind === 'universe'">
            On {{ jump.day }} the test chooses from {{ number(jump.to, 0) }} companies, on the date before from {{ number(jump.from, 0) }}.
          </template>
          <template v-else>
            On {{ jump.day }} {{ share(jump.to) }} of the companies cannot be decided, on the date before {{ share(jump.from) }}.
          </template>
        </li>
        <li class="quiet">Before and after such a date the rule chooses from other companies; do not read the two as one record.</li>
      </ul>
      <p class="quiet">
        “With hindsight” holds, over the same time and at the same costs, the {{ result.today.length }} companies the rule picks at the end.
      </p>
      <div class="both">
        <FactsTable
          :lines="[
            { name: 'As known then', performance: result.performance },
            { name: 'With hindsight', performance: result.hindsight_performance },
            { name: indexName, performance: result.index_performance },
          ]"
        />
        <SheetTable
          many
          :columns="dateColumns"
          :rows="result.dates"
          :row-key="(date) => date.signal"
          :is-open="(date) => date.signal === opened"
        >
          <template #cell-signal="{ row: date }">
            <button class="figure" :aria-expanded="opened === date.signal" @click="opened = opened === date.signal ? null : date.signal">
              {{ opened === date.signal ? '▾' : '▸' }} {{ date.signal }}
            </button>
          </template>
          <template #under="{ row: date }">
            <div class="held">
              <template v-if="!date.held.length">Nothing was picked: cash.</template>
              <span v-for="one in date.held" :key="one.ticker">
                <router-link :to="{ name: 'read', params: { ticker: one.ticker } }">{{ one.name }}</router-link>
                {{ share(after(date)?.members.find((member) => member.ticker === one.ticker)?.return) }}
              </span>
              <span v-if="date.not_bought.length" class="attention">not to be had any more: {{ date.not_bought.join(', ') }}</span>
            </div>
          </template>
        </SheetTable>
      </div>
    </template>
  </div>
</template>

<style scoped>
.scroll {
  flex: 1;
  min-height: 0;
}
.narrow {
  max-width: 160px;
}
/* A warning, not a list of things: set off by a line, not by bullets. */
.jumps {
  border-left: 2px solid rgb(var(--v-theme-primary));
  list-style: none;
  margin: 0 0 calc(var(--space) * 2);
  padding: calc(var(--space) * 0.5) 0 calc(var(--space) * 0.5) calc(var(--space) * 2.5);
}
.few {
  width: 3.2em;
}
.both {
  display: flex;
  gap: calc(var(--space) * 7);
  align-items: flex-start;
  flex-wrap: wrap;
  margin-top: calc(var(--space) * 2.5);
}
.held {
  white-space: normal !important;
  text-align: left !important;
  line-height: 1.5;
}
.held span {
  margin-right: calc(var(--space) * 3.5);
  white-space: nowrap;
}
.both > :last-child {
  flex: 1;
  min-width: 440px;
}
</style>
