<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf, type SheetColumn } from '@/design/sheet'
import { number, percent } from '@/design/format'
import FigureButton from '@/features/margin/FigureButton.vue'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

type Overview = Schemas['PropertyOverview']
type Shown = NonNullable<Overview['shown']>
/** What a property company owns and who rents it: tenants, leases by the year of their end, kinds and places of buildings. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const period = ref<number | undefined>()
watch(
  () => props.ticker,
  () => (period.value = undefined),
)
const { state, reload } = useAnswer(
  'property',
  () => ({ ticker: props.ticker, asOf: session.asOf, period: period.value }),
  ({ ticker, asOf, period }, signal) =>
    ask(
      api.GET('/companies/{ticker}/property', {
        params: { path: { ticker }, query: { ...(asOf ? { as_of: asOf } : {}), ...(period ? { period } : {}) } },
        signal,
      }),
    ),
)
const MOST = 12
const all = ref(false)
const tenants = computed(() => (all.value ? shown.value?.tenants : shown.value?.tenants.slice(0, MOST)) ?? [])
const shown = computed(() => state.value.data?.shown ?? null)
const years = computed(() => state.value.data?.years ?? [])
const year = computed(() => years.value.find((of) => of.period === shown.value?.period))
const millions = (of: number | null): string => (of === null ? '–' : number(of / 1e6, 1))
const part = (of: number | null): string => (of === null ? '–' : percent(of))
const metres = (of: number | null): string => (of === null ? '–' : number(of, 0))

const money = computed(() => `${state.value.data?.currency ?? ''} million`)
const tenantColumns = computed<SheetColumn<Shown['tenants'][number]>[]>(() => [
  { key: 'name', head: 'Tenant', of: (of) => of.name, by: (of) => of.name },
  { key: 'share', head: '% of rent', of: (of) => part(of.share), by: (of) => of.share },
  { key: 'rent', head: `Rent, ${money.value}`, of: (of) => millions(of.rent), by: (of) => of.rent },
  { key: 'trade', head: 'Trade', of: (of) => of.trade || '–', by: (of) => of.trade },
  { key: 'standing', head: 'Credit', of: (of) => of.standing || '–', by: (of) => of.standing },
  { key: 'leases', head: 'Leases', of: (of) => String(of.leases), by: (of) => of.leases },
  { key: 'end', head: 'First ends', of: (of) => of.end ?? '–', by: (of) => of.end },
])
const rentColumns = (head: string): SheetColumn<Shown['trades'][number]>[] => [
  { key: 'name', head, of: (of) => of.name || 'not told' },
  { key: 'share', head: '% of rent', of: (of) => part(of.share) },
  { key: 'leases', head: 'Leases', of: (of) => String(of.leases) },
]
const blockColumns = (head: string): SheetColumn<Shown['sectors'][number]>[] => [
  { key: 'name', head, of: (of) => of.name || 'not told' },
  { key: 'share', head: '% of value', of: (of) => part(of.share) },
  { key: 'buildings', head: 'Buildings', of: (of) => String(of.buildings) },
  { key: 'occupancy', head: 'Let, %', of: (of) => part(of.occupancy) },
]
const buildingColumns = computed<SheetColumn<Shown['buildings'][number]>[]>(() => [
  { key: 'name', head: 'Building', of: (of) => of.name, by: (of) => of.name },
  { key: 'sector', head: 'Kind', of: (of) => of.sector || '–', by: (of) => of.sector },
  { key: 'place', head: 'Place', of: (of) => of.place || '–', by: (of) => of.place },
  { key: 'area', head: 'Area, m²', of: (of) => metres(of.area), by: (of) => of.area },
  {
    key: 'let',
    head: 'Let, %',
    of: (of) => part(of.area && of.let_area !== null ? of.let_area / of.area : null),
    by: (of) => (of.area && of.let_area !== null ? of.let_area / of.area : null),
  },
  { key: 'rent', head: `Rent, ${money.value}`, of: (of) => millions(of.rent), by: (of) => of.rent },
  {
    key: 'income',
    head: 'Net operating income',
    of: (of) => millions(of.net_operating_income),
    by: (of) => of.net_operating_income,
  },
  { key: 'value', head: 'Value', of: (of) => millions(of.value), by: (of) => of.value },
])
interface Row {
  label: string
  cells: string[]
}
const through = computed<Row[]>(() => {
  const row = (label: string, of: (year: Overview['years'][number]) => string): Row => ({ label, cells: years.value.map(of) })
  return [
    row(`Rent a year, ${money.value}`, (of) => millions(of.rent)),
    row('Let, % of area', (of) => part(of.occupancy)),
    row(`Rent a square metre, ${state.value.data?.currency}`, (of) => (of.rent_per_area === null ? '–' : number(of.rent_per_area, 0))),
    row('Leases run on, years', (of) => (of.lease_term === null ? '–' : number(of.lease_term, 1))),
    row('Largest tenant, % of rent', (of) => part(of.largest)),
    row('Ten largest, % of rent', (of) => part(of.ten_largest)),
    row('As concentrated as so many equal tenants', (of) => (of.effective_tenants === null ? '–' : number(of.effective_tenants, 1))),
    row('Income of buildings owned in both years, change %', (of) => part(of.same_property_growth)),
  ]
})
const ending = (of: number | null): string => (of === null ? 'no end' : of === 0 ? 'ended' : String(of))
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <div class="entries">
        <div v-for="entry in state.data.figures" :key="entry.key" class="entry">
          <span>{{ entry.label }}</span>
          <FigureButton :figure="entry.figure" :question="{ kind: 'metric', ticker, metric: entry.key, label: entry.label }" />
        </div>
      </div>
      <p v-if="!shown" class="quiet">
        No report by this day tells of single buildings and leases. They can be imported under <router-link to="/data">Data</router-link>,
        as tables of buildings and of leases.
      </p>
      <template v-else>
        <p class="choices">
          <ChoiceField
            :model-value="String(shown.period)"
            name="Fiscal year"
            :choices="[...years].reverse().map((of): [string, string] => [String(of.period), of.label])"
            @update:model-value="period = Number($event)"
          />
          <span v-if="year" class="quiet">{{ year.title }}, filed {{ year.filed_on }}</span>
        </p>
        <div class="parts">
          <section>
            <ChartFrame
              title="Rent by the year its lease ends"
              :labels="shown.endings.map((of) => ending(of.year))"
              :series="[
                {
                  name: '% of rent',
                  unit: '%',
                  bars: true,
                  values: shown.endings.map((of) => (of.share === null ? null : 100 * of.share)),
                },
              ]"
              :height="210"
              :show="(of: number) => number(of, 1)"
            />
          </section>
          <section>
            <h2>Who rents</h2>
            <div class="pair">
              <SheetTable label="Trades of tenants" :columns="rentColumns('Trade')" :rows="shown.trades" :row-key="(of) => of.name" />
              <SheetTable
                label="Credit standing of tenants"
                :columns="rentColumns('Credit')"
                :rows="shown.standings"
                :row-key="(of) => of.name"
              />
            </div>
          </section>
          <section class="wide">
            <h2>Tenants</h2>
            <SheetTable label="Tenants" :columns="tenantColumns" :rows="tenants" :row-key="(of) => of.name" many />
            <v-btn v-if="shown.tenants.length > MOST" size="small" :aria-pressed="all" @click="all = !all">{{
              all ? 'The largest' : `All ${shown.tenants.length} tenants`
            }}</v-btn>
          </section>
          <section class="wide">
            <h2>Through the years</h2>
            <SheetTable
              label="Rents through the years"
              many
              through-time
              :columns="[{ key: 'label', head: '', of: (row) => row.label }, ...columnsOf<Row>(years.map((of) => of.label))]"
              :rows="through"
              :row-key="(row) => row.label"
            >
              <template #cell="{ row, column }">{{ row.cells[column] }}</template>
            </SheetTable>
          </section>
          <section class="wide">
            <h2>Kinds and places</h2>
            <div class="pair">
              <SheetTable label="Kinds of buildings" :columns="blockColumns('Kind')" :rows="shown.sectors" :row-key="(of) => of.name" />
              <SheetTable label="Places of buildings" :columns="blockColumns('Place')" :rows="shown.places" :row-key="(of) => of.name" />
            </div>
          </section>
          <section class="wide">
            <h2>Buildings</h2>
            <SheetTable label="Buildings" :columns="buildingColumns" :rows="shown.buildings" :row-key="(of) => of.name" many />
          </section>
        </div>
      </template>
    </template>
  </div>
</template>

<style scoped>
.entries {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  column-gap: calc(var(--space) * 9);
}
.entry {
  display: flex;
  justify-content: space-between;
  padding: calc(var(--space) * 0.5) 0;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(480px, 1fr));
  gap: calc(var(--space) * 6) calc(var(--space) * 9);
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: calc(var(--space) * 5);
  align-items: start;
}
</style>
