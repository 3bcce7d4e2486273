<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { figureText, percent } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { kept } from '@/stores/kept'
import { useMargin } from '@/stores/margin'
import { useSession } from '@/stores/session'

/** The criteria of a screen checked on the company in focus: required, actual, and how far apart. */
const props = defineProps<{ ticker: string }>()
const catalogue = useCatalogue()
const margin = useMargin()
const session = useSession()
const chosen = kept.checklist

const { state: lists } = useAnswer(
  'screens and ready screens',
  () => 0,
  () => Promise.all([ask(api.GET('/screens')), ask(api.GET('/ready-screens'))]),
)
const options = computed(() => [
  ...(lists.value.data?.[0] ?? []).map((screen) => ({ value: `own:${screen.id}`, title: screen.name, screen: screen.definition })),
  ...(lists.value.data?.[1] ?? []).map((entry) => ({
    value: `ready:${entry.key}`,
    title: entry.screen.name ?? entry.key,
    screen: entry.screen,
  })),
])
const screen = computed(() => (options.value.find((option) => option.value === chosen.value) ?? options.value[0])?.screen)
const { state } = useAnswer(
  'checklist',
  () => ({ screen: screen.value, ticker: props.ticker, asOf: session.asOf }),
  ({ screen: asked, ticker, asOf }, signal) =>
    asked
      ? ask(api.POST('/companies/{ticker}/checklist', { params: { path: { ticker } }, body: { screen: asked, as_of: asOf }, signal }))
      : null,
)
const top = computed(() => (state.value.data?.items ?? []).filter((item) => item.depth === 0))
const count = (kind: string) => top.value.filter((item) => item.state === kind).length
const STATE = { pass: '✓ passes', fail: '✗ fails', undecidable: '? undecidable' }
const TREND = { rising: '▲ rising', falling: '▼ falling', level: '– level' }
const OPERATOR: Record<string, string> = {
  '<': 'below',
  '<=': 'at most',
  '>': 'above',
  '>=': 'at least',
  '==': 'equal to',
  '!=': 'other than',
}
type Item = Schemas['ChecklistItem']
const unit = (item: Item): string =>
  /^[a-z_0-9]+$/.test(item.actual_formula ?? '') ? catalogue.unit(item.actual_formula!) : (item.actual?.unit ?? 'ratio')
const shown = (item: Item, figure: Item['actual']): string => (figure ? figureText({ ...figure, unit: unit(item) }) : '')
const GROUP: Record<string, string> = { all: 'All of', any: 'Any of', at: 'At least' }
const name = (item: Item): string =>
  item.group
    ? (GROUP[item.criterion.split(' ')[0]!] ?? '') + item.criterion.replace(/^(all of|any of|at least)/, '').replace(/ \(.*$/, '')
    : catalogue.label(item.actual_formula ?? item.criterion)
const points = (item: Item): string => {
  const known = item.history.filter((value): value is number => value !== null)
  if (known.length < 2) return ''
  const low = Math.min(...known)
  const span = Math.max(...known) - low || 1
  return item.history
    .map((value, i) => (value === null ? '' : `${(i / (item.history.length - 1)) * 76 + 2},${18 - ((value - low) / span) * 14}`))
    .filter(Boolean)
    .join(' ')
}
const columns: SheetColumn<Item>[] = [
  { key: 'figure', head: 'Figure' },
  { key: 'required', head: 'Required', of: (item) => (item.operator ? `${OPERATOR[item.operator]} ${shown(item, item.required)}` : '') },
  { key: 'actual', head: 'Actual' },
  {
    key: 'state',
    head: 'Verdict',
    class: (item) => ({ pass: 'better', fail: 'worse', undecidable: 'quiet' })[item.state],
  },
  {
    key: 'distance',
    head: 'Distance',
    of: (item) => (item.relative === null ? '' : `${percent(Math.abs(item.relative), 0)} % ${item.relative >= 0 ? 'to spare' : 'short'}`),
  },
  { key: 'past', head: 'Its past' },
  { key: 'trend', head: 'Trend', of: (item) => (item.trend ? TREND[item.trend] : ''), class: 'quiet' },
]
</script>

<template>
  <div class="choices">
    <v-autocomplete
      :model-value="chosen"
      :items="options"
      label="Checklist"
      class="which"
      @update:model-value="(value: string | null) => value && (chosen = value)"
    />
    <strong v-if="state.data">{{ count('pass') }} of {{ top.length }} passed</strong>
    <span v-if="count('undecidable')" class="quiet">{{ count('undecidable') }} undecidable</span>
  </div>
  <p v-if="screen?.belief" class="belief">{{ screen.belief }}</p>
  <p v-if="screen?.literature" class="quiet">{{ screen.literature }}</p>
  <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
  <template v-if="state.data">
    <SheetTable many label="Checklist" :columns="columns" :rows="state.data.items" :row-key="(_, i) => i">
      <template #cell-figure="{ row: item }"
        ><span :style="{ paddingLeft: `${18 * item.depth}px` }">{{ name(item) }}</span></template
      >
      <template #cell-actual="{ row: item }">
        <button
          v-if="item.actual"
          class="figure"
          :title="item.actual.reason ?? undefined"
          @click="margin.ask({ kind: 'metric', ticker, metric: item.actual_formula!, label: name(item) })"
        >
          {{ shown(item, item.actual) }}
        </button>
      </template>
      <template #cell-state="{ row: item }"
        ><span :title="item.reason ?? undefined">{{ STATE[item.state] }}</span></template
      >
      <template #cell-past="{ row: item }">
        <svg v-if="points(item)" width="80" height="20" role="img" :aria-label="`${item.years[0]} to ${item.years[item.years.length - 1]}`">
          <polyline :points="points(item)" fill="none" stroke="currentColor" stroke-width="1.4" />
        </svg>
      </template>
    </SheetTable>
    <p class="quiet">Amounts in {{ state.data.currency }}, as the screen compares them.</p>
  </template>
</template>

<style scoped>
.which {
  max-width: 360px;
}
.belief {
  max-width: 800px;
}
</style>
