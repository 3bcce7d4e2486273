<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import RevealButton from '@/design/RevealButton.vue'
import { useReference } from './reference'

/** What is known of a company besides its figures, changed by hand: what it is called and is, where it is listed, under which numbers. */
const props = defineProps<{ ticker: string; securities: Schemas['ListedSecurity'][] }>()
const emit = defineEmits<{ done: [] }>()
const router = useRouter()
const { state: reference, change } = useReference()
const FORMS = { profile: 'What it is', listing: 'A listing', identifier: 'An identifier', merge: 'Merge or remove' } as const
const open = ref<keyof typeof FORMS | null>(null)
const path = () => ({ path: { ticker: props.ticker } })
const classes = computed(() => props.securities.map((security) => ({ value: security.id, title: security.name })))
const exchanges = computed(() => reference.value.data?.exchanges ?? [])

const { state: known, reload } = useAnswer(
  'profile',
  () => ({ ticker: open.value === 'profile' ? props.ticker : null }),
  ({ ticker }, signal) =>
    ticker === null ? Promise.resolve(null) : ask(api.GET('/companies/{ticker}/profile', { params: { path: { ticker } }, signal })),
)
const profile = ref({ name: '', country: '', sector: '', template: '', reporting_currency: '', fiscal_year_end_month: 12, description: '' })
const since = ref('')
watch(
  () => known.value.data,
  (now) => {
    if (now) profile.value = { ...now, template: String(now.template), description: now.description ?? '' }
  },
  { immediate: true },
)
const listing = ref({ exchange: '', ticker: '', from: '', to: '', reason: '', currency: '', class: '', second: false })
const identifier = ref({ security: 0, scheme: 'isin', value: '' })
watch(classes, (now) => (identifier.value.security ||= now[0]?.value ?? 0), { immediate: true })
const into = ref('')

async function keepProfile(): Promise<void> {
  const body = { ...profile.value, ...(since.value ? { since: since.value } : {}) }
  if (await change(() => ask(api.PUT('/companies/{ticker}/profile', { params: path(), body })), `${profile.value.name} is changed.`)) {
    since.value = ''
    reload()
    emit('done')
  }
}
async function keepListing(): Promise<void> {
  const { second, ...of } = listing.value
  const ticker = of.ticker.trim().toUpperCase()
  const body = {
    exchange: of.exchange,
    ticker,
    from: of.from || null,
    to: of.to || null,
    reason: of.reason.trim() || null,
    currency: of.currency.trim() || null,
    class: of.class.trim() || null,
    ...(second ? { main: false } : {}),
  }
  if (await change(() => ask(api.POST('/companies/{ticker}/listings', { params: path(), body })), `${ticker} is listed.`)) {
    listing.value = { ...listing.value, ticker: '', from: '', to: '', reason: '', currency: '', class: '', second: false }
    emit('done')
  }
}
async function keepIdentifier(): Promise<void> {
  const body = { ...identifier.value, value: identifier.value.value.trim() || null }
  const said = body.value === null ? 'The identifier is taken away.' : `${body.value} is kept.`
  if (await change(() => ask(api.PUT('/companies/{ticker}/identifiers', { params: path(), body })), said)) {
    identifier.value.value = ''
    emit('done')
  }
}
async function merge(): Promise<void> {
  let ticker = ''
  const body = { into: into.value.trim().toUpperCase() }
  const done = await change(async () => {
    ticker = (await ask(api.POST('/companies/{ticker}/merge', { params: path(), body }))).ticker
  }, `All that was known of ${props.ticker} is now of ${body.into}.`)
  if (done) void router.push({ name: 'read', params: { ticker, view: 'identity' } })
}
async function remove(): Promise<void> {
  if (await change(() => ask(api.DELETE('/companies/{ticker}', { params: path() })), `${props.ticker} is removed.`)) {
    void router.push({ name: 'data', params: { view: 'reference' } })
  }
}
</script>

