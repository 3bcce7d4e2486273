<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf, type SheetColumn } from '@/design/sheet'
import { amount, number, percent, readNumber } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import { DRIVERS, FIELDS, METHODS, others, RULES, withMethod, withRule, type Definition, type Rule } from './driverModel'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** How the revenue of the company and its rivals arises, and what follows from it. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const query = computed(() => (session.asOf ? { as_of: session.asOf } : {}))
const params = computed(() => ({ path: { ticker: props.ticker }, query: query.value }))

/** Its own: what is changed here changes neither an answer nor a version that is kept. */
const copy = (of: Definition): Definition => JSON.parse(JSON.stringify(of)) as Definition
const definition = ref<Definition | null>(null)
const proposal = useAnswer(
  'proposed drivers',
  () => params.value,
  (params, signal) => ask(api.GET('/companies/{ticker}/driver-model', { params, signal })),
)
watch(
  () => [props.ticker, proposal.state.value.status === 'success' ? proposal.state.value.data : null] as const,
  ([ticker, proposed], before) => {
    if (ticker !== before?.[0]) definition.value = null
    if (proposed && proposed.companies[0]?.ticker === ticker) definition.value ??= copy(proposed)
  },
  { immediate: true },
)
const { state, reload } = useAnswer(
  'driver model',
  () => ({ params: params.value, body: definition.value && copy(definition.value) }),
  ({ params, body }, signal) => (body ? ask(api.POST('/companies/{ticker}/driver-model', { params, body, signal })) : null),
)
const kept = useAnswer(
  'driver models',
  () => params.value,
  (params, signal) => ask(api.GET('/companies/{ticker}/driver-models', { params, signal })),
)
const data = computed(() => state.value.data)
const name = ref('Drivers')
const versions = computed<[string, string][]>(() => [
  ['', 'as reported'],
  ...(kept.state.value.data ?? []).map((of): [string, string] => [String(of.id), `${of.name}, version ${of.version}, ${of.as_of}`]),
])
const version = ref('')
function take(id: string): void {
  version.value = id
  const of = kept.state.value.data?.find((one) => String(one.id) === id)
  if (of) name.value = of.name
  const source = of?.definition ?? proposal.state.value.data
  if (source) definition.value = copy(source)
}
async function keep(): Promise<void> {
  if (!definition.value) return
  try {
    const made = await ask(
      api.POST('/companies/{ticker}/driver-models', {
        params: { path: { ticker: props.ticker } },
        body: { ...definition.value, name: name.value, ...query.value } as never,
      }),
    )
    kept.reload()
    version.value = String(made.id)
    notices.say(`"${made.name}" is kept as version ${made.version}.`, async () => {
      await ask(api.DELETE('/driver-models/{id}', { params: { path: { id: made.id } } }))
      version.value = ''
      kept.reload()
    })
  } catch (error) {
    notices.fail(error)
  }
}
const rival = ref('')
function addRival(): void {
  const ticker = rival.value.trim().toUpperCase()
  rival.value = ''
  if (!ticker || !definition.value || definition.value.companies.some((of) => of.ticker === ticker)) return
  const drivers = { units: { rule: 'level', value: 0 }, price: { rule: 'level', value: 0 } } as Record<string, Rule>
  definition.value.companies.push({ ticker, segments: [{ name: 'All', in_market: true, method: 'units_price', drivers }] })
}

interface Row {
  place: string
  label: string
  driver: string | null
  at: (year: number) => string
}
const pastYears = (company: number, segment: number): number[] =>
  (data.value?.companies[company]?.segments[segment]?.past ?? []).map((of) => of.year)
const shown = (value: number | null | undefined): string =>
  value == null ? '–' : Math.abs(value) >= 1e4 ? amount(value) : number(value, Math.abs(value) < 10 ? 2 : 1)
