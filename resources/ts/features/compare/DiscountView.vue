<script setup lang="ts">
import { computed } from 'vue'
import { api, ask, type Figure, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { changePercent, number, percent } from '@/design/format'
import FigureButton from '@/features/margin/FigureButton.vue'
import { useMargin } from '@/stores/margin'
import { useAddressed } from '@/shell/addressed'
import { useSession } from '@/stores/session'
import { figure } from './peers'

/** What the company costs more or less than its peers, what differs, and what that would justify. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const margin = useMargin()
/** Through which companies the line runs that says what its figures justify: 'kind', 'industry' or 'list' and its number. */
const through = useAddressed<string>('through', 'kind')
const list = computed(() => (through.value.startsWith('list ') ? through.value.slice(5) : ''))
const across = computed((): 'kind' | 'industry' | 'list' => (list.value ? 'list' : through.value === 'industry' ? 'industry' : 'kind'))
const lists = useAnswer(
  'lists',
  () => ({}),
  (_, signal) => ask(api.GET('/lists', { signal })),
)
const choices = computed<[string, string][]>(() => [
  ['kind', 'All of its kind'],
  ['industry', 'Its industry'],
  ...(lists.state.value.data ?? []).map((of): [string, string] => [`list ${of.id}`, of.name]),
])
const { state, reload } = useAnswer(
  'peer discount',
  () => ({
    ticker: props.ticker,
    query: { as_of: session.asOf ?? undefined, across: across.value, list: across.value === 'list' ? Number(list.value) : undefined },
  }),
  ({ ticker, query }, signal) => ask(api.GET('/companies/{ticker}/peer-discount', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
type Multiple = Schemas['PeerDiscount']['multiples'][number]
type Difference = Schemas['PeerDiscount']['differences'][number]
const multiples: SheetColumn<Multiple>[] = [
  { key: 'label', head: 'Paid', of: (of) => of.label },
  { key: 'own', head: 'Company' },
  { key: 'median', head: 'Peers', of: (of) => figure(of.median, of.unit) },
  { key: 'premium', head: 'More or less', of: (of) => changePercent(of.premium) },
  { key: 'justified', head: 'Would go with its figures', of: (of) => figure(of.justified, of.unit) },
  { key: 'error', head: '± of one', of: (of) => (of.error === null ? '–' : number(of.error, 1)) },
  { key: 'unexplained', head: 'Unexplained', of: (of) => changePercent(of.unexplained) },
  { key: 'fit', head: 'Explained, %', of: (of) => (of.r_squared === null ? '–' : percent(of.r_squared, 0)) },
  { key: 'companies', head: 'Companies', of: (of) => String(of.companies || '–') },
]
const differences: SheetColumn<Difference>[] = [
  { key: 'label', head: 'What may explain it', of: (of) => of.label },
  { key: 'own', head: 'Company' },
  { key: 'median', head: 'Peers', of: (of) => figure(of.median, of.unit) },
  {
    key: 'beside',
    head: '',
    of: (of) => (of.beside === 'better' ? '▲ better' : of.beside === 'worse' ? '▼ worse' : ''),
    class: (of) => of.beside ?? '',
  },
]
const value = (of: Multiple | Difference): Pick<Figure, 'value' | 'unit' | 'state' | 'reason'> => ({
  value: of.own,
  unit: of.unit as Figure['unit'],
  state: of.own === null ? 'not_meaningful' : 'value',
  reason: null,
})
const question = (of: { key: string; label: string }) => ({
  kind: 'metric' as const,
  ticker: props.ticker,
  metric: of.key,
  label: of.label,
})
/** Bars to the right are dearer than the peers, to the left cheaper. */
const widest = computed(() => Math.max(0.01, ...(data.value?.multiples ?? []).map((of) => Math.abs(of.premium ?? 0))))
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <p v-if="!data.peers" class="quiet">
        No peer is in, so there is nothing to be dearer or cheaper than.
        <router-link :to="{ name: 'compare', params: { ticker } }">Choose peers</router-link>
      </p>
      <div class="bars" role="img" :aria-label="data.multiples.map((of) => `${of.label}: ${changePercent(of.premium)}`).join(', ')">
        <div v-for="of in data.multiples" :key="of.key" class="bar">
          <span>{{ of.label }}</span>
          <span class="axis"
            ><span
              v-if="of.premium !== null"
              :class="of.premium >= 0 ? 'dearer' : 'cheaper'"
              :style="{ width: `${(50 * Math.abs(of.premium)) / widest}%` }"
          /></span>
          <span>{{
            of.premium === null ? 'not meaningful' : `${changePercent(of.premium)} ${of.premium >= 0 ? 'dearer' : 'cheaper'}`
          }}</span>
        </div>
      </div>
      <div class="choices">
        <span class="quiet" aria-hidden="true">What its figures would go with is read off a line through</span>
        <ChoiceField v-model="through" name="The line runs through" :choices="choices" />
      </div>
      <SheetTable label="Multiples" :columns="multiples" :rows="data.multiples" :row-key="(of) => of.key" many>
        <template #cell-label="{ row }"
          ><span class="whole">{{ row.label }}</span></template
        >
        <template #cell-own="{ row }"><FigureButton :figure="value(row)" :question="question(row)" /></template>
        <template #cell-justified="{ row }">
          <span v-if="row.justified === null && row.why_not" class="why quiet">{{ row.why_not }}</span>
          <template v-else>{{ figure(row.justified, row.unit) }}</template>
        </template>
      </SheetTable>
      <div class="two">
        <SheetTable label="Differences" :columns="differences" :rows="data.differences" :row-key="(of) => of.key">
          <template #cell-own="{ row }"><FigureButton :figure="value(row)" :question="question(row)" /></template>
        </SheetTable>
        <section>
          <h2>In words</h2>
          <p v-for="(one, i) in data.sentences" :key="i">
            <button class="figure" @click="margin.ask(question({ key: one.key, label: one.sentence.split(':')[0]! }))">
              {{ one.sentence }}
            </button>
          </p>
        </section>
      </div>
      <p class="quiet">
        What would go with its figures comes from a line through the companies chosen that are of its kind, without those far off the rest:
        {{ data.multiples[0]?.drivers.join(', ').toLowerCase() }} for the first, others for each. A line that explains little says little.
      </p>
    </template>
  </div>
</template>

<style scoped>
.bars {
  display: grid;
  gap: var(--space);
  margin-bottom: calc(var(--space) * 4);
}
.bar {
  display: grid;
  grid-template-columns: 300px minmax(200px, 420px) auto;
  gap: calc(var(--space) * 3);
  align-items: center;
}
.axis {
  position: relative;
  height: 12px;
  background: linear-gradient(90deg, transparent calc(50% - 1px), rgb(var(--v-theme-quiet)) 50%, transparent calc(50% + 1px));
}
.dearer,
.cheaper {
  position: absolute;
  top: 2px;
  height: 8px;
  background: rgb(var(--v-theme-primary));
}
.dearer {
  left: 50%;
}
.cheaper {
  right: 50%;
  background: rgb(var(--v-theme-accent));
}
.whole {
  white-space: nowrap;
}
.why {
  display: inline-block;
  max-width: 300px;
  line-height: 1.25;
  white-space: normal;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: calc(var(--space) * 8);
  margin-top: calc(var(--space) * 5);
}
.two p {
  margin: 0 0 calc(var(--space) * 1.5);
}
.two .figure {
  text-align: left;
  white-space: normal;
}
</style>
