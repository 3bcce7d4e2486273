<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schemas } from '@/api/client'
import { number, percent, readNumber } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'
import OutcomesView from './OutcomesView.vue'
import PositionSize from './PositionSize.vue'

const route = useRoute()
const session = useSession()
const subject = useSubject()
const notices = useNotices()
const ticker = computed(() => (typeof route.params.ticker === 'string' && route.params.ticker ? route.params.ticker : null))

const verdict = ref<'buy' | 'watch' | 'pass'>('watch')
const thesis = ref('')
const disproof = ref('')
const value = ref('')
const safety = ref('25%')
const editing = ref<number | null>(null)
const problem = ref<string | null>(null)
const busy = ref(false)

const { state, reload } = useAnswer(
  'decisions',
  () => session.asOf,
  (asOf, signal) => ask(api.GET('/decisions', { params: { query: asOf ? { as_of: asOf } : {} }, signal })),
)
const { state: valuations } = useAnswer('valuations', ticker, (asked, signal) =>
  asked ? ask(api.GET('/valuations', { params: { query: { ticker: asked } }, signal })) : null,
)

function fresh(): void {
  editing.value = null
  verdict.value = 'watch'
  thesis.value = ''
  disproof.value = ''
  safety.value = '25%'
  value.value = typeof route.query.value === 'string' ? route.query.value : ''
}
// The last decision on the company is found again; a fresh valuation brings its figure along.
watch(
  [ticker, () => state.value.data] as const,
  ([asked, list], [before]) => {
    // What is being written stays when the decisions arrive only now.
    if (asked === before && !editing.value && (thesis.value || disproof.value)) return
    fresh()
    const last = list?.find((decision) => decision.ticker === asked)
    if (last && !route.query.value) revise(last)
    else if (!value.value) value.value = valuations.value.data?.[0]?.per_share?.toFixed(2) ?? ''
  },
  { immediate: true },
)
watch(
  () => valuations.value.data,
  (list) => {
    if (!value.value && list?.[0]?.per_share) value.value = list[0].per_share.toFixed(2)
  },
)

const perShare = computed(() => readNumber(value.value))
const marginOfSafety = computed(() => {
  const read = readNumber(safety.value)
  return read === null ? null : read >= 1 && !safety.value.includes('%') ? read / 100 : read
})
const price = computed(() => subject.company?.price.close ?? null)
const { state: safetyPrice } = useAnswer(
  'margin-of-safety',
  () => ({ value: perShare.value, margin: marginOfSafety.value, price: price.value }),
  ({ value, margin, price }, signal) =>
    value === null || margin === null
      ? null
      : ask(api.GET('/margin-of-safety', { params: { query: { value, margin, ...(price === null ? {} : { price }) } }, signal })),
)
const below = computed(() => safetyPrice.value.data?.buy_below ?? null)
const distance = computed(() => safetyPrice.value.data?.distance ?? null)
const currency = computed(() => subject.company?.currency ?? '')