/** The drivers of a segment, then what they come to. */
function rows(company: number, segment: number): Row[] {
  const of = definition.value!.companies[company]!
  const one = of.segments[segment]!
  const told = data.value?.companies[company]?.segments[segment]
  const years = data.value?.years ?? []
  const past = (key: 'units' | 'price', year: number) => told?.past.find((at) => at.year === year)?.[key]
  const ahead = (key: 'units' | 'price' | 'revenue', year: number) => told?.[key][years.indexOf(year)]
  const key = (driver: string): 'units' | 'price' | null =>
    driver === 'price' || driver === 'revenue_each' ? 'price' : driver === 'utilisation' || driver === 'capacity' ? null : 'units'
  return [
    ...DRIVERS[one.method].map((driver): Row => ({
      place: `${of.ticker}/${one.name}/${driver}`,
      label: `${driver.replaceAll('_', ' ')}${key(driver) === 'units' && told?.unit ? `, ${told.unit}` : ''}`,
      driver,
      at: (year) => (key(driver) === null ? '' : shown(years.includes(year) ? ahead(key(driver)!, year) : past(key(driver)!, year))),
    })),
    ...(one.method === 'capacity'
      ? [{ place: 'units', label: 'units', driver: null, at: (year: number) => shown(years.includes(year) ? ahead('units', year) : null) }]
      : []),
    {
      place: 'revenue',
      label: `revenue, ${data.value?.currency ?? ''}`,
      driver: null,
      at: (year) => {
        const [units, price] = [past('units', year), past('price', year)]
        return shown(years.includes(year) ? ahead('revenue', year) : units == null || price == null ? null : units * price)
      },
    },
  ]
}
const columns = (company: number, segment: number): SheetColumn<Row>[] => [
  { key: 'label', head: '', of: (row) => row.label },
  { key: 'rule', head: 'goes on' },
  ...[...pastYears(company, segment), ...(data.value?.years ?? [])].map((year) => ({
    key: String(year),
    head: `${year}${data.value?.years.includes(year) ? ' e' : ''}`,
    of: (row: Row) => row.at(year),
  })),
]
function driverOf(row: Row): Rule {
  const [ticker, segment, driver] = row.place.split('/') as [string, string, string]
  return definition.value!.companies.find((of) => of.ticker === ticker)!.segments.find((of) => of.name === segment)!.drivers[driver]!
}
function change(row: Row, to: Rule): void {
  const [ticker, segment, driver] = row.place.split('/') as [string, string, string]
  definition.value!.companies.find((of) => of.ticker === ticker)!.segments.find((of) => of.name === segment)!.drivers[driver] = to
}
function write(row: Row, field: 'start' | 'value' | 'to' | 'years', text: string, asPercent: boolean): void {
  const read = readNumber(asPercent && !text.includes('%') ? `${text}%` : text)
  if (read === null) notices.fail('Write a number such as 15, 2.5bn or −3%.')
  else change(row, { ...driverOf(row), [field]: read })
}
function writeYear(row: Row, year: number, text: string): void {
  const values = Array.from({ length: definition.value!.years }, (_, i) => driverOf(row).values?.[i] ?? null)
  values[year] = text.trim() === '' ? null : readNumber(text)
  change(row, { ...driverOf(row), values })
}
const asked = (row: Row, field: 'start' | 'value' | 'to' | 'years', asPercent = false): string => {
  const value = driverOf(row)[field]
  return value == null ? '' : asPercent ? `${percent(value)}%` : Math.abs(value) >= 1e6 ? amount(value).replace(' ', '') : String(value)
}

/** Shares of the years that were, then of those to come. */
const marketYears = computed(() => [
  ...(data.value?.market?.past_years ?? []).map(String),
  ...(data.value?.years ?? []).map((year) => `${year} e`),
])
const marketSeries = (by: 'by_value' | 'by_units'): Series[] =>
  (data.value?.market?.[by] ?? []).map((of, i) => ({
    name: of.ticker,
    values: [...(data.value!.market![`past_${by}`][i]?.shares ?? []), ...of.shares].map((share) => (share === null ? null : 100 * share)),
    unit: '%',
  }))
