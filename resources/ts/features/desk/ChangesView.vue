<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import { counted, number } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import FirstWay from './FirstWay.vue'

/** What changed since one last looked, company by company, the weightiest first, each with one step on; and what comes next. */
const session = useSession()
const notices = useNotices()
const router = useRouter()
const { state, reload } = useAnswer(
  'desk changes',
  () => session.asOf,
  (asOf, signal) => ask(api.GET('/desk', { params: { query: asOf ? { as_of: asOf } : {} }, signal })),
)
type Company = Schemas['ChangedCompany']
type Change = Schemas['CompanyChange']
const data = computed(() => state.value.data)
const MARKS: Record<string, { sign: string; word: string; view: string }> = {
  broken: { sign: '✕', word: 'reason', view: 'decide' },
  event: { sign: '◆', word: 'event', view: 'news' },
  called: { sign: '●', word: 'called', view: 'market' },
  restatement: { sign: '↺', word: 'told anew', view: 'statements' },
  result: { sign: '■', word: 'result', view: 'results' },
  revision: { sign: '∿', word: 'expected', view: 'expectations' },
  insider: { sign: '+', word: 'insiders', view: 'people' },
  sold: { sign: '−', word: 'insiders', view: 'people' },
  rating: { sign: '⇄', word: 'rating', view: 'expectations' },
  dividend: { sign: '¤', word: 'dividend', view: 'dividends' },
  price: { sign: '↕', word: 'price', view: 'market' },
}
const WHY: Record<string, string> = {
  held: 'held',
  decided: 'decided on',
  candidate: 'in a stage',
  listed: 'on a list',
  interest: 'price of interest',
  condition: 'with a condition',
}
const DATES: Record<string, string> = { results: 'results', ex_dividend: 'ex-dividend', spin_off: 'spin-off', review: 'review' }
const mark = (of: Change) => MARKS[of.kind] ?? { sign: '·', word: of.kind, view: '' }
function target(company: Company, of: Change) {
  const view = mark(of).view
  return view === 'decide'
    ? { name: 'decide', params: { ticker: company.ticker } }
    : { name: 'read', params: { ticker: company.ticker, view } }
}
const list = useTemplateRef<HTMLElement>('list')
const noting = ref<string | null>(null)
const note = ref('')
/** Changes one has seen: of a company, or of all. */
async function look(ticker: string | null, days: { through?: string | null; snoozed_until?: string | null }, said: string): Promise<void> {
  try {
    const before = await ask(api.PUT('/desk/looked', { body: { ticker, ...days } }))
    reload()
    notices.say(said, async () => {
      const { through, snoozed_until } = before
      await ask(api.PUT('/desk/looked', { body: { ticker, through, ...(ticker === null ? {} : { snoozed_until }) } }))
      reload()
    })
  } catch (error) {
    notices.fail(error)
  }
}
const done = (of: Company): Promise<void> => look(of.ticker, { through: data.value!.as_of }, `${of.name} is looked at.`)
function snooze(of: Company): Promise<void> {
  const until = new Date(`${data.value!.as_of}T00:00:00Z`)
  until.setUTCDate(until.getUTCDate() + 14)
  return look(of.ticker, { snoozed_until: until.toISOString().slice(0, 10) }, `Nothing of ${of.name} for two weeks.`)
}
const allSeen = (): Promise<void> => look(null, { through: data.value!.as_of }, 'All is looked at.')
async function write(of: Company): Promise<void> {
  try {
    await ask(api.POST('/companies/{ticker}/notes', { params: { path: { ticker: of.ticker } }, body: { figure: '*', body: note.value } }))
    noting.value = null
    note.value = ''
    notices.say(`Noted on ${of.name}.`)
  } catch (error) {
    notices.fail(error)
  }
}
/** Arrows go from company to company; d and s say what becomes of it, n notes, Enter opens. */
function key(event: KeyboardEvent, of: Company, at: number): void {
  const target_ = event.target as HTMLElement
  if (target_.tagName !== 'ARTICLE') return
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
  const act = {
    d: () => done(of),
    s: () => snooze(of),
    n: () => (noting.value = of.ticker),
    Enter: () => router.push(target(of, of.changes[0]!)),
  }[event.key]
  if (step) (list.value?.children[at + step] as HTMLElement | undefined)?.focus()
  else if (act) void Promise.resolve(act()).then(() => nextTick(() => (list.value?.children[at] as HTMLElement | undefined)?.focus()))
  else return
  event.preventDefault()
}
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <FirstWay v-if="data && !data.cared" @made="reload" />
    <div v-else-if="data" class="columns">
      <div>
        <div class="said">
          <p v-if="data.companies.length">
            <strong>{{ counted(data.changes, 'change') }}</strong> of
            {{ counted(data.companies.length + data.others, 'company', 'companies') }} since {{ data.since }}, the weightiest first.
          </p>
          <p v-else class="quiet">Nothing new since {{ data.since }} of the {{ data.cared }} companies you hold, watch and work on.</p>
          <v-btn v-if="data.companies.length" size="small" @click="allSeen">All seen</v-btn>
        </div>
        <div ref="list">
          <article
            v-for="(company, at) in data.companies"
            :key="company.ticker"
            tabindex="0"
            :aria-label="`${company.name}: ${counted(company.changes.length + company.more, 'change')}`"
            @keydown="(event: KeyboardEvent) => key(event, company, at)"
          >
            <header>
              <router-link :to="{ name: 'read', params: { ticker: company.ticker } }" class="name">{{ company.name }}</router-link>
              <span class="quiet">{{ company.ticker }} · {{ company.why.map((why) => WHY[why] ?? why).join(', ') }}</span>
              <span class="steps">
                <v-btn size="small" @click="noting = noting === company.ticker ? null : company.ticker">Note</v-btn>
                <v-btn size="small" :to="{ name: 'decide', params: { ticker: company.ticker } }">Decide anew</v-btn>
                <v-btn size="small" @click="snooze(company)">Two weeks’ rest</v-btn>
                <v-btn size="small" variant="flat" :aria-label="`Done with ${company.name}`" @click="done(company)">Done</v-btn>
              </span>
            </header>
            <ul>
              <li v-for="(change, i) in company.changes" :key="i">
                <span
                  class="sign"
                  :class="change.kind === 'broken' ? 'worse' : change.kind === 'called' ? 'attention' : 'quiet'"
                  aria-hidden="true"
                  >{{ mark(change).sign }}</span
                >
                <span class="kind quiet">{{ mark(change).word }}</span>
                <span class="day quiet">{{ change.day }}</span>
                <router-link :to="target(company, change)" :class="change.kind === 'broken' ? 'strong' : ''">{{
                  change.sentence
                }}</router-link>
              </li>
              <li v-if="company.more" class="quiet more">and {{ company.more }} more</li>
            </ul>
            <form v-if="noting === company.ticker" class="note" @submit.prevent="write(company)" @keydown.stop @keydown.esc="noting = null">
              <v-text-field v-model="note" :label="`Note on ${company.name}`" autofocus hide-details />
              <v-btn type="submit" size="small" :disabled="!note.trim()">Keep</v-btn>
            </form>
          </article>
        </div>
        <p v-if="data.others" class="quiet">{{ counted(data.others, 'company', 'companies') }} more; those above go first.</p>
        <p v-if="data.companies.length" class="quiet keys">
          <kbd>↓</kbd> <kbd>↑</kbd> from company to company, <kbd>Enter</kbd> open, <kbd>n</kbd> note, <kbd>s</kbd> rest, <kbd>d</kbd> done
        </p>
      </div>
      <aside>
        <h2>Next dates</h2>
        <p v-if="!data.next.length" class="quiet">None announced.</p>
        <ul>
          <li v-for="(of, i) in data.next" :key="i" class="date">
            <span class="quiet">{{ of.day }}</span>
            <span>
              <router-link
                :to="
                  of.kind === 'review'
                    ? { name: 'decide', params: { ticker: of.ticker } }
                    : { name: 'read', params: { ticker: of.ticker, view: of.kind === 'results' ? 'results' : 'dividends' } }
                "
                >{{ of.name }}</router-link>,
              <span class="quiet">{{ DATES[of.kind] ?? of.kind }}{{ of.amount === null ? '' : ` ${number(of.amount, 2)}` }}</span>
            </span>
          </li>
        </ul>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 290px;
  gap: calc(var(--space) * 9);
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
.said {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: calc(var(--space) * 4);
}
article {
  border-top: 1px solid rgb(var(--v-theme-rule));
  padding: calc(var(--space) * 2) calc(var(--space) * 2) calc(var(--space) * 2.5);
}
header {
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: calc(var(--space) * 2);
}
.name {
  font-family: 'Source Serif 4 Variable', serif;
  font-weight: 600;
}
.steps {
  margin-left: auto;
  display: inline-flex;
  gap: calc(var(--space) * 1.5);
}
ul {
  list-style: none;
  padding: 0;
  margin: var(--space) 0 0;
}
li {
  display: grid;
  grid-template-columns: 18px 74px 84px minmax(0, 1fr);
  gap: calc(var(--space) * 1.5);
  padding: calc(var(--space) * 0.5) 0;
}
li.more {
  grid-template-columns: 1fr;
  padding-left: calc(var(--space) * 6);
}
li.date {
  grid-template-columns: 84px minmax(0, 1fr);
}
.date a {
  text-decoration: underline;
}
.sign {
  text-align: center;
}
.strong {
  font-weight: 600;
}
.note {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 3);
  margin-top: calc(var(--space) * 2);
}
.keys {
  margin-top: calc(var(--space) * 4);
}
</style>
