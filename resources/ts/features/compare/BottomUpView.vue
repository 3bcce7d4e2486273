<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { amount, number, percent, readNumber } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useNotices } from '@/stores/notices'
import { useAddressedChoices } from '@/shell/addressed'
import { useSession } from '@/stores/session'
import { useLinked } from './link'

/** A beta out of those of the companies of a business, step under step and in both orders. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const queries = useQueryClient()
type Source = 'peers' | 'industry' | 'list' | 'named'
const SOURCES: [Source, string][] = [
  ['peers', 'The peers'],
  ['industry', 'The industry'],
  ['list', 'A list of mine'],
  ['named', 'Typed names'],
]
type Choices = Schemas['BottomUpChoices']
const asOf = computed(() => (session.asOf ? { as_of: session.asOf } : {}))
const START: Choices = {
  of: { source: 'peers', key: '', home: false },
  excluded: [],
  debt_to_equity: null,
  mean: false,
  weigh_by: 'own',
  businesses: [],
}
/** Null until something is chosen: then what is kept is shown. */
const choices = useAddressedChoices('choices', START)
const typed = ref('')
watch(
  () => props.ticker,
  () => (choices.value = null),
)
const lists = useAnswer(
  'lists',
  () => ({}),
  (_, signal) => ask(api.GET('/lists', { signal })),
)
const industries = useAnswer(
  'industries',
  () => (session.asOf ? { as_of: session.asOf } : {}),
  (query, signal) => ask(api.GET('/industries', { params: { query }, signal })),
)
const { state, reload } = useAnswer(
  'bottom up beta',
  () => ({ ticker: props.ticker, query: asOf.value, body: choices.value }),
  ({ ticker, query, body }, signal) =>
    body
      ? ask(api.POST('/companies/{ticker}/bottom-up-beta', { params: { path: { ticker }, query }, body, signal }))
      : ask(api.GET('/companies/{ticker}/bottom-up-beta', { params: { path: { ticker }, query }, signal })),
)
const data = computed(() => state.value.data)
const now = computed<Choices>(() => choices.value ?? data.value?.choices ?? START)
useLinked(() => (data.value ? { choices: JSON.stringify(now.value) } : {}))
const set = (to: Partial<Choices>): void => {
  choices.value = { ...now.value, ...to }
}
const from = (to: Partial<Choices['of']>): void => set({ of: { ...now.value.of, ...to } })
const bySales = computed(() => now.value.weigh_by === 'sales')
const reasonOf = (ticker: string): string | undefined => now.value.excluded.find((of) => of.ticker === ticker)?.reason
async function keep(): Promise<void> {
  try {
    await ask(
      api.PUT('/companies/{ticker}/bottom-up-beta', { params: { path: { ticker: props.ticker }, query: asOf.value }, body: now.value }),
    )
    await refresh()
    notices.say('The beta is kept. The cost of capital offers it as “Bottom-up”.')
  } catch (error) {
    notices.fail(error)
  }
}
async function forget(): Promise<void> {
  const before = now.value
  try {
    await ask(api.DELETE('/companies/{ticker}/bottom-up-beta', { params: { path: { ticker: props.ticker }, query: asOf.value } }))
    await refresh()
    notices.say('The beta is again that of the peers.', async () => {
      choices.value = before
      await keep()
    })
  } catch (error) {
    notices.fail(error)
  }
}
async function refresh(): Promise<void> {
  choices.value = null
  await queries.invalidateQueries({ queryKey: ['bottom up beta'] })
  await queries.invalidateQueries({ queryKey: ['cost of capital'] })
}
type Company = Schemas['BottomUpBeta']['companies'][number]
const two = (of: number | null | undefined): string => (of == null ? '–' : number(of, 2))
const three = (of: number | null | undefined): string => (of == null ? '–' : number(of, 3))
const part = (of: number | null | undefined): string => (of == null ? '–' : `${percent(of)} %`)
const money = (of: number | null): string => (of === null ? '–' : amount(of))
const columns: SheetColumn<Company>[] = [
  { key: 'name', head: 'Company' },
  { key: 'in', head: 'In' },
  { key: 'beta', head: 'Beta', of: (of) => `${two(of.beta)}${of.outlier ? ' ⚑' : ''}`, by: (of) => of.beta },
  { key: 'value', head: 'Market value', of: (of) => money(of.market_value), by: (of) => of.market_value },
  { key: 'debt', head: 'Debt', of: (of) => money(of.debt) },
  { key: 'cash', head: 'Cash', of: (of) => money(of.cash) },
  { key: 'gross', head: 'Debt to equity', of: (of) => part(of.steps?.gross_debt_to_equity) },
  { key: 'share', head: 'Cash in all', of: (of) => part(of.steps?.cash_share) },
  { key: 'unlevered', head: 'Without debt', of: (of) => two(of.steps?.unlevered_gross) },
  {
    key: 'corrected',
    head: 'and cash',
    of: (of) => two(of.steps?.unlevered_cash_corrected),
    by: (of) => of.steps?.unlevered_cash_corrected,
  },
  { key: 'net', head: 'Net of cash', of: (of) => two(of.steps?.unlevered_net) },
  { key: 'reason', head: 'Reason' },
]
function toggle(ticker: string): void {
  const without = now.value.excluded.filter((of) => of.ticker !== ticker)
  set({ excluded: without.length < now.value.excluded.length ? without : [...without, { ticker, reason: '' }] })
}
const because = (ticker: string, reason: string): void =>
  set({ excluded: now.value.excluded.map((of) => (of.ticker === ticker ? { ticker, reason } : of)) })