/** A figure of a past year in place of what was reported; emptied, what was reported counts again. */
function writePast(company: number, segment: number, year: number, key: 'units' | 'price', text: string): void {
  const of = definition.value!.companies[company]!.segments[segment]!
  const read = text.trim() === '' ? null : readNumber(text)
  if (text.trim() !== '' && read === null) {
    notices.fail('Write a number such as 15, 2.5bn or 300m.')
    return
  }
  const { units = null, price = null } = of.past?.find((at) => at.year === year) ?? {}
  const now = { year, units, price, [key]: read }
  of.past = [...(of.past ?? []).filter((at) => at.year !== year), ...(now.units === null && now.price === null ? [] : [now])]
}
const typed = (company: number, segment: number, year: number, key: 'units' | 'price'): string => {
  const value = definition.value!.companies[company]!.segments[segment]!.past?.find((at) => at.year === year)?.[key]
  return value == null ? '' : String(value)
}
/** The fiscal years before the forecast, whether anything is known of them or not. */
const PAST_YEARS = 4
const before = computed(() => {
  const first = data.value?.years[0]
  return first === undefined ? [] : Array.from({ length: PAST_YEARS }, (_, i) => first - PAST_YEARS + i)
})
const typing = ref<string | null>(null)
interface Line {
  key: string
  label: string
  values: string[]
}
const implied = computed<Line[]>(() => {
  const of = data.value
  if (!of) return []
  return [
    { key: 'consensus', label: 'Revenue the houses expect', values: of.consensus.map(shown) },
    { key: 'model', label: 'Revenue of this model', values: (of.companies[0]?.revenue ?? []).map(shown) },
    ...of.implied.flatMap((one): Line[] => [
      { key: `${one.segment} units`, label: `${one.segment}: units it would take at these prices`, values: one.units.map(shown) },
      {
        key: `${one.segment} against`,
        label: 'against this model, %',
        values: one.against_model.map((value) => (value === null ? '–' : percent(value))),
      },
      { key: `${one.segment} price`, label: `${one.segment}: price it would take at these units`, values: one.price_needed.map(shown) },
    ]),
  ]
})
const sensitive = computed<Line[]>(() =>
  (data.value?.sensitivity?.points ?? []).map((point, i) => ({
    key: String(point),
    label: `${point > 0 ? '+' : ''}${number(point, 0)} points of gross margin`,
    values: data.value!.sensitivity!.earnings_per_share.map((row) => (row[i] == null ? '–' : number(row[i]!, 2))),
  })),
)
const yearColumns = computed<SheetColumn<Line>[]>(() => [
  { key: 'label', head: '', of: (row) => row.label },
  ...columnsOf<Line>(data.value?.years ?? []),
])
</script>

