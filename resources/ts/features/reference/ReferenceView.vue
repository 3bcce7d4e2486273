<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import { amount, number } from '@/design/format'
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import LoadState from '@/design/LoadState.vue'
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
/** Whose calendar or members are looked at. */
const calendar = ref<number | null>(null)
const membersOf = ref<number | null>(null)
const pointsOf = ref<string | null>(null)
const editing = ref<number | null>(null)
const mergingExchange = ref<number | null>(null)
const mergingIndex = ref<number | null>(null)
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
          <v-btn
            v-for="(word, key) in FORMS"
            v-show="key !== 'currency' || session.canAdminister"
            :key="key"
            size="small"
            :variant="adding === key ? 'outlined' : 'text'"
            :aria-expanded="adding === key"
            @click="adding = adding === key ? null : key"
            >{{ word }}</v-btn
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
            <v-btn
              size="small"
              :aria-expanded="calendar === exchange.id"
              :aria-label="`Calendar of ${exchange.name}`"
              @click="calendar = calendar === exchange.id ? null : exchange.id"
              >{{ exchange.holidays === 0 ? 'none known' : exchange.holidays === 1 ? '1 day' : `${amount(exchange.holidays)} days` }}</v-btn
            >
          </template>
          <template #cell-away="{ row: exchange }">
            <template v-if="session.canChangeFacts">
              <v-btn
                size="small"
                :aria-expanded="editing === exchange.id"
                :aria-label="`Change ${exchange.name}`"
                @click="editing = editing === exchange.id ? null : exchange.id"
                >Change</v-btn
              >
              <v-btn
                v-if="state.data.exchanges.length > 1"
                size="small"
                :aria-expanded="mergingExchange === exchange.id"
                :aria-label="`Merge ${exchange.name}`"
                @click="mergingExchange = mergingExchange === exchange.id ? null : exchange.id"
                >Merge</v-btn
              >
              <v-btn v-if="exchange.listings === 0" size="small" @click="removeExchange(exchange)">Remove</v-btn>
            </template>
          </template>
        </SheetTable>
        <template v-for="exchange in state.data.exchanges" :key="exchange.id">
          <ExchangeForm v-if="editing === exchange.id" class="mt-3" :exchange="exchange" @done="editing = null" />
          <MergeForm
            v-if="mergingExchange === exchange.id"
            :name="exchange.name"
            :others="othersOf(state.data.exchanges, exchange, (other) => other.code)"
            :effect="`What is listed on ${exchange.code}, and its calendar, goes to the one that stays; its code is no longer known.`"
            :merge="(into: string) => ask(api.POST('/exchanges/{id}/merge', { params: { path: { id: exchange.id } }, body: { into } }))"
            @done="mergingExchange = null"
          />
          <CalendarPanel v-if="calendar === exchange.id" :exchange="exchange" />
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
            <v-btn
              size="small"
              :aria-expanded="membersOf === index.id"
              :aria-label="`Members of ${index.name}`"
              @click="membersOf = membersOf === index.id ? null : index.id"
              >{{ amount(index.members) }}</v-btn
            >
          </template>
          <template #cell-away="{ row: index }">
            <template v-if="session.canChangeFacts">
              <v-btn
                v-if="state.data.indices.length > 1"
                size="small"
                :aria-expanded="mergingIndex === index.id"
                :aria-label="`Merge ${index.name}`"
                @click="mergingIndex = mergingIndex === index.id ? null : index.id"
                >Merge</v-btn
              >
              <v-btn v-if="index.levels === 0" size="small" @click="removeIndex(index)">Remove</v-btn>
            </template>
          </template>
        </SheetTable>
        <template v-for="index in state.data.indices" :key="index.id">
          <MergeForm
            v-if="mergingIndex === index.id"
            :name="index.name"
            :others="othersOf(state.data.indices, index, (other) => other.ticker)"
            :effect="`Its members go to the one that stays, and its levels where that has none; ${index.ticker} means it from then on.`"
            :merge="(into: string) => ask(api.POST('/indices/{id}/merge', { params: { path: { id: index.id } }, body: { into } }))"
            @done="mergingIndex = null"
          />
          <MembersPanel v-if="membersOf === index.id" :index="index" />
        </template>
      </section>
      <section class="mt-4">
        <h3>Rates and other series</h3>
        <p v-if="!state.data.series.length" class="quiet">None yet.</p>
        <SheetTable v-else label="Series" :columns="series" :rows="state.data.series" :row-key="(entry) => entry.name">
          <template #cell-points="{ row: entry }">
            <v-btn
              size="small"
              :aria-expanded="pointsOf === entry.name"
              :aria-label="`Points of ${entry.label}`"
              @click="pointsOf = pointsOf === entry.name ? null : entry.name"
              >{{ amount(entry.points) }}</v-btn
            >
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
