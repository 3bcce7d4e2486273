<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schemas } from '@/api/client'
import { number, percent, readNumber } from '@/design/format'
import { useAnswer } from '@/api/answer'
import ViewTabs from '@/design/ViewTabs.vue'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'
import DecisionHistory from './DecisionHistory.vue'
import OutcomesView from './OutcomesView.vue'
import PositionSize from './PositionSize.vue'
import ReasonRows from './ReasonRows.vue'
import RestsOn from './RestsOn.vue'
import { decisionBody, freshDecision, readPart, typed } from './decision'

/** The decision: verdict, thesis, reasons that can be checked, cases, value and the price to wait for, size; and what became of all. */
const route = useRoute()
const session = useSession()
const subject = useSubject()
const notices = useNotices()
void useCatalogue().ensure()
const ticker = computed(() => (typeof route.params.ticker === 'string' && route.params.ticker ? route.params.ticker : null))
const form = ref(freshDecision())
const editing = ref<number | null>(null)
const problem = ref<string | null>(null)
const busy = ref(false)
const part = ref<'thesis' | 'reasons' | 'cases' | 'size'>('thesis')
const PARTS: { key: 'thesis' | 'reasons' | 'cases' | 'size'; word: string }[] = [
  { key: 'thesis', word: 'Verdict and thesis' },
  { key: 'reasons', word: 'Reasons' },
  { key: 'cases', word: 'Cases and grades' },
  { key: 'size', word: 'How much' },
]
/** What Value says and how a checklist came out, taken along when the decision is written. */
const size = ref<Schemas['DecidedSize'] | null>(null)
const rests = ref<Pick<Schemas['Decision'], 'summary' | 'checklist'>>({ summary: [], checklist: null })

