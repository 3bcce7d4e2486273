<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Metric, type Schemas } from '@/api/client'
import { ABSENT, withUnit } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import CompanyHead from './CompanyHead.vue'
import DistributionStrip from './DistributionStrip.vue'
import OwnMetricEditor from './OwnMetricEditor.vue'
import RefreshWait from './RefreshWait.vue'

/** All metrics by group, found by any word; one of them with its definition, spread, coverage and both ends. */
const route = useRoute()
const router = useRouter()
const session = useSession()
const catalogue = useCatalogue()
const notices = useNotices()
const words = ref('')
const key = computed(() => String(route.params.key ?? ''))
const editing = ref<Schemas['OwnMetric'] | 'new' | null>(null)

const found = computed(() => {
  const wanted = words.value.toLowerCase().split(/\s+/).filter(Boolean)
  const fits = (metric: Metric) => {
    const text = `${metric.label} ${metric.key.replaceAll('_', ' ')} ${metric.synonyms} ${metric.note}`.toLowerCase()
    return wanted.every((word) => text.includes(word))
  }
  return Object.entries(catalogue.data?.groups ?? {})
    .map(([group, label]) => ({
      group,
      label,
      metrics: (catalogue.data?.metrics ?? []).filter((metric) => metric.group === group && fits(metric)),
    }))
    .filter((entry) => entry.metrics.length)
})
const count = computed(() => found.value.reduce((sum, entry) => sum + entry.metrics.length, 0))
const metric = computed(() => catalogue.byKey.get(key.value))
const { state, reload } = useAnswer(
  'metrics',
  () => ({ key: key.value, known: catalogue.byKey.has(key.value), asOf: session.asOf }),
  ({ key: wanted, known, asOf }, signal) =>
    known ? ask(api.GET('/metrics/{key}', { params: { path: { key: wanted }, query: asOf ? { as_of: asOf } : {} }, signal })) : null,
)
const { state: own, reload: reloadOwn } = useAnswer(
  'own-metrics',
  () => 0,
  () => ask(api.GET('/own-metrics')),
)
const mine = computed(() =>
  own.value.data?.find((entry) => key.value === entry.key || key.value === `${entry.key}_score` || key.value === `${entry.key}_fitted`),
)
watch(key, () => (editing.value = null))
async function saved(made: string): Promise<void> {
  await catalogue.refresh()
  reloadOwn()
  editing.value = null
  await router.push({ name: 'metrics', params: { key: made } })
  reload()
}
async function remove(entry: Schemas['OwnMetric']): Promise<void> {
  try {
    await ask(api.DELETE('/own-metrics/{id}', { params: { path: { id: entry.id } } }))
    await catalogue.refresh()
    reloadOwn()
    await router.push({ name: 'metrics' })
    notices.say(`Deleted: ${entry.label}.`, async () => {
      const { key: name, label, kind, definition, unit, note } = entry
      await ask(api.POST('/own-metrics', { body: { key: name, label, kind, definition, unit, note, better: entry.better as 'neutral' } }))
      await saved(name)
    })
  } catch (error) {
    notices.fail(error)
  }
}
const STATES: Record<string, string> = {
  value: 'have a value',
  missing: 'missing',
  not_applicable: 'not applicable',
  not_meaningful: 'not meaningful',
  not_enough_history: 'not enough history',
}
const BASES: Record<string, string> = {
  trailing: 'trailing twelve months',
  annual: 'last fiscal year',
  quarter: 'latest quarter',
  latest: 'latest known',
  daily: 'price of the day',
}
const BETTER: Record<string, string> = { higher: 'higher is better', lower: 'lower is better', neutral: 'neither is better' }
const UNITS: Record<string, string> = {
  percent: 'per cent',
  money: 'amount of money',
  money_per_share: 'money per share',
  times: 'times',
  ratio: 'pure number',
  score: 'score',
}
const dependencies = computed(() =>
  [...new Set((metric.value?.formula ?? '').match(/[a-z][a-z0-9_]*(?!\w*\()/g) ?? [])].filter(
    (name) => catalogue.byKey.has(name) && name !== key.value,
  ),
)
</script>

<template>
  <div class="metrics">
    <section class="list" aria-label="All metrics">
      <div class="d-flex align-center">
        <h1 class="flex-grow-1">Metrics</h1>
        <v-btn size="small" @click="editing = 'new'">Make your own</v-btn>
        <v-btn size="small" :to="{ name: 'find' }">Back to Find</v-btn>
      </div>
      <v-text-field v-model="words" label="Any part of a name, or another word for it" class="my-2" @keydown.stop />
      <p class="quiet" role="status">{{ count }} metrics</p>
      <details v-for="entry in found" :key="entry.group" :open="!!words || entry.group === 'own' || metric?.group === entry.group">
        <summary>
          {{ entry.label }} <span class="quiet">{{ entry.metrics.length }}</span>
        </summary>
        <router-link
          v-for="one in entry.metrics"
          :key="one.key"
          :to="{ name: 'metrics', params: { key: one.key } }"
          :class="{ here: one.key === key }"
          :aria-current="one.key === key ? 'page' : undefined"
          >{{ one.label }}</router-link
        >
      </details>
      <p v-if="!count" class="quiet">
        No metric has all of these words. Take fewer, or <button class="figure" @click="editing = 'new'">make your own</button>.
      </p>
    </section>
    <section class="one" aria-label="Metric">
      <OwnMetricEditor v-if="editing" :metric="editing === 'new' ? null : editing" @saved="saved" @cancel="editing = null" />
      <template v-else-if="metric">
        <h2>{{ metric.label }}</h2>
        <p v-if="metric.note">{{ metric.note }}</p>
        <dl>
          <dt>Formula</dt>
          <dd>
            {{ catalogue.words(metric.formula) }}
            <p class="quiet">{{ metric.formula }}</p>
          </dd>
          <template v-if="metric.not_meaningful_when">
            <dt>Not meaningful when</dt>
            <dd>{{ catalogue.words(metric.not_meaningful_when) }}</dd>
          </template>
          <dt>Unit</dt>
          <dd>{{ UNITS[metric.unit] ?? metric.unit }}; {{ BETTER[metric.better] }}; {{ BASES[metric.basis] }}</dd>
          <dt>Fits</dt>
          <dd>{{ metric.templates.join(', ') }}</dd>
          <template v-if="metric.synonyms">
            <dt>Also called</dt>
            <dd>{{ metric.synonyms }}</dd>
          </template>
          <template v-if="dependencies.length">
            <dt>Made of</dt>
            <dd>
              <template v-for="(name, i) in dependencies" :key="name"
                >{{ i ? ', ' : ''
                }}<router-link :to="{ name: 'metrics', params: { key: name } }">{{ catalogue.label(name) }}</router-link></template
              >
            </dd>
          </template>
          <template v-if="mine?.used_by?.length">
            <dt>Used by</dt>
            <dd>{{ mine.used_by.join(', ') }}</dd>
          </template>
        </dl>
        <div class="choices">
          <v-btn size="small" :to="{ name: 'find', query: { metric: key } }">Screen by it</v-btn>
          <template v-if="mine">
            <v-btn size="small" @click="editing = mine!">Change</v-btn>
            <v-btn size="small" @click="remove(mine!)">Delete</v-btn>
          </template>
        </div>
        <RefreshWait
          v-if="state.status === 'error' && state.error.status === 409"
          :as-of="session.asOf ?? session.latestDay ?? ''"
          :formula="state.error.formula"
        />
        <p v-else-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
        <template v-else-if="state.data">
          <h3>In the universe as of {{ state.data.as_of }}</h3>
          <div class="strip">
            <DistributionStrip
              :model-value="state.data.distribution.median ?? 0"
              :distribution="state.data.distribution"
              :unit="metric.unit"
              :label="metric.label"
              operator=">"
              still
            />
          </div>
          <p class="quiet my-2">
            <template v-for="(n, kind, i) in state.data.coverage" :key="kind"
              >{{ i ? ' · ' : '' }}{{ n }} {{ STATES[kind] }}{{ ABSENT[kind] ? ` (${ABSENT[kind]})` : '' }}</template
            >
          </p>
          <div class="ends">
            <SheetTable
              v-for="side in ['highest', 'lowest'] as const"
              :key="side"
              many
              :columns="[
                { key: 'company', head: side === 'highest' ? 'Highest' : 'Lowest' },
                { key: 'value', head: '', heard: 'Value', of: (row) => withUnit(row.value, metric!.unit) },
              ]"
              :rows="state.data[side]"
              :row-key="(row) => row.ticker"
            >
              <template #cell-company="{ row }"><CompanyHead :company="row" /></template>
            </SheetTable>
          </div>
        </template>
      </template>
      <p v-else-if="key" class="worse" role="alert">There is no metric “{{ key }}”. Look for it on the left.</p>
      <p v-else class="quiet">Choose a metric on the left to see what it means and how it is spread, or make one of your own.</p>
    </section>
  </div>
