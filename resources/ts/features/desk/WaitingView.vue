<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/api/client'
import { number, percent } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAnswer } from '@/api/answer'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'

/** What is waited for, and what is unfinished. */
const session = useSession()
const subject = useSubject()
const router = useRouter()

const { state, reload } = useAnswer(
  'waiting and unfinished',
  () => session.asOf,
  async (asOf, signal) => {
    const [decisions, valuations, lists, screens, interests] = await Promise.all([
      ask(api.GET('/decisions', { params: { query: asOf ? { as_of: asOf } : {} }, signal })),
      ask(api.GET('/valuations', { signal })),
      ask(api.GET('/lists', { signal })),
      ask(api.GET('/screens', { signal })),
      ask(api.GET('/prices-of-interest', { params: { query: asOf ? { as_of: asOf } : {} }, signal })),
    ])
    return { decisions, valuations, lists, screens, interests }
  },
)
const unfinished = computed(() => state.value.data?.valuations.filter((valuation) => !valuation.decided) ?? [])
const near = computed(() =>
  [...(state.value.data?.decisions ?? [])]
    .filter((decision) => decision.verdict !== 'pass')
    .sort((a, b) => (a.distance ?? 9) - (b.distance ?? 9)),
)
/** Companies of a list whose price has come to the price of interest. */
const reached = (list: Schemas['CompanyList']): number => {
  const tickers = new Set(list.items.map((item) => item.ticker))
  return (state.value.data?.interests ?? []).filter((of) => tickers.has(of.ticker) && (of.distance ?? 1) <= 0).length
}
const marked = (list: Schemas['CompanyList']): number => list.items.filter((item) => item.mark).length

function walk(list: Schemas['CompanyList']): void {
  subject.walk(list)
  const next = list.items.find((item) => !item.mark) ?? list.items[0]
  if (next) void router.push({ name: 'read', params: { ticker: next.ticker } })
}
const columns: SheetColumn<Schemas['Decision']>[] = [
  { key: 'company', head: 'Company', by: (of) => of.name },
  { key: 'verdict', head: 'Verdict', of: (of) => of.verdict },
  { key: 'value', head: 'Value', of: (of) => number(of.value_per_share, 2) },
  { key: 'below', head: 'Buy below', of: (of) => number(of.buy_below, 2) },
  { key: 'price', head: 'Price', of: (of) => (of.price_now == null ? '–' : number(of.price_now, 2)) },
  {
    key: 'distance',
    head: 'Above the buy-below price, %',
    of: (of) => (of.distance == null ? '–' : `${of.distance <= 0 ? '▼ ' : ''}${percent(of.distance)}`),
    by: (of) => of.distance,
    class: (of) => ((of.distance ?? 1) <= 0 ? 'better' : ''),
  },
  { key: 'since', head: 'Since then, %', of: (of) => (of.since == null ? '–' : percent(of.since)), by: (of) => of.since },
  { key: 'decided', head: 'Decided', of: (of) => of.decided_on, by: (of) => of.decided_on },
]
const interestColumns: SheetColumn<Schemas['PriceOfInterest']>[] = [
  { key: 'company', head: 'Company', by: (of) => of.name },
  { key: 'interest', head: 'Price of interest', of: (of) => `${number(of.price, 2)} ${of.currency}` },
  { key: 'price', head: 'Price', of: (of) => (of.now === null ? '–' : number(of.now, 2)) },
  {
    key: 'distance',
    head: 'Above it, %',
    of: (of) => (of.distance === null ? '–' : `${of.distance <= 0 ? '▼ ' : ''}${percent(of.distance)}`),
    by: (of) => of.distance,
    class: (of) => ((of.distance ?? 1) <= 0 ? 'better' : ''),
  },
  { key: 'kept', head: 'Kept', of: (of) => of.kept_on, by: (of) => of.kept_on },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <section>
        <h2>Waiting for a price</h2>
        <p v-if="!near.length" class="quiet">No decision waits. A verdict with a buy-below price, written under Decide, is watched here.</p>
        <SheetTable v-else label="Decisions near their price" :columns="columns" :rows="near" :row-key="(decision) => decision.id">
          <template #cell-company="{ row: decision }">
            <router-link :to="{ name: 'decide', params: { ticker: decision.ticker } }">{{ decision.name }}</router-link>
            <span class="quiet">{{ decision.ticker }}</span>
          </template>
        </SheetTable>
      </section>
      <section v-if="state.data.interests.length">
        <h2>Prices of interest</h2>
        <SheetTable label="Prices of interest" :columns="interestColumns" :rows="state.data.interests" :row-key="(of) => of.ticker">
          <template #cell-company="{ row: of }">
            <router-link :to="{ name: 'read', params: { ticker: of.ticker, view: 'cases' } }">{{ of.name }}</router-link>
            <span class="quiet">{{ of.ticker }}</span>
          </template>
        </SheetTable>
      </section>
      <div class="two">
        <section>
          <h2>Valuations without a decision</h2>
          <p v-if="!unfinished.length" class="quiet">None.</p>
          <ul>
            <li v-for="valuation in unfinished" :key="valuation.id">
              <router-link
                :to="{
                  name: 'value',
                  params: { ticker: valuation.ticker, view: valuation.method === 'dcf' ? 'cash-flow' : '' },
                  query: { valuation: valuation.id },
                }"
                >{{ valuation.company }}</router-link
              >
              <span class="quiet"
                >{{ valuation.name }},
                {{ valuation.per_share === null ? 'no value' : `${number(valuation.per_share ?? 0, 2)} ${valuation.currency}` }},
                {{ valuation.as_of }}</span
              >
            </li>
          </ul>
        </section>
        <section>
          <h2>Lists to walk through</h2>
          <p v-if="!state.data.lists.length" class="quiet">None. Under Find, the survivors of a screen become a list.</p>
          <ul>
            <li v-for="list in state.data.lists" :key="list.id">
              <a href="#" @click.prevent="walk(list)">{{ list.name }}</a>
              <span class="quiet"
                >{{ marked(list) }} of {{ list.items.length }} looked at,
                {{ list.items.filter((item) => item.mark === 'keep').length }} kept<template v-if="reached(list)"
                  >, {{ reached(list) }} at the price of interest</template
                >, {{ list.as_of }}</span
              >
            </li>
          </ul>
        </section>
        <section>
          <h2>Screens</h2>
          <p v-if="!state.data.screens.length" class="quiet">None saved yet.</p>
          <ul>
            <li v-for="screen in state.data.screens" :key="screen.id">
              <router-link :to="{ name: 'find', params: { screen: screen.id } }">{{ screen.name }}</router-link>
              <span class="quiet">{{ screen.definition.criteria?.length ?? 0 }} criteria</span>
            </li>
          </ul>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
section {
  margin-top: calc(var(--space) * 5.5);
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 0 calc(var(--space) * 9);
}
ul {
  list-style: none;
  padding: 0;
}
li {
  padding: var(--space) 0;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
li a {
  text-decoration: underline;
}
</style>
