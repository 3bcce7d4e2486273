<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { defineAsyncComponent } from 'vue'
import { api, ask } from '@/api/client'
import FigureButton from '@/features/margin/FigureButton.vue'
import { figureText, number, percent } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAnswer } from '@/api/answer'
import { useSession } from '@/stores/session'
import YearTable from './YearTable.vue'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** Dividends and the number of shares through time, and what the dividend withstands. */
const props = defineProps<{ ticker: string; reportingCurrency: string }>()
const session = useSession()
const { state, reload } = useAnswer(
  'dividends',
  () => ({ ticker: props.ticker, asOf: session.asOf }),
  ({ ticker, asOf }, signal) =>
    ask(api.GET('/companies/{ticker}/dividends', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const often: Record<number, string> = { 0: 'not at present', 1: 'once a year', 2: 'twice a year', 4: 'every quarter', 12: 'every month' }
const years = (count: number): string => (count === 1 ? '1 year' : `${count} years`)
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p v-if="!state.data.payments.length" class="quiet mb-4">No dividend had been paid by this day.</p>
      <template v-else>
        <p class="lead">
          Paid {{ often[state.data.frequency] ?? `${state.data.frequency} times a year` }};
          {{ state.data.years_rising ? `raised ${years(state.data.years_rising)} in a row` : 'not raised in the last complete year' }},
          {{ years(state.data.years_without_cut) }} without a cut<template v-if="state.data.cuts.length"
            >; cut in {{ state.data.cuts.join(', ') }}</template
          >.
        </p>
        <div class="sections">
          <section>
            <h2>Now</h2>
            <div v-for="entry in state.data.now" :key="entry.key" class="entry">
              <span>{{ entry.label }}</span>
              <FigureButton :figure="entry.figure" :question="{ kind: 'metric', ticker, metric: entry.key, label: entry.label }" />
            </div>
            <h3 class="mt-3">Growth a year</h3>
            <div v-for="entry in state.data.growth" :key="entry.years" class="entry">
              <span>{{ entry.years === 1 ? 'Latest year' : `${entry.years} years` }}</span>
              <span :title="entry.figure.reason ?? undefined">{{ figureText(entry.figure) }}</span>
            </div>
          </section>
          <section>
            <h2>What it withstands</h2>
            <p v-if="!state.data.endurance.falls.length" class="quiet">A fund has no accounts to pay from.</p>
            <div v-for="fall in state.data.endurance.falls" :key="fall.key" class="fall">
              <p>
                <template v-if="fall.withstands.value !== null">
                  <template v-if="fall.withstands.value >= 0">
                    {{ fall.label }} could fall by <strong>{{ percent(fall.withstands.value, 0) }} %</strong> before they no longer cover
                    it;
                  </template>
                  <template v-else>
                    {{ fall.label }} would have to rise: they cover {{ percent(1 / (1 - fall.withstands.value), 0) }} % of it;
                  </template>
                </template>
                <template v-else>{{ fall.label }}: {{ fall.withstands.reason }};</template>
                paid out is
                <FigureButton :figure="fall.payout" :question="{ kind: 'metric', ticker, metric: fall.key, label: fall.label }" />.
              </p>
              <p v-if="fall.fell !== null && state.data.endurance.downturn" class="quiet">
                In the downturn of {{ state.data.endurance.downturn.start.slice(0, 7) }} to
                {{ state.data.endurance.downturn.end.slice(0, 7) }} they
                {{ fall.fell < 0 ? `fell by ${percent(-fall.fell, 0)} %` : 'did not fall'
                }}<template v-if="fall.would_cover !== null"
                  >; the same once more {{ fall.would_cover ? 'would leave it covered' : 'would leave it uncovered' }}</template
                >.
              </p>
              <p v-else class="quiet">What they did in the last downturn is not known.</p>
            </div>
            <div v-for="entry in state.data.endurance.debt" :key="entry.key" class="entry">
              <span>{{ entry.label }}</span>
              <FigureButton :figure="entry.figure" :question="{ kind: 'metric', ticker, metric: entry.key, label: entry.label }" />
            </div>
          </section>
        </div>
        <ChartFrame
          v-if="state.data.years.length"
          class="mt-5"
          :title="`${ticker}: dividends a calendar year`"
          :labels="state.data.years.map((entry) => String(entry.year))"
          :series="[
            { name: 'Dividends a share', unit: state.data.currency, bars: true, values: state.data.years.map((entry) => entry.amount) },
          ]"
          :height="210"
          :show="(value: number) => number(value, 3)"
        />
        <ChartFrame
          v-if="state.data.yield_through_time.length"
          class="mt-4"
          :title="`${ticker}: yield of the last twelve months`"
          :labels="state.data.yield_through_time.map((point) => point.day)"
          :series="[
            { name: 'Yield', unit: '%', values: state.data.yield_through_time.map((point) => 100 * point.yield) },
            {
              name: 'Mean of five years',
              unit: '%',
              benchmark: true,
              values: state.data.yield_through_time.map((point) => (point.mean === null ? null : 100 * point.mean)),
            },
          ]"
          :height="210"
          :show="(value: number) => percent(value / 100, 2)"
        />
        <YearTable
          class="mt-5"
          title="Payout through the years"
          :ticker="ticker"
          :years="state.data.payout_through_time.years"
          :rows="state.data.payout_through_time.rows"
          :currency="reportingCurrency"
        />
      </template>
      <YearTable
        class="mt-5"
        title="Shares: dilution and repurchases"
        :ticker="ticker"
        :years="state.data.shares.years"
        :rows="state.data.shares.rows"
        :currency="reportingCurrency"
      />
      <section v-if="state.data.payments.length" class="mt-5">
        <h2>Payments</h2>
        <SheetTable
          class="payments"
          label="Payments"
          :columns="[
            { key: 'day', head: 'Ex-date', of: (payment) => payment.day },
            { key: 'amount', head: `${state.data.currency} a share, today's basis`, of: (payment) => number(payment.amount, 4) },
            { key: 'declared', head: 'As declared', of: (payment) => number(payment.declared, 4) },
            { key: 'special', head: '', heard: 'Kind', of: (payment) => (payment.special ? 'special' : '') },
          ]"
          :rows="state.data.payments"
          :row-key="(payment) => payment.day"
        />
      </section>
    </template>
  </div>
</template>

<style scoped>
.lead {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-text);
}
.sections {
  display: grid;
  grid-template-columns: minmax(280px, 2fr) minmax(420px, 3fr);
  gap: calc(var(--space) * 2.5) calc(var(--space) * 11);
  margin-top: calc(var(--space) * 2.5);
}
.fall {
  margin-bottom: calc(var(--space) * 3);
}
.small {
  font-size: var(--type-small);
}
.payments {
  max-height: 340px;
  max-width: 640px;
}
</style>
