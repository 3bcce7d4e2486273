<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import { amount, number } from '@/design/format'
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import LoadState from '@/design/LoadState.vue'
import RevealButton from '@/design/RevealButton.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import CalendarPanel from './CalendarPanel.vue'
import CompanyForm from './CompanyForm.vue'
import CurrencyForm from './CurrencyForm.vue'
import ExchangeForm from './ExchangeForm.vue'
import IndexForm from './IndexForm.vue'
import MembersPanel from './MembersPanel.vue'
import MergeForm from './MergeForm.vue'
import MissingReference from './MissingReference.vue'
import SeriesForm from './SeriesForm.vue'
import SeriesPanel from './SeriesPanel.vue'
import { useReference, type Reference } from './reference'
import { useSession } from '@/stores/session'

/** What the installation knows of its world besides companies' figures. */
const session = useSession()
const { state, reload, change } = useReference()
const adding = ref<'exchange' | 'index' | 'series' | 'company' | 'currency' | null>(null)
/** What is looked at or changed of one exchange, one index and one series: the part, and whose. */
const ofExchange = ref<string | null>(null)
const ofIndex = ref<string | null>(null)
const pointsOf = ref<string | null>(null)
const FORMS = {
  exchange: 'An exchange',
  index: 'An index',
  series: 'A rate or series',
  company: 'A company',
  currency: 'The currency',
} as const

const setIndex = (exchange: Reference['exchanges'][number], index: string): Promise<boolean> =>
  change(
    () =>
      ask(api.PUT('/exchanges/{id}', { params: { path: { id: exchange.id } }, body: { index_id: index === '' ? null : Number(index) } })),
    `The index of ${exchange.name} is set.`,
  )
const removeExchange = (exchange: Reference['exchanges'][number]): Promise<boolean> =>
  change(() => ask(api.DELETE('/exchanges/{id}', { params: { path: { id: exchange.id } } })), `${exchange.name} is removed.`)
const removeIndex = (index: Reference['indices'][number]): Promise<boolean> =>
  change(() => ask(api.DELETE('/indices/{id}', { params: { path: { id: index.id } } })), `${index.name} is removed.`)

const rename = (index: Reference['indices'][number], name: string): Promise<boolean> =>
  change(() => ask(api.PUT('/indices/{id}', { params: { path: { id: index.id } }, body: { name } })), `${name} is its name now.`)
/** What one of them may be merged into. */
const othersOf = <T extends { id: number; name: string }>(all: T[], one: T, key: (other: T) => string): [string, string][] =>
  all.filter((other) => other.id !== one.id).map((other) => [key(other), other.name])
const isPercent = (name: string): boolean => state.value.data?.known_series.find((series) => series.name === name)?.unit === 'percent'

const exchanges: SheetColumn<Reference['exchanges'][number]>[] = [
  { key: 'name', head: 'Exchange', of: (exchange) => exchange.name },
  { key: 'code', head: 'Code', of: (exchange) => exchange.code, class: 'left' },
  { key: 'currency', head: 'Trades in', of: (exchange) => exchange.currency, class: 'left' },
  { key: 'listings', head: 'Listings', of: (exchange) => amount(exchange.listings) },
  { key: 'index', head: 'Measured against', class: 'left' },
  { key: 'holidays', head: 'Closed on' },
  { key: 'away', head: '' },
]
const indices: SheetColumn<Reference['indices'][number]>[] = [
  { key: 'name', head: 'Index' },
  { key: 'ticker', head: 'Ticker', of: (index) => index.ticker, class: 'left' },
  { key: 'levels', head: 'Levels', of: (index) => amount(index.levels) },
  { key: 'last', head: 'Until', of: (index) => index.last ?? '–' },
  { key: 'members', head: 'Members' },
  { key: 'away', head: '' },
]
const latest = (entry: Reference['series'][number]): string =>
  isPercent(entry.name) ? `${number(100 * entry.value, 2)} %` : number(entry.value, 4)