const { state, reload } = useAnswer(
  'decisions',
  () => session.asOf,
  (asOf, signal) => ask(api.GET('/decisions', { params: { query: asOf ? { as_of: asOf } : {} }, signal })),
)
const { state: valuations } = useAnswer('valuations', ticker, (asked, signal) =>
  asked ? ask(api.GET('/valuations', { params: { query: { ticker: asked } }, signal })) : null,
)
const standing = computed(() => state.value.data?.find((decision) => decision.ticker === ticker.value) ?? null)
function fresh(): void {
  editing.value = null
  form.value = freshDecision(typeof route.query.value === 'string' ? route.query.value : '')
}
// The last decision on the company is found again; a fresh valuation brings its figure along.
watch(
  [ticker, () => state.value.data] as const,
  ([asked], [before]) => {
    // What is being written stays when the decisions arrive only now.
    if (asked === before && !editing.value && (form.value.thesis || form.value.disproof)) return
    fresh()
    if (standing.value && !route.query.value) revise(standing.value)
    else if (!form.value.value) form.value.value = valuations.value.data?.[0]?.per_share?.toFixed(2) ?? ''
  },
  { immediate: true },
)
watch(
  () => valuations.value.data,
  (list) => {
    if (!form.value.value && list?.[0]?.per_share) form.value.value = list[0].per_share.toFixed(2)
  },
)
const price = computed(() => subject.company?.price.close ?? null)
const { state: safetyPrice } = useAnswer(
  'margin-of-safety',
  () => ({ value: readNumber(form.value.value), margin: readPart(form.value.safety), price: price.value }),
  ({ value, margin, price }, signal) =>
    value === null || margin === null
      ? null
      : ask(api.GET('/margin-of-safety', { params: { query: { value, margin, ...(price === null ? {} : { price }) } }, signal })),
)
const below = computed(() => safetyPrice.value.data?.buy_below ?? null)
const distance = computed(() => safetyPrice.value.data?.distance ?? null)
const currency = computed(() => subject.company?.currency ?? '')
const { state: candidates, reload: reloadCandidates } = useAnswer('candidates', ticker, (asked, signal) =>
  asked ? ask(api.GET('/candidates', { signal })) : null,
)
const stage = computed(() => {
  const of = candidates.value.data?.candidates.find((one) => one.ticker === subject.company?.ticker)
  return of ? (candidates.value.data?.stages.find((one) => one.key === of.stage)?.name ?? null) : null
})
async function candidate(): Promise<void> {
  try {
    await ask(api.PUT('/companies/{ticker}/candidate', { params: { path: { ticker: ticker.value! } }, body: {} }))
    reloadCandidates()
    notices.say('It stands among the candidates on Desk.')
  } catch (error) {
    notices.fail(error)
  }
}
async function write(): Promise<void> {
  if (!ticker.value) return
  busy.value = true
  problem.value = null
  try {
    const body = {
      ...decisionBody(form.value),
      ...rests.value,
      size: size.value ?? standing.value?.size ?? null,
      ticker: ticker.value,
      valuation_id: typeof route.query.valuation === 'string' ? Number(route.query.valuation) : (valuations.value.data?.[0]?.id ?? null),
      as_of: session.asOf,
    }
    if (editing.value) await ask(api.PUT('/decisions/{id}', { params: { path: { id: editing.value } }, body }))
    else await ask(api.POST('/decisions', { body }))
    notices.say(editing.value ? 'Revised; the version before stays in its history.' : 'Written down.')
    fresh()
    reload()
  } catch (error) {
    problem.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
function revise(decision: Schemas['Decision']): void {
  editing.value = decision.id
  form.value = typed(decision)
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
/** Reasons and disproofs that can be checked: how many of them stand as one thought. */
const stands = (of: Schemas['Decision']): string => {
  const known = [
    ...of.reasons.filter((one) => one.met !== null).map((one) => one.met === true),
    ...of.disproofs.filter((one) => one.met !== null).map((one) => one.met === false),
  ]
  const broken = known.filter((is) => !is).length
  return known.length ? (broken ? `▼ ${broken} of ${known.length} broken` : `all ${known.length} hold`) : '–'
}
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
  { key: 'reasons', head: 'Reasons', of: stands, class: (of) => (stands(of).startsWith('▼') ? 'worse' : '') },
  { key: 'decided', head: 'Decided', of: (of) => of.decided_on, by: (of) => of.decided_on },
  { key: 'review', head: 'Review', of: (of) => of.review_on ?? '', by: (of) => of.review_on },
  { key: 'steps', head: '' },
]
</script>

<template>
  <div class="page">
    <h1>Decide</h1>
    <p v-if="subject.error" class="worse" role="alert">{{ subject.error }}</p>
    <!-- No form of its own: Enter in one of its many fields must not write a decision. -->
    <section v-if="ticker && subject.company" class="form" aria-label="The decision">
      <div class="left">
        <div class="head">
          <h2>{{ subject.company.name }}</h2>
          <span v-if="stage" class="quiet">{{ stage }}</span>
          <v-btn v-else-if="candidates.data" size="x-small" @click="candidate">Candidate</v-btn>
          <v-btn size="x-small" :to="{ name: 'desk', params: { view: 'conditions' }, query: { ticker } }">Call me when …</v-btn>
        </div>
        <ViewTabs v-model="part" :views="PARTS" label="Parts of the decision" />
        <div v-show="part === 'thesis'">
          <v-btn-toggle role="group" v-model="form.verdict" aria-label="Verdict" class="my-2"
            ><v-btn v-for="(word, key) in words" :key="key" :value="key" size="small" :aria-pressed="form.verdict === key">{{
              word
            }}</v-btn></v-btn-toggle
          >
          <v-textarea v-model="form.thesis" label="Thesis: why it should be worth more than it costs" rows="3" auto-grow class="mt-2" />
          <v-textarea v-model="form.disproof" label="What would prove this wrong" rows="2" auto-grow class="mt-4" />
        </div>
        <div v-show="part === 'reasons'">
          <p class="quiet">
            A reason tied to a criterion, a price, a drawn line, a revision or a day is looked at whenever new data come; Desk says when it
            holds no more.
          </p>
          <ReasonRows v-model="form.reasons" :ticker="ticker" word="Reason" another="Another reason" />
          <h3 class="mt-4">What would prove it wrong</h3>
          <ReasonRows v-model="form.disproofs" :ticker="ticker" word="Disproof" another="Something that would prove it wrong" />
          <ul v-if="standing && editing === standing.id" class="standing">
            <li v-for="(of, i) in [...standing.reasons, ...standing.disproofs].filter((one) => one.words)" :key="i">
              <span
                :class="of.met === null ? 'quiet' : i < standing.reasons.filter((one) => one.words).length === of.met ? 'better' : 'worse'"
                >{{ of.met === null ? '· cannot be said' : of.met ? '● is so' : '○ is not so' }}</span
              >
              {{ of.text }} <span class="quiet">since {{ of.since }}</span>
            </li>
          </ul>
        </div>
        <div v-show="part === 'cases'" class="cases">
          <div v-for="(of, i) in form.cases" :key="i" class="case">
            <v-text-field v-model="of.name" label="Case" hide-details @keydown.stop />
            <v-text-field v-model="of.value" :label="`Worth a share, ${currency}`" hide-details @keydown.stop />
            <v-text-field v-model="of.probability" label="Probability, %" hide-details @keydown.stop />
            <v-btn size="x-small" :aria-label="`Take away ${of.name}`" @click="form.cases.splice(i, 1)">Take away</v-btn>
          </div>
          <div class="case">
            <v-btn size="small" @click="form.cases.push({ name: '', value: '', probability: '' })">Another case</v-btn>
            <v-text-field v-model="form.horizon" label="in years" hide-details @keydown.stop />
          </div>
          <h3 class="mt-4">Grades, in words or numbers of your own</h3>
          <div class="grades">
            <div v-for="(of, i) in form.grades" :key="i" class="case two">
              <v-text-field v-model="of.name" label="Of" hide-details @keydown.stop />
              <v-text-field v-model="of.grade" label="Grade" hide-details @keydown.stop />
            </div>
            <v-btn size="small" @click="form.grades.push({ name: '', grade: '' })">Another grade</v-btn>
          </div>
          <RestsOn :ticker="ticker" :kept="standing" @rests="(of) => (rests = of)" />
        </div>
        <PositionSize
          v-if="part === 'size' && price !== null"
          :ticker="ticker"
          :price="price"
          :currency="currency"
          :sector="subject.company.sector ?? ''"
          :invalidation="readNumber(form.invalidation)"
          @size="(of) => (size = of)"
        />
      </div>
      <div class="right">
        <div class="entry">
          <label for="value">Value per share, {{ currency }}</label
          ><input id="value" v-model="form.value" class="assumption" />
        </div>
        <div class="entry"><label for="safety">Margin of safety</label><input id="safety" v-model="form.safety" class="assumption" /></div>
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
        <div class="entry">
          <label for="invalidation">Price that proves me wrong</label
          ><input id="invalidation" v-model="form.invalidation" class="assumption" />
        </div>
        <div class="entry">
          <label for="confidence">Confidence, %</label><input id="confidence" v-model="form.confidence" class="assumption" />
        </div>
        <div class="entry">
          <label for="review">Review on</label><input id="review" v-model="form.review_on" type="date" class="assumption" />
        </div>
        <p v-if="problem" class="worse" role="alert">{{ problem }}</p>
        <div class="mt-3 d-flex ga-2">
          <v-btn variant="flat" :loading="busy" @click="write">{{ editing ? 'Revise' : 'Write it down' }}</v-btn>
          <v-btn v-if="editing" @click="fresh">New decision</v-btn>
        </div>
      </div>
    </section>
    <p v-else-if="!subject.error" class="quiet">No company is in focus. Press <kbd>/</kbd> and type a name.</p>
    <section v-if="standing?.is_revised" class="mt-6">
      <h2>How this decision came about</h2>
      <DecisionHistory :id="standing.id" :key="standing.id" />
    </section>
    <section class="mt-6">
      <h2>Decisions</h2>
      <p v-if="state.status === 'error'" class="worse" role="alert">
        {{ state.error.message }} <v-btn size="small" @click="reload">Try again</v-btn>
      </p>
      <p v-else-if="state.data && !state.data.length" class="quiet">
        None yet. A decision keeps its reasons and its price, so that it can be held against what came.
      </p>
      <SheetTable
        v-if="state.data?.length"
        label="Decisions"
        :columns="columns"
        :rows="state.data"
        :row-key="(decision) => decision.id"
        many
      >
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
  flex: 2 1 520px;
  min-width: 0;
}
.right {
  flex: 1 1 260px;
  max-width: 340px;
}
.head {
  display: flex;
  align-items: baseline;
  gap: calc(var(--space) * 3);
}
.big {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-head);
}
.case {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr auto;
  align-items: center;
  gap: calc(var(--space) * 3);
  margin-bottom: calc(var(--space) * 1.5);
}
.case.two {
  grid-template-columns: 1fr 1fr;
}
.grades {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(250px, 1fr));
  gap: 0 calc(var(--space) * 6);
  align-items: center;
}
.standing {
  list-style: none;
  padding: 0;
  margin-top: calc(var(--space) * 3);
}
</style>