interface Step {
  name: string
  first: string
  then: string
}
const steps = computed<Step[]>(() => {
  const [a, b] = [data.value?.companies_first, data.value?.medians_first]
  const centre = now.value.mean ? 'Mean' : 'Median'
  return [
    { name: `${centre} of beta`, first: '', then: three(b?.beta) },
    { name: `${centre} of debt to equity`, first: '', then: part(b?.gross_debt_to_equity) },
    { name: `${centre} of cash in debt and equity`, first: '', then: part(b?.cash_share) },
    { name: 'Beta without debt', first: three(a?.unlevered_gross), then: three(b?.unlevered_gross) },
    { name: 'Beta without debt and cash', first: three(a?.unlevered_cash_corrected), then: three(b?.unlevered_cash_corrected) },
    { name: 'At the structure chosen', first: three(a?.relevered_cash_corrected), then: three(b?.relevered_cash_corrected) },
    { name: 'The other way: net debt, without', first: three(a?.unlevered_net), then: three(b?.unlevered_net) },
    { name: 'and at the structure chosen', first: three(a?.relevered_net), then: three(b?.relevered_net) },
  ]
})
const industryChoices = computed<[string, string][]>(() =>
  (industries.state.value.data?.industries ?? []).map((of): [string, string] => [of.code, `${of.name}, ${of.companies}`]),
)
function addBusiness(): void {
  const [first] = industryChoices.value
  const name = `Business ${now.value.businesses.length + 1}`
  if (first) set({ businesses: [...now.value.businesses, { name, industry: first[0], weight: 1 }] })
}
/** Which industry each business belongs to is the reader's to say; the company's own stands there first. */
function startFromItsOwn(by: 'sales' | 'profits'): void {
  const sales = data.value?.own_businesses ?? {}
  const profits = data.value?.own_profits ?? {}
  set({
    weigh_by: by === 'sales' ? 'sales' : 'own',
    businesses: Object.keys(sales).map((name) => ({
      name,
      industry: data.value?.industry ?? '',
      weight: (by === 'sales' ? sales[name] : profits[name]) ?? 0,
    })),
  })
  const without = Object.keys(sales).filter((name) => profits[name] === undefined)
  if (by === 'profits' && without.length) notices.say(`Without a profit, and so without a weight: ${without.join(', ')}.`)
}
function target(text: string): void {
  const read = readNumber(text)
  if (text.trim() !== '' && read === null) notices.fail('Write a number, such as 40, or nothing for the company’s own.')
  else set({ debt_to_equity: read === null ? null : read / 100 })
}
const change = (i: number, to: Partial<Choices['businesses'][number]>): void =>
  set({ businesses: now.value.businesses.map((of, at) => (at === i ? { ...of, ...to } : of)) })