<template>
  <div>
    <LoadState :state="proposal.state.value" @again="proposal.reload" />
    <template v-if="definition">
      <div class="choices">
        <ChoiceField :model-value="version" :choices="versions" name="Version" label="Begin with" @update:model-value="take" />
        <label>Name <input v-model="name" class="assumption name" aria-label="Name of the model" maxlength="80" @keydown.stop /></label>
        <v-btn size="small" variant="outlined" @click="keep">Keep</v-btn>
        <form class="rival" @submit.prevent="addRival">
          <input v-model="rival" class="assumption" aria-label="Ticker of a rival" placeholder="Ticker" @keydown.stop />
          <v-btn size="small" type="submit" :disabled="!rival.trim() || definition.companies.length >= 6">Add a rival</v-btn>
        </form>
        <ChoiceField
          v-model="definition.years"
          :choices="[3, 4, 5, 7, 10].map((n): [number, string] => [n, `${n} years`])"
          name="Years ahead"
          label="over"
        />
      </div>
      <LoadState :state="state" @again="reload" />
      <section v-for="(company, c) in definition.companies" :key="company.ticker">
        <h2>
          {{ data?.companies[c]?.name ?? company.ticker }} <span class="quiet">{{ company.ticker }}</span>
          <v-btn v-if="c > 0" size="x-small" :aria-label="`Take ${company.ticker} away`" @click="definition.companies.splice(c, 1)"
            >×</v-btn
          >
        </h2>
        <div v-for="(segment, s) in company.segments" :key="segment.name">
          <div class="choices segment">
            <strong>{{ segment.name }}</strong>
            <ChoiceField
              :model-value="segment.method"
              :choices="METHODS"
              :name="`How ${segment.name} of ${company.ticker} earns`"
              @update:model-value="(method) => (company.segments[s] = withMethod(segment, method))"
            />
            <label><input v-model="segment.in_market" type="checkbox" /> in the market</label>
            <v-btn
              size="x-small"
              :aria-pressed="typing === `${c} ${s}`"
              :aria-label="`Type past figures of ${segment.name}, ${company.ticker}`"
              @click="typing = typing === `${c} ${s}` ? null : `${c} ${s}`"
              >Type past figures</v-btn
            >
          </div>
          <SheetTable
            v-if="typing === `${c} ${s}`"
            :label="`Typed past figures of ${segment.name}, ${company.ticker}`"
            :columns="[
              { key: 'key', head: 'In place of what was reported', of: (key) => (key === 'price' ? 'price' : 'units') },
              ...columnsOf<'units' | 'price'>(before),
            ]"
            :rows="['units', 'price'] as ('units' | 'price')[]"
            :row-key="(key) => key"
          >
            <template #cell="{ row: key, column }"
              ><CommitInput
                :aria-label="`${key} of ${segment.name}, ${company.ticker}, ${before[column]}`"
                :model-value="typed(c, s, before[column]!, key)"
                @update:model-value="(text: string) => writePast(c, s, before[column]!, key, text)"
            /></template>
          </SheetTable>
          <SheetTable
            many
            through-time
            :label="`Drivers of ${segment.name}, ${company.ticker}`"
            :columns="columns(c, s)"
            :rows="rows(c, s)"
            :row-key="(row) => row.place"
          >
            <template #cell-rule="{ row }">
              <span v-if="row.driver" class="rule">
                <ChoiceField
                  :model-value="driverOf(row).rule"
                  :choices="RULES"
                  :name="`Rule of ${row.driver}, ${segment.name}, ${company.ticker}`"
                  @update:model-value="(rule) => change(row, withRule(driverOf(row), rule))"
                />
                <template v-for="field in FIELDS[driverOf(row).rule]" :key="field.name">
                  <span class="quiet">{{ field.word }}</span>
                  <CommitInput
                    :aria-label="`${field.name} of ${row.driver}, ${segment.name}, ${company.ticker}`"
                    :model-value="asked(row, field.name, field.percent)"
                    @update:model-value="(text: string) => write(row, field.name, text, field.percent ?? false)"
                  />
                </template>
                <ChoiceField
                  v-if="driverOf(row).rule === 'as'"
                  :model-value="driverOf(row).of ?? ''"
                  :choices="others(definition, row.place)"
                  :name="`What ${row.driver} of ${segment.name}, ${company.ticker} follows`"
                  @update:model-value="(of) => change(row, { ...driverOf(row), of })"
                />
                <template v-if="driverOf(row).rule === 'values'">
                  <CommitInput
                    v-for="(_, t) in definition.years"
                    :key="t"
                    :aria-label="`Year ${t + 1} of ${row.driver}, ${segment.name}, ${company.ticker}`"
                    :model-value="driverOf(row).values?.[t] ?? ''"
                    @update:model-value="(text: string) => writeYear(row, t, text)"
                  />
                </template>
              </span>
            </template>
          </SheetTable>
        </div>
      </section>
      <template v-if="data">
        <div v-if="data.market" class="charts">
          <ChartFrame
            title="Market shares by value"
            :labels="marketYears"
            :series="marketSeries('by_value')"
            :height="220"
            mode="stack"
            :show="(of: number) => number(of, 1)"
          />
          <ChartFrame
            title="Market shares by units"
            :labels="marketYears"
            :series="marketSeries('by_units')"
            :height="220"
            mode="stack"
            :show="(of: number) => number(of, 1)"
          />
        </div>
        <p v-else class="quiet">Two companies with a segment in the market make shares of it.</p>
        <h2>What consensus implies</h2>
        <SheetTable label="What consensus implies" :columns="yearColumns" :rows="implied" :row-key="(row) => row.key">
          <template #cell="{ row, column }">{{ row.values[column] }}</template>
        </SheetTable>
        <h2>Earnings a share, {{ data.currency }}</h2>
        <p v-if="!data.sensitivity" class="quiet">The last report does not tell gross margin, operating income and shares.</p>
        <template v-else>
          <SheetTable label="Earnings a share by gross margin" :columns="yearColumns" :rows="sensitive" :row-key="(row) => row.key">
            <template #cell="{ row, column }">{{ row.values[column] }}</template>
          </SheetTable>
          <p class="quiet">
            From a gross margin of {{ percent(data.sensitivity.gross_margin) }} % as in the last fiscal year, other costs in proportion to
            revenue, interest and shares as they were, a tax rate of {{ percent(data.sensitivity.tax_rate) }} %.
          </p>
        </template>
      </template>
    </template>
  </div>
</template>

<style scoped>
.name {
  width: 10em;
  text-align: left;
}
.rival {
  display: inline-flex;
  gap: var(--space);
}
.rival input {
  width: 6em;
}
.segment {
  margin-bottom: 0;
}
.rule {
  display: inline-flex;
  gap: var(--space);
  align-items: baseline;
}
.rule input {
  width: 5.5em;
}
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: calc(var(--space) * 6);
  margin-top: calc(var(--space) * 4);
}
section {
  margin-top: calc(var(--space) * 3);
}
</style>