const series: SheetColumn<Reference['series'][number]>[] = [
  { key: 'label', head: 'Series', of: (entry) => entry.label },
  { key: 'points', head: 'Points' },
  { key: 'first', head: 'From', of: (entry) => entry.first },
  { key: 'last', head: 'Until', of: (entry) => entry.last },
  { key: 'value', head: 'Latest', of: latest },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <section v-if="state.data.missing.length" aria-label="What is missing">
        <h3>Missing</h3>
        <MissingReference v-for="entry in state.data.missing" :key="entry.key" :reference="state.data" :entry="entry" />
      </section>
      <section v-if="session.canChangeFacts" class="mt-4">
        <div class="choices">
          <span class="quiet">Add or change</span>
          <RevealButton
            v-for="(word, key) in FORMS"
            v-show="key !== 'currency' || session.canAdminister"
            :key="key"
            v-model="adding"
            :of="key"
            :variant="adding === key ? 'outlined' : 'text'"
            >{{ word }}</RevealButton
          >
        </div>
        <ExchangeForm v-if="adding === 'exchange'" @done="adding = null" />
        <IndexForm v-if="adding === 'index'" :exchanges="state.data.exchanges" @done="adding = null" />
        <SeriesForm v-if="adding === 'series'" :known="state.data.known_series" @done="adding = null" />
        <CompanyForm v-if="adding === 'company'" :exchanges="state.data.exchanges" />
        <CurrencyForm v-if="adding === 'currency'" @done="adding = null" />
      </section>
      <section class="mt-4">
        <h3>Exchanges</h3>
        <p v-if="!state.data.exchanges.length" class="quiet">None yet.</p>
        <SheetTable v-else label="Exchanges" :columns="exchanges" :rows="state.data.exchanges" :row-key="(exchange) => exchange.id">
          <template #cell-index="{ row: exchange }">
            <ChoiceField
              :model-value="String(exchange.index_id ?? '')"
              :name="`Index of ${exchange.name}`"
              :choices="[['', 'none'], ...state.data.indices.map((index): [string, string] => [String(index.id), index.name])]"
              :disabled="!session.canChangeFacts"
              @update:model-value="setIndex(exchange, $event)"
            />
          </template>
          <template #cell-holidays="{ row: exchange }">
            <RevealButton v-model="ofExchange" :of="`calendar ${exchange.id}`" :name="`Calendar of ${exchange.name}`">{{
              exchange.holidays === 0 ? 'none known' : exchange.holidays === 1 ? '1 day' : `${amount(exchange.holidays)} days`
            }}</RevealButton>
          </template>
          <template #cell-away="{ row: exchange }">
            <template v-if="session.canChangeFacts">
              <RevealButton v-model="ofExchange" :of="`change ${exchange.id}`" :name="`Change ${exchange.name}`">Change</RevealButton>
              <RevealButton
                v-if="state.data.exchanges.length > 1"
                v-model="ofExchange"
                :of="`merge ${exchange.id}`"
                :name="`Merge ${exchange.name}`"
                >Merge</RevealButton
              >
              <v-btn v-if="exchange.listings === 0" size="small" @click="removeExchange(exchange)">Remove</v-btn>
            </template>
          </template>
        </SheetTable>
        <template v-for="exchange in state.data.exchanges" :key="exchange.id">
          <ExchangeForm v-if="ofExchange === `change ${exchange.id}`" class="mt-3" :exchange="exchange" @done="ofExchange = null" />
          <MergeForm
            v-if="ofExchange === `merge ${exchange.id}`"
            :name="exchange.name"
            :others="othersOf(state.data.exchanges, exchange, (other) => other.code)"
            :effect="`What is listed on ${exchange.code}, and its calendar, goes to the one that stays; its code is no longer known.`"
            :merge="(into: string) => ask(api.POST('/exchanges/{id}/merge', { params: { path: { id: exchange.id } }, body: { into } }))"
            @done="ofExchange = null"
          />
          <CalendarPanel v-if="ofExchange === `calendar ${exchange.id}`" :exchange="exchange" />
        </template>
      </section>
      <section class="mt-4">
        <h3>Indices</h3>
        <p v-if="!state.data.indices.length" class="quiet">None yet. Without one neither beta nor what rests on it can be computed.</p>
        <SheetTable v-else label="Indices" :columns="indices" :rows="state.data.indices" :row-key="(index) => index.id">
          <template #cell-name="{ row: index }">
            <CommitInput
              v-if="session.canChangeFacts"
              class="index"
              :model-value="index.name"
              :aria-label="`Name of ${index.ticker}`"
              maxlength="120"
              @update:model-value="(name: string) => rename(index, name)"
            />
            <template v-else>{{ index.name }}</template>
          </template>
          <template #cell-members="{ row: index }">
            <RevealButton v-model="ofIndex" :of="`members ${index.id}`" :name="`Members of ${index.name}`">{{
              amount(index.members)
            }}</RevealButton>
          </template>
          <template #cell-away="{ row: index }">
            <template v-if="session.canChangeFacts">
              <RevealButton v-if="state.data.indices.length > 1" v-model="ofIndex" :of="`merge ${index.id}`" :name="`Merge ${index.name}`"
                >Merge</RevealButton
              >
              <v-btn v-if="index.levels === 0" size="small" @click="removeIndex(index)">Remove</v-btn>
            </template>
          </template>
        </SheetTable>
        <template v-for="index in state.data.indices" :key="index.id">
          <MergeForm
            v-if="ofIndex === `merge ${index.id}`"
            :name="index.name"
            :others="othersOf(state.data.indices, index, (other) => other.ticker)"
            :effect="`Its members go to the one that stays, and its levels where that has none; ${index.ticker} means it from then on.`"
            :merge="(into: string) => ask(api.POST('/indices/{id}/merge', { params: { path: { id: index.id } }, body: { into } }))"
            @done="ofIndex = null"
          />
          <MembersPanel v-if="ofIndex === `members ${index.id}`" :index="index" />
        </template>
      </section>
      <section class="mt-4">
        <h3>Rates and other series</h3>
        <p v-if="!state.data.series.length" class="quiet">None yet.</p>
        <SheetTable v-else label="Series" :columns="series" :rows="state.data.series" :row-key="(entry) => entry.name">
          <template #cell-points="{ row: entry }">
            <RevealButton v-model="pointsOf" :of="entry.name" :name="`Points of ${entry.label}`">{{ amount(entry.points) }}</RevealButton>
          </template>
        </SheetTable>
        <template v-for="entry in state.data.series" :key="entry.name">
          <SeriesPanel v-if="pointsOf === entry.name" :series="entry" :percent="isPercent(entry.name)" />
        </template>
      </section>
      <p class="quiet mt-4">
        <template v-if="session.currency">Companies are compared in {{ session.currency }}.</template>
        {{ amount(state.data.companies) }} companies are known. Of many at once, exchanges, indices, members, rates, holidays and companies
        come as files under <router-link to="/data">Imports</router-link>; one company is changed in its view Identity.
      </p>
    </template>
  </div>
</template>

<style scoped>
.index {
  width: 16rem;
  color: inherit;
  text-align: left;
  border-color: transparent;
}
.index:hover,
.index:focus {
  border-color: rgb(var(--v-theme-rule));
}
</style>