</script>

<template>
  <div>
    <div class="choices">
      <ChoiceField
        :model-value="now.of.source"
        name="Whose betas"
        :choices="SOURCES"
        @update:model-value="(to: Source) => from({ source: to, key: '' })"
      />
      <ChoiceField
        v-if="now.of.source === 'list'"
        :model-value="now.of.key"
        name="Which list"
        :choices="[['', 'Choose one'], ...(lists.state.value.data ?? []).map((of): [string, string] => [String(of.id), of.name])]"
        @update:model-value="(to: string) => from({ key: to })"
      />
      <ChoiceField
        v-else-if="now.of.source === 'industry'"
        :model-value="now.of.key"
        name="Which industry"
        :choices="[['', 'Its own industry'], ...industryChoices]"
        @update:model-value="(to: string) => from({ key: to })"
      />
      <form v-else-if="now.of.source === 'named'" class="names" @submit.prevent="from({ key: typed })">
        <input v-model="typed" class="assumption" aria-label="Tickers, with commas between them" @keydown.stop />
        <v-btn size="small" type="submit">Look</v-btn>
      </form>
      <v-btn v-if="now.of.source === 'industry'" size="small" :aria-pressed="now.of.home" @click="from({ home: !now.of.home })"
        >At home only</v-btn
      >
      <v-btn size="small" :aria-pressed="now.mean" @click="set({ mean: !now.mean })">Means, not medians</v-btn>
      <label class="quiet"
        >Debt to equity, %
        <CommitInput
          class="assumption short"
          aria-label="Debt to equity to put it on, per cent; empty for the company's own"
          :model-value="now.debt_to_equity == null ? '' : number(100 * now.debt_to_equity, 1)"
          @update:model-value="target"
      /></label>
      <v-btn size="small" :disabled="!choices" @click="keep">Keep</v-btn>
      <v-btn v-if="data?.kept_on" size="small" @click="forget">As the peers give it</v-btn>
      <span v-if="data?.kept_on" class="quiet">kept on {{ data.kept_on }}</span>
    </div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <p v-if="!data.companies.length" class="quiet">No company is here whose beta could be taken.</p>
      <SheetTable v-else label="Companies" :columns="columns" :rows="data.companies" :row-key="(of) => of.ticker" many>
        <template #cell-name="{ row }"
          >{{ row.name }} <span class="quiet">{{ row.ticker }}</span></template
        >
        <template #cell-in="{ row }">
          <span v-if="row.state === 'unknown'" class="quiet">not known</span>
          <input v-else type="checkbox" :checked="row.state === 'in'" :aria-label="`${row.name} counts`" @change="toggle(row.ticker)" />
        </template>
        <template #cell-reason="{ row }"
          ><CommitInput
            v-if="reasonOf(row.ticker) !== undefined"
            :model-value="reasonOf(row.ticker) ?? ''"
            class="reason"
            :aria-label="`Why ${row.name} is left out`"
            placeholder="why"
            @update:model-value="(text: string) => because(row.ticker, text)"
        /></template>
      </SheetTable>
      <div class="two">
        <section v-if="data.used">
          <h2>Step under step</h2>
          <SheetTable
            label="Steps"
            :columns="[
              { key: 'name', head: '' },
              { key: 'first', head: 'Each company first', of: (of: Step) => of.first },
              { key: 'then', head: `${now.mean ? 'Means' : 'Medians'} first`, of: (of: Step) => of.then },
            ]"
            :rows="steps"
            :row-key="(of) => of.name"
          >
            <template #cell-name="{ row }">{{ row.name }}</template>
          </SheetTable>
        </section>
        <section>
          <p>
            {{ data.used }} companies count. The company's own beta is {{ three(data.own_beta) }}, its debt
            {{ part(data.own_debt_to_equity) }} of its market value; the tax rate is {{ percent(data.tax) }} %.
          </p>
          <p v-if="data.difference !== null">
            The two orders differ by {{ three(Math.abs(data.difference)) }}: the median of what each company has without debt is not what
            the median company has without debt. Neither is wrong; the first leans on each company's own structure, the second on that of
            the group.
          </p>
          <p v-if="data.companies.some((of) => of.outlier)" class="quiet">⚑ lies far off the rest; it counts until it is left out.</p>
          <h2>Several businesses</h2>
          <div v-for="(of, i) in now.businesses" :key="i" class="business">
            <input
              class="assumption name"
              :value="of.name"
              aria-label="Name of the business"
              @change="change(i, { name: ($event.target as HTMLInputElement).value })"
              @keydown.stop
            />
            <ChoiceField
              :model-value="of.industry"
              name="Industry of the business"
              :choices="industryChoices"
              @update:model-value="(to: string) => change(i, { industry: to })"
            />
            <CommitInput
              class="assumption"
              :class="bySales ? 'sales' : 'short'"
              :aria-label="bySales ? 'Sales of the business' : 'Weight of the business'"
              :model-value="String(of.weight)"
              @update:model-value="(text: string) => change(i, { weight: readNumber(text) ?? of.weight })"
            />
            <span class="quiet"
              >{{ three(data.together?.businesses[i]?.beta)
              }}{{ bySales ? `, ${two(data.together?.businesses[i]?.multiple)} × sales` : '' }},
              {{ part(data.together?.businesses[i]?.share) }} of {{ data.together?.businesses[i]?.used ?? 0 }} companies</span
            >
            <v-btn
              size="x-small"
              :aria-label="`Take away ${of.name}`"
              @click="set({ businesses: now.businesses.filter((_, at) => at !== i) })"
              >Take away</v-btn
            >
          </div>
          <v-btn size="small" @click="addBusiness">Add a business</v-btn>
          <template v-if="Object.keys(data.own_businesses).length">
            <v-btn size="small" @click="startFromItsOwn('sales')">Start from its businesses</v-btn>
            <v-btn v-if="Object.keys(data.own_profits).length" size="small" @click="startFromItsOwn('profits')">By their profits</v-btn>
          </template>
          <v-btn size="small" :aria-pressed="bySales" @click="set({ weigh_by: bySales ? 'own' : 'sales' })">Weights are sales</v-btn>
          <p v-if="data.together">
            Together {{ three(data.together.beta) }} without debt and cash, {{ three(data.together.relevered) }} at the structure chosen. A
            weight is what a business is worth: its profit, one's own number, or its sales times the median enterprise multiple of its
            companies.
          </p>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: calc(var(--space) * 5) calc(var(--space) * 9);
  margin: calc(var(--space) * 4) 0;
  align-items: start;
}
.short {
  width: 4.5em;
}
.sales {
  width: 9em;
}
.name {
  width: 9em;
  text-align: left;
}
.two h2 {
  margin-top: calc(var(--space) * 4);
}
.two section > h2:first-child {
  margin-top: 0;
}
.reason {
  width: 110px;
  text-align: left;
}
.names,
.business {
  display: flex;
  flex-wrap: wrap;
  gap: calc(var(--space) * 2);
  align-items: baseline;
}
.business {
  margin-bottom: calc(var(--space) * 2);
}
</style>