</template>

<style scoped>
.metrics {
  display: flex;
  height: 100%;
}
.list {
  width: 390px;
  flex: none;
  overflow: auto;
  padding: calc(var(--space) * 4) calc(var(--space) * 4.5) calc(var(--space) * 10) calc(var(--space) * 6);
  border-right: 1px solid rgb(var(--v-theme-rule));
}
.list summary {
  cursor: pointer;
  padding: var(--space) 0;
  font-weight: 500;
}
.list a {
  display: block;
  padding: calc(var(--space) * 0.5) 0 calc(var(--space) * 0.5) calc(var(--space) * 4);
}
.list a.here {
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
  background: rgb(var(--v-theme-wash));
}
.one {
  flex: 1;
  min-width: 0;
  overflow: auto;
  padding: calc(var(--space) * 4.5) calc(var(--space) * 7) calc(var(--space) * 10);
}
dl {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: var(--space) calc(var(--space) * 3.5);
  margin: calc(var(--space) * 2.5) 0 calc(var(--space) * 3.5);
  max-width: 860px;
}
dt {
  color: rgb(var(--v-theme-quiet));
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.strip {
  max-width: 560px;
}
.ends {
  display: flex;
  gap: calc(var(--space) * 7);
  flex-wrap: wrap;
}
.ends > div {
  width: 336px;
}
</style>
