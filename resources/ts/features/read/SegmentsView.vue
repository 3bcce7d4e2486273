<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schemas } from '@/api/client'
import { number, percent } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAnswer } from '@/api/answer'
import { useSession } from '@/stores/session'
import ViewTabs from '@/design/ViewTabs.vue'
import DriversView from './DriversView.vue'
import PropertyView from './PropertyView.vue'
import SeriesEntry from './SeriesEntry.vue'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** Segments, regions, drivers and classes through the years, reconciled to the totals of the statements; buildings and tenants. */
const props = defineProps<{ ticker: string; currency: string; template: string }>()
const session = useSession()
const route = useRoute()
const views = computed(() => [
  ...(props.template === 'property' ? [{ key: 'property' as const, word: 'Buildings and tenants' }] : []),
  { key: 'reported' as const, word: 'As reported' },
  { key: 'drivers' as const, word: 'How revenue arises' },
])
const part = computed(() => (views.value.find((of) => of.key === route.query.part) ?? views.value[0]!).key)
const parts = computed(() => views.value.map((of) => ({ ...of, to: { query: { ...route.query, part: of.key } } })))
const mode = ref<'stack' | 'share'>('share')
const { state, reload } = useAnswer(
  'breakdowns',
  () => ({ ticker: props.ticker, asOf: session.asOf }),
  ({ ticker, asOf }, signal) =>
    ask(api.GET('/companies/{ticker}/breakdowns', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const titles: Record<string, string> = {
  business: 'By business',
  region: 'By region',
  driver: 'Operating drivers',
  loans: 'Loans by class',
  securities: 'Securities by kind',
  insurance: 'Insurance by class',
  debt: 'Long-term debt by borrowing',
}
/** The lines whose parts are drawn: the size of what is divided. */
const DRAWN = ['revenue', 'gross_loans', 'securities', 'premiums_earned']
type Table = Schemas['Breakdown']['tables'][number]
/** Money in millions; other figures with decimals if any figure of the table has some. */
const digits = (table: Table): number =>
  table.members.some((member) => member.values.some((value) => value !== null && !Number.isInteger(value))) ? 2 : 0
const show = (value: number | null, table: Table): string =>
  value === null
    ? '–'
    : table.unit === 'money'
      ? number(value / 1e6, 1)
      : table.unit === 'percent'
        ? percent(value)
        : number(value, digits(table))
const unit = (table: Table): string => (table.unit === 'money' ? `${props.currency} million` : table.unit === 'percent' ? '%' : table.unit)
</script>

<template>
  <div>
    <ViewTabs :model-value="part" :views="parts" label="Views of the segments" />
    <DriversView v-if="part === 'drivers'" :ticker="ticker" />
    <PropertyView v-else-if="part === 'property'" :ticker="ticker" />
    <LoadState v-else :state="state" @again="reload" />
    <template v-if="state.data && part === 'reported'">
      <SeriesEntry :ticker="ticker" />
      <p v-if="!state.data.length" class="quiet">
        No report by this day shows segments, regions or operating drivers. They can be imported under
        <router-link to="/data">Data</router-link>, as a table of segment, item, period and value.
      </p>
      <section v-for="axis in state.data" :key="axis.axis" class="mb-6">
        <h2>{{ titles[axis.axis] }}</h2>
        <div v-for="table in axis.tables" :key="table.line" class="mb-4">
          <SheetTable
            many
            through-time
            :label="`${table.label} ${titles[axis.axis]}`"
            :columns="[
              { key: 'member', head: `${table.label}, ${unit(table)}`, of: (member) => member.name },
              ...columnsOf<(typeof table.members)[number]>(axis.periods.map((period) => period.label)),
            ]"
            :rows="table.members"
            :row-key="(member) => member.name"
          >
            <template #cell="{ row: member, column }">{{ show(member.values[column] ?? null, table) }}</template>
            <template #foot>
              <template v-if="table.total.some((value) => value !== null)">
                <tr class="total">
                  <th scope="row">{{ table.unit === 'percent' ? 'All' : 'Sum' }}</th>
                  <td v-for="(value, i) in table.total" :key="i">{{ show(value, table) }}</td>
                </tr>
                <tr v-if="table.reconciled.includes(false)">
                  <th scope="row" class="attention">More than in the statement</th>
                  <td v-for="(value, i) in table.difference" :key="i" class="attention">{{ show(value, table) }}</td>
                </tr>
                <tr v-else-if="table.reconciled.includes(true)">
                  <th scope="row" class="quiet">Agrees with the statement</th>
                  <td v-for="(agrees, i) in table.reconciled" :key="i" class="quiet">{{ agrees ? '✓' : '–' }}</td>
                </tr>
              </template>
            </template>
          </SheetTable>
          <template v-if="DRAWN.includes(table.line) && table.members.length > 1">
            <v-btn-toggle role="group" v-model="mode" class="mt-2" :aria-label="`Chart of ${titles[axis.axis]}`"
              ><v-btn value="share" size="small" :aria-pressed="mode === 'share'">Share of the sum</v-btn
              ><v-btn value="stack" size="small" :aria-pressed="mode === 'stack'">Amounts</v-btn></v-btn-toggle
            >
            <ChartFrame
              :title="`${ticker}: ${titles[axis.axis]!.toLowerCase()}`"
              :labels="axis.periods.map((period) => period.label)"
              :series="
                table.members.map((member) => ({
                  name: member.name,
                  unit: `${currency} million`,
                  values: member.values.map((value) => (value === null ? null : value / 1e6)),
                }))
              "
              :mode="mode"
              :height="220"
              :show="(value: number) => number(value, 1)"
            />
          </template>
        </div>
      </section>
    </template>
  </div>
</template>