<template>
  <section class="mt-5" aria-label="Change what is known">
    <div class="choices">
      <span class="quiet">Change or add</span>
      <RevealButton v-for="(word, key) in FORMS" :key="key" v-model="open" :of="key" :variant="open === key ? 'outlined' : 'text'">{{
        word
      }}</RevealButton>
    </div>
    <form v-if="open === 'profile'" aria-label="What it is" @submit.prevent="keepProfile">
      <div class="choices">
        <v-text-field v-model="profile.name" label="Name" min-width="240" maxlength="160" required @keydown.stop />
        <v-text-field v-model="profile.country" label="Country" max-width="100" maxlength="2" required @keydown.stop />
        <v-text-field v-model="profile.sector" label="Sector (ISIC)" max-width="120" maxlength="4" required @keydown.stop />
        <v-select
          v-model="profile.template"
          :items="['industrial', 'bank', 'insurer', 'property']"
          label="Kind of business"
          min-width="140"
          max-width="180"
        />
        <v-text-field v-model="profile.reporting_currency" label="Reports in" max-width="110" maxlength="3" required @keydown.stop />
        <v-text-field
          v-model.number="profile.fiscal_year_end_month"
          type="number"
          min="1"
          max="12"
          label="Year ends in month"
          max-width="150"
          @keydown.stop
        />
      </div>
      <v-textarea v-model="profile.description" label="What it does" rows="2" max-width="720" maxlength="4000" @keydown.stop />
      <div class="choices mt-2">
        <v-text-field v-model="since" type="date" label="So since" max-width="180" @keydown.stop />
        <v-btn size="small" variant="outlined" type="submit">Keep it</v-btn>
        <span class="quiet small">
          With a day the former name, sector or currency is kept until it; without one it was wrong at all times.
        </span>
      </div>
    </form>
    <form v-if="open === 'listing'" aria-label="A listing" @submit.prevent="keepListing">
      <div class="choices">
        <v-select v-model="listing.exchange" :items="exchanges" item-title="name" item-value="code" label="Exchange" min-width="200" />
        <v-text-field v-model="listing.ticker" label="Ticker" max-width="120" maxlength="12" required @keydown.stop />
        <v-text-field v-model="listing.from" type="date" label="From, if known" max-width="170" @keydown.stop />
        <v-text-field v-model="listing.to" type="date" label="Until, if it ended" max-width="170" @keydown.stop />
        <v-text-field v-model="listing.reason" label="Why it ended" min-width="150" maxlength="120" @keydown.stop />
        <v-text-field v-model="listing.currency" label="Trades in" placeholder="its own" max-width="110" maxlength="3" @keydown.stop />
        <v-text-field v-model="listing.class" label="Class of shares" placeholder="the main one" min-width="160" @keydown.stop />
        <label><input v-model="listing.second" type="checkbox" /> its prices do not stand for the share</label>
        <v-btn size="small" variant="outlined" type="submit" :disabled="!listing.exchange || !listing.ticker.trim()">List it</v-btn>
      </div>
      <p class="quiet small">
        The listing of the same ticker, exchange and first day is changed, else a new one made. A main listing ends the one before it on the
        same exchange, as when a ticker changes.
      </p>
    </form>
    <form v-if="open === 'identifier'" class="choices" aria-label="An identifier" @submit.prevent="keepIdentifier">
      <v-select v-model="identifier.security" :items="classes" label="Of" min-width="200" />
      <v-text-field v-model="identifier.scheme" label="Kind" max-width="130" maxlength="16" required @keydown.stop />
      <v-text-field v-model="identifier.value" label="Identifier; empty takes it away" min-width="240" maxlength="60" @keydown.stop />
      <v-btn size="small" variant="outlined" type="submit">Keep it</v-btn>
    </form>
    <div v-if="open === 'merge'">
      <form class="choices" aria-label="Merge" @submit.prevent="merge">
        <span>This is the same company as</span>
        <v-text-field
          v-model="into"
          label="Ticker of the one that stays"
          min-width="220"
          max-width="260"
          maxlength="24"
          required
          @keydown.stop
        />
        <v-btn size="small" variant="outlined" type="submit" :disabled="!into.trim()">Merge into it</v-btn>
      </form>
      <p class="quiet small">
        Reports, prices, notes and decisions of everybody go to the one that stays, and files that use this name find it. It can be taken
        back under Changes.
      </p>
      <v-btn size="small" variant="outlined" @click="remove">Remove {{ ticker }}</v-btn>
      <span class="quiet small ms-3">Only while nothing is built on it.</span>
    </div>
  </section>
</template>
