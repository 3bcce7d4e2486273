<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import FigureButton from '@/features/margin/FigureButton.vue'
import LoadState from '@/design/LoadState.vue'
import { figureText, month, number } from '@/design/format'
import { useAnswer } from '@/api/answer'
import CompanyEditor from '@/features/reference/CompanyEditor.vue'
import { useReference } from '@/features/reference/reference'
import { useSession } from '@/stores/session'

/** What the company is and was called, and which of its shares are listed where. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const { change } = useReference()
const { state, reload } = useAnswer(
  'identity',
  () => ({ ticker: props.ticker, asOf: session.asOf }),
  ({ ticker, asOf }, signal) =>
    ask(api.GET('/companies/{ticker}/identity', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const attributes = computed(() => {
  const identity = state.value.data
  return identity
    ? [
        { label: 'Name', now: identity.name, former: identity.former_names },
        { label: 'Sector', now: identity.sector, former: identity.former_sectors },
        { label: 'Reports in', now: identity.reporting_currency, former: identity.former_reporting_currencies },
        {
          label: 'Fiscal year ends in',
          now: month(identity.fiscal_year_end_month),
          former: identity.former_fiscal_year_ends.map((of) => ({ ...of, value: month(Number(of.value)) })),
        },
      ]
    : []
})
const span = (listing: Schemas['Listing']): string =>
  listing.to ? `${listing.from ?? '…'} to ${listing.to}` : listing.from ? `since ${listing.from}` : 'since before the prices begin'
type Listed = Parameters<typeof span>[0]
const listingColumns: SheetColumn<Listed>[] = [
  { key: 'listing', head: 'Listing', of: (of) => of.reference },
  { key: 'exchange', head: 'Exchange', of: (of) => of.exchange },
  { key: 'listed', head: 'Listed', of: (of) => span(of) },
  { key: 'close', head: 'Last close', of: (of) => (of.close == null ? '–' : number(of.close, 2)), class: 'figure' },
  { key: 'currency', head: 'Currency', of: (of) => of.currency },
  { key: 'day', head: 'Day', of: (of) => of.day ?? '–' },
  { key: 'role', head: 'Role', of: (of) => (of.to ? (of.ended_because ?? 'ended') : of.main ? 'main listing' : 'also listed') },
  { key: 'away', head: '' },
]

async function remove(listing: Listed): Promise<void> {
  const params = { path: { ticker: props.ticker, id: listing.id } }
  const done = await change(
    () => ask(api.DELETE('/companies/{ticker}/listings/{id}', { params })),
    `The listing ${listing.reference} is removed.`,
  )
  if (done) reload()
}
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <section>
        <h2>Shares and where they are listed</h2>
        <div v-for="security in state.data.securities" :key="security.name" class="class">
          <h3>
            {{ security.name }}
          </h3>
          <p class="facts">
            <span v-if="security.main && state.data.securities.length > 1" class="quiet">its price stands for the company</span>
            <span v-if="security.shares.value !== null"
              >{{ figureText(security.shares) }} <span class="quiet">shares outstanding</span></span
            >
            <span v-else class="quiet">{{ security.shares.reason }}</span>
            <span v-for="identifier in security.identifiers" :key="identifier.scheme">
              <span class="quiet">{{ identifier.scheme === 'isin' ? 'ISIN' : identifier.scheme }}</span> {{ identifier.value }}
            </span>
            <span v-if="!security.identifiers.length" class="quiet">no identifier is known</span>
            <span v-if="!security.main && security.entitlement !== 1" class="quiet">
              one has the rights of {{ number(security.entitlement, 4) }} of the main class
            </span>
          </p>
          <SheetTable
            class="words"
            :label="`Listings of ${security.name}`"
            :columns="listingColumns"
            :rows="security.listings"
            :row-key="(listing) => `${listing.reference} ${listing.from}`"
            :row-class="(listing) => (listing.to ? 'quiet' : undefined)"
          >
            <template #cell-away="{ row: listing }">
              <v-btn
                v-if="session.canChangeFacts && security.listings.length > 1"
                size="small"
                :aria-label="`Remove the listing ${listing.reference}`"
                @click="remove(listing)"
                >Remove</v-btn
              >
            </template>
          </SheetTable>
        </div>
        <p class="entry value">
          <span>Market value of all classes, {{ state.data.currency }}</span>
          <FigureButton
            :figure="state.data.market_value"
            :question="{ kind: 'metric', ticker, metric: 'market_cap', label: 'Market capitalization' }"
          />
        </p>
      </section>
      <section class="mt-5">
        <h2>What it is and was called</h2>
        <SheetTable
          class="words"
          :columns="[
            { key: 'attribute', head: '', of: (attribute) => attribute.label },
            { key: 'now', head: 'On this day', of: (attribute) => attribute.now },
            { key: 'former', head: 'Before' },
          ]"
          :rows="attributes"
          :row-key="(attribute) => attribute.label"
        >
          <template #cell-former="{ row: attribute }">
            <span v-for="value in attribute.former" :key="value.until" class="former">
              {{ value.value }} <span class="quiet">until {{ value.until }}</span>
            </span>
            <span v-if="!attribute.former.length" class="quiet">no other is known</span>
          </template>
          <template #foot>
            <tr>
              <th scope="row">Indices</th>
              <td>
                <span v-for="index in state.data.indices.filter((entry) => !entry.to)" :key="index.ticker" class="former">
                  {{ index.name }} <span class="quiet">since {{ index.from }}</span>
                </span>
                <span v-if="!state.data.indices.some((entry) => !entry.to)" class="quiet">in none</span>
              </td>
              <td>
                <span v-for="index in state.data.indices.filter((entry) => entry.to)" :key="index.ticker + index.to" class="former">
                  {{ index.name }} <span class="quiet">{{ index.from }} to {{ index.to }}</span>
                </span>
              </td>
            </tr>
          </template>
        </SheetTable>
        <p class="quiet small">
          Screens and back-tests of a past day use what was so on that day. Of many companies, listings, classes, identifiers and former
          values come as files under <router-link to="/data">Data</router-link>.
        </p>
      </section>
      <CompanyEditor v-if="session.canChangeFacts" :key="ticker" :ticker="ticker" :securities="state.data.securities" @done="reload" />
    </template>
  </div>
</template>

<style scoped>
.class {
  margin-bottom: calc(var(--space) * 4.5);
}
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space) calc(var(--space) * 5.5);
  margin-bottom: calc(var(--space) * 1.5);
}
.value {
  max-width: 30rem;
}
.words :deep(th),
.words :deep(td) {
  text-align: left;
  vertical-align: top;
}
.words :deep(.figure) {
  text-align: right;
}
.former {
  display: block;
}
.small {
  font-size: var(--type-small);
  margin-top: calc(var(--space) * 2);
}
</style>
