<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/api/client'
import { number, percent } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAnswer } from '@/api/answer'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'

const session = useSession()
const subject = useSubject()
const router = useRouter()

const { state, reload } = useAnswer(
  'desk',
  () => session.asOf,
  async (asOf, signal) => {
    const [decisions, valuations, lists, screens] = await Promise.all([
      ask(api.GET('/decisions', { params: { query: asOf ? { as_of: asOf } : {} }, signal })),
      ask(api.GET('/valuations', { signal })),
      ask(api.GET('/lists', { signal })),
      ask(api.GET('/screens', { signal })),
    ])
    return { decisions, valuations, lists, screens }
  },
)
const unfinished = computed(() => state.value.data?.valuations.filter((valuation) => !valuation.decided) ?? [])
const near = computed(() =>
  [...(state.value.data?.decisions ?? [])]
    .filter((decision) => decision.verdict !== 'pass')
    .sort((a, b) => (a.distance ?? 9) - (b.distance ?? 9)),
)
const nothing = computed(
  () =>
    state.value.data &&
    !state.value.data.decisions.length &&
    !state.value.data.valuations.length &&
    !state.value.data.lists.length &&
    !state.value.data.screens.length,
)
const marked = (list: Schemas['CompanyList']): number => list.items.filter((item) => item.mark).length

function walk(list: Schemas['CompanyList']): void {
  subject.walk(list)
  const next = list.items.find((item) => !item.mark) ?? list.items[0]
  if (next) void router.push({ name: 'read', params: { ticker: next.ticker } })
}
</script>

<template>
  <div class="page">
    <h1>Desk</h1>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <section v-if="nothing" class="first">
        <p>Nothing lies here yet. The work begins with a belief about what the market gets wrong.</p>
        <v-btn variant="flat" class="mt-3" to="/find">Screen for companies</v-btn>
        <p class="quiet mt-4">Or press <kbd>/</kbd> and type the name of a company.</p>
      </section>
      <template v-else>
        <section>
          <h2>Waiting for a price</h2>
          <p v-if="!near.length" class="quiet">
            No decision waits. A verdict with a buy-below price, written under Decide, is watched here.
          </p>
          <div v-else class="scroll" tabindex="0">
            <table class="sheet">
              <thead>
                <tr>
                  <th>Company</th>
                  <th>Verdict</th>
                  <th>Value</th>
                  <th>Buy below</th>
                  <th>Price</th>
                  <th>Above the buy-below price, %</th>
                  <th>Since then, %</th>
                  <th>Decided</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="decision in near" :key="decision.id">
                  <th scope="row">
                    <router-link :to="{ name: 'decide', params: { ticker: decision.ticker } }">{{ decision.name }}</router-link>
                    <span class="quiet">{{ decision.ticker }}</span>
                  </th>
                  <td>{{ decision.verdict }}</td>
                  <td>{{ number(decision.value_per_share, 2) }}</td>
                  <td>{{ number(decision.buy_below, 2) }}</td>
                  <td>{{ decision.price_now === null ? '–' : number(decision.price_now ?? 0, 2) }}</td>
                  <td :class="(decision.distance ?? 1) <= 0 ? 'better' : ''">
                    {{
                      decision.distance === null
                        ? '–'
                        : (decision.distance ?? 0) <= 0
                          ? `▼ ${percent(decision.distance ?? 0)}`
                          : percent(decision.distance ?? 0)
                    }}
                  </td>
                  <td>{{ decision.since == null ? '–' : percent(decision.since) }}</td>
                  <td>{{ decision.decided_on }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>
        <div class="two">
          <section>
            <h2>Valuations without a decision</h2>
            <p v-if="!unfinished.length" class="quiet">None.</p>
            <ul>
              <li v-for="valuation in unfinished" :key="valuation.id">
                <router-link :to="{ name: 'value', params: { ticker: valuation.ticker }, query: { valuation: valuation.id } }">{{
                  valuation.company
                }}</router-link>
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
                  {{ list.items.filter((item) => item.mark === 'keep').length }} kept, {{ list.as_of }}</span
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
    </template>
  </div>
</template>

<style scoped>
section {
  margin-top: 22px;
}
.first {
  max-width: 520px;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 0 36px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  padding: 4px 0;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
</style>
