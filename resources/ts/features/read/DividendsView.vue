<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { defineAsyncComponent } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import FigureButton from '@/features/margin/FigureButton.vue'
import { figureText, number, percent, withUnit } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'
import YearTable from './YearTable.vue'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** Dividends and the number of shares through time, and how safe the dividend is. */
const props = defineProps<{ ticker: string; reportingCurrency: string }>()
const session = useSession()
const catalogue = useCatalogue()
const { state, reload } = useAnswer(
  'dividends',
  () => ({ ticker: props.ticker, asOf: session.asOf }),
  ({ ticker, asOf }, signal) =>
    ask(api.GET('/companies/{ticker}/dividends', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const often: Record<number, string> = { 0: 'not at present', 1: 'once a year', 2: 'twice a year', 4: 'every quarter', 12: 'every month' }
const years = (count: number): string => (count === 1 ? '1 year' : `${count} years`)
const bound = (value: number, part: Schemas['Dividends']['safety']['parts'][number]): string => withUnit(value, part.figure.unit)
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
            <h2>How safe it is</h2>
            <p v-if="state.data.safety.score.value !== null" class="score">
              {{ number(state.data.safety.score.value ?? 0, 0) }} <span class="quiet">of 100</span>
            </p>
            <p v-else class="quiet">{{ state.data.safety.score.reason }}</p>
            <div v-for="part in state.data.safety.parts" :key="part.key" class="part">
              <span>
                {{ part.label }}
                <span class="quiet small">all at {{ bound(part.best, part) }}, none at {{ bound(part.worst, part) }}</span>
              </span>
              <FigureButton
                v-if="catalogue.byKey.has(part.key)"
                :figure="part.figure"
                :question="{ kind: 'metric', ticker, metric: part.key, label: part.label }"
              />
              <span v-else :title="part.figure.reason ?? undefined">{{ figureText(part.figure) }}</span>
              <span class="points">
                <template v-if="part.points !== null">{{ number(part.points ?? 0, 1) }} of {{ part.weight }}</template>
                <span v-else class="quiet" :title="part.figure.reason ?? undefined">left out</span>
              </span>
            </div>
            <p class="quiet small mt-1">Points add up; parts without a figure are left out and the rest is scaled to 100.</p>
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
            { key: 'special', head: '', of: (payment) => (payment.special ? 'special' : '') },
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
.score {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-display);
  line-height: 1.2;
}
.part {
  display: grid;
  grid-template-columns: 1fr auto 84px;
  gap: calc(var(--space) * 2.5);
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  padding: var(--space) 0;
}
.points {
  text-align: right;
}
.small {
  font-size: var(--type-small);
}
.payments {
  max-height: 340px;
  max-width: 640px;
}
</style>