async function write(): Promise<void> {
  if (!ticker.value) return
  busy.value = true
  problem.value = null
  try {
    if (perShare.value === null) throw new Error('Write the value per share as a number; a valuation under Value brings its own.')
    if (marginOfSafety.value === null) throw new Error('Write the margin of safety as a percentage, such as 25%.')
    const body = {
      ticker: ticker.value,
      verdict: verdict.value,
      thesis: thesis.value,
      disproof: disproof.value,
      value_per_share: perShare.value,
      margin_of_safety: marginOfSafety.value,
      valuation_id: typeof route.query.valuation === 'string' ? Number(route.query.valuation) : (valuations.value.data?.[0]?.id ?? null),
      as_of: session.asOf,
    }
    if (editing.value)
      await ask(api.PUT('/decisions/{id}', { params: { path: { id: editing.value } }, body: body as unknown as Schemas['Decision'] }))
    else await ask(api.POST('/decisions', { body }))
    fresh()
    reload()
    notices.say('Written down.')
  } catch (error) {
    problem.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
function revise(decision: Schemas['Decision']): void {
  editing.value = decision.id
  verdict.value = decision.verdict
  thesis.value = decision.thesis
  disproof.value = decision.disproof
  value.value = decision.value_per_share.toFixed(2)
  safety.value = `${Number((100 * decision.margin_of_safety).toFixed(1))}%`
}
async function remove(decision: Schemas['Decision']): Promise<void> {
  try {
    await ask(api.DELETE('/decisions/{id}', { params: { path: { id: decision.id } } }))
    reload()
    notices.say(`Deleted the decision on ${decision.name}.`, async () => {
      await ask(api.POST('/decisions/{id}/restore', { params: { path: { id: decision.id } } }))
      reload()
    })
  } catch (error) {
    notices.fail(error)
  }
}
const words = { buy: 'Buy', watch: 'Watch', pass: 'Pass' }
const columns: SheetColumn<Schemas['Decision']>[] = [
  { key: 'company', head: 'Company', by: (of) => of.name },
  { key: 'verdict', head: 'Verdict', of: (of) => words[of.verdict], by: (of) => of.verdict },
  { key: 'value', head: 'Value', of: (of) => number(of.value_per_share, 2) },
  { key: 'margin', head: 'Margin, %', of: (of) => percent(of.margin_of_safety, 0), by: (of) => of.margin_of_safety },
  { key: 'below', head: 'Buy below', of: (of) => number(of.buy_below, 2) },
  { key: 'then', head: 'Price then', of: (of) => number(of.price_then, 2) },
  { key: 'now', head: 'Price now', of: (of) => (of.price_now == null ? '–' : number(of.price_now, 2)) },
  {
    key: 'distance',
    head: 'Above buy below, %',
    of: (of) => (of.distance == null ? '–' : percent(of.distance)),
    by: (of) => of.distance,
    class: (of) => ((of.distance ?? 1) <= 0 ? 'better' : ''),
  },
  { key: 'decided', head: 'Decided', of: (of) => of.decided_on, by: (of) => of.decided_on },
  { key: 'steps', head: '' },
]
</script>

<template>
  <div class="page">
    <h1>Decide</h1>
    <p v-if="subject.error" class="worse" role="alert">{{ subject.error }}</p>
    <form v-if="ticker && subject.company" class="form" @submit.prevent="write">
      <div class="left">
        <h2>{{ subject.company.name }}</h2>
        <v-btn-toggle v-model="verdict" aria-label="Verdict" class="my-2"
          ><v-btn v-for="(word, key) in words" :key="key" :value="key" size="small">{{ word }}</v-btn></v-btn-toggle
        >
        <v-textarea v-model="thesis" label="Thesis: why it should be worth more than it costs" rows="3" auto-grow class="mt-2" />
        <v-textarea v-model="disproof" label="What would prove this wrong" rows="2" auto-grow class="mt-4" />
      </div>
      <div class="right">
        <div class="entry">
          <label for="value">Value per share, {{ currency }}</label
          ><input id="value" v-model="value" class="assumption" />
        </div>
        <div class="entry"><label for="safety">Margin of safety</label><input id="safety" v-model="safety" class="assumption" /></div>
        <div class="entry">
          <span>Buy below, {{ currency }}</span
          ><strong class="big" data-testid="buy-below">{{ below === null ? '–' : number(below, 2) }}</strong>
        </div>
        <div class="entry">
          <span>Price now</span><span>{{ price === null ? '–' : number(price, 2) }}</span>
        </div>
        <div class="entry">
          <span>Price above it</span
          ><span v-if="distance !== null" :class="distance <= 0 ? 'better' : ''"
            >{{ distance <= 0 ? '▼ ' : '' }}{{ percent(distance) }} %</span
          >
        </div>
        <p v-if="problem" class="worse" role="alert">{{ problem }}</p>
        <div class="mt-3 d-flex ga-2">
          <v-btn type="submit" variant="flat" :loading="busy">{{ editing ? 'Revise' : 'Write it down' }}</v-btn>
          <v-btn v-if="editing" @click="fresh">New decision</v-btn>
        </div>
      </div>
    </form>
    <p v-else-if="!subject.error" class="quiet">No company is in focus. Press <kbd>/</kbd> and type a name.</p>

    <PositionSize v-if="ticker && price !== null" :ticker="ticker" :price="price" :currency="currency" />
    <section class="mt-6">
      <h2>Decisions</h2>
      <p v-if="state.status === 'error'" class="worse" role="alert">
        {{ state.error.message }} <v-btn size="small" @click="reload">Try again</v-btn>
      </p>
      <p v-else-if="state.data && !state.data.length" class="quiet">
        None yet. A decision keeps its reasons and its price, so that it can be held against what came.
      </p>
      <SheetTable v-if="state.data?.length" label="Decisions" :columns="columns" :rows="state.data" :row-key="(decision) => decision.id">
        <template #cell-company="{ row: decision }">
          <router-link :to="{ name: 'decide', params: { ticker: decision.ticker } }" :title="decision.thesis">{{
            decision.name
          }}</router-link>
          <span class="quiet">{{ decision.ticker }}</span>
        </template>
        <template #cell-steps="{ row: decision }">
          <v-btn size="x-small" :aria-label="`Delete the decision on ${decision.name}`" @click="remove(decision)">Delete</v-btn>
        </template>
      </SheetTable>
    </section>
    <OutcomesView :key="state.data?.length ?? 0" />
  </div>
</template>

<style scoped>
.form {
  display: flex;
  flex-wrap: wrap;
  gap: calc(var(--space) * 5) calc(var(--space) * 11);
  margin-top: calc(var(--space) * 2.5);
}
.left {
  flex: 2 1 420px;
}
.right {
  flex: 1 1 260px;
  max-width: 380px;
}
.big {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-head);
}
</style>
