<script setup lang="ts">
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import FigureButton from '@/features/margin/FigureButton.vue'
import LoadState from '@/design/LoadState.vue'
import { figureText, number } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useSession } from '@/stores/session'

/** What the company is and was called, and which of its shares are listed where. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
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
      ]
    : []
})
const span = (listing: Schemas['Listing']): string =>
  listing.to ? `${listing.from ?? '…'} to ${listing.to}` : listing.from ? `since ${listing.from}` : 'since before the prices begin'
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
          <div class="scroll" tabindex="0" :aria-label="`Listings of ${security.name}, scrollable`">
            <table class="sheet words">
              <thead>
                <tr>
                  <th>Listing</th>
                  <th>Exchange</th>
                  <th>Listed</th>
                  <th class="figure">Last close</th>
                  <th>Currency</th>
                  <th>Day</th>
                  <th>Role</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="listing in security.listings" :key="`${listing.reference} ${listing.from}`" :class="{ quiet: listing.to }">
                  <th scope="row">{{ listing.reference }}</th>
                  <td>{{ listing.exchange }}</td>
                  <td>{{ span(listing) }}</td>
                  <td class="figure">{{ listing.close === null ? '–' : number(listing.close ?? 0, 2) }}</td>
                  <td>{{ listing.currency }}</td>
                  <td>{{ listing.day ?? '–' }}</td>
                  <td>{{ listing.to ? (listing.ended_because ?? 'ended') : listing.main ? 'main listing' : 'also listed' }}</td>
                </tr>
              </tbody>
            </table>
          </div>
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
        <table class="sheet words">
          <thead>
            <tr>
              <th></th>
              <th>On this day</th>
              <th>Before</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="attribute in attributes" :key="attribute.label">
              <th scope="row">{{ attribute.label }}</th>
              <td>{{ attribute.now }}</td>
              <td>
                <span v-for="value in attribute.former" :key="value.until" class="former">
                  {{ value.value }} <span class="quiet">until {{ value.until }}</span>
                </span>
                <span v-if="!attribute.former.length" class="quiet">no other is known</span>
              </td>
            </tr>
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
          </tbody>
        </table>
        <p class="quiet small">
          Screens and back-tests of a past day use what was so on that day. Listings, classes, identifiers and former values are imported
          under <router-link to="/data">Data</router-link>.
        </p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.class {
  margin-bottom: 1.25rem;
}
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem 1.5rem;
  margin-bottom: 0.35rem;
}
.value {
  max-width: 30rem;
}
.words th,
.words td {
  text-align: left;
  vertical-align: top;
}
.words .figure {
  text-align: right;
}
.former {
  display: block;
}
.small {
  font-size: 0.8125rem;
  margin-top: 0.5rem;
}
</style>
