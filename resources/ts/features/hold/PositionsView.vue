<script setup lang="ts">
import { computed, ref } from 'vue'
import { type Schemas } from '@/api/client'
import SheetTable from '@/design/SheetTable.vue'
import { change, counted, number, percent, tone } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import ReportMenu from '@/design/ReportMenu.vue'
import ActionProposals from './ActionProposals.vue'
import WhatIf from './WhatIf.vue'

/** What is held, what it is worth beside what it cost, and what stands between worth and money paid in. */
const props = defineProps<{ holding: Schemas['Holding'] }>()
const emit = defineEmits<{ changed: [] }>()
type Position = Schemas['Position']
const PARTS: [string, string][] = [
  ['summary', 'Worth'],
  ['positions', 'Positions'],
  ['return', 'Return'],
  ['exposure', 'What it depends on'],
  ['income', 'Income'],
  ['reasons', 'Reasons that broke'],
]
const asking = ref(false)
const money = (of: number | null | undefined): string => (of == null ? '–' : number(of, 0))
const signed = (of: number | null | undefined): string =>
  of == null ? '–' : `${of > 0 ? '▲ ' : of < 0 ? '▼ ' : ''}${number(Math.abs(of), 0)}`
const quantity = (of: number): string => number(of, Number.isInteger(of) ? 0 : Math.min(4, String(of).split('.')[1]?.length ?? 0))
const currencies = computed(() => new Set(props.holding.positions.map((of) => of.currency)).size > 1 || props.holding.cash.length > 1)
const cash = computed(() =>
  props.holding.cash.reduce<number | null>((sum, of) => (sum === null || of.value === null ? null : sum + of.value), 0),
)
const largest = computed(() => Math.max(0, ...props.holding.positions.map((of) => of.weight ?? 0)))
/** From what was paid in to what it is worth. */
const steps = computed(() => {
  const of = props.holding
  return [
    { word: 'Paid in', value: of.contributed, whole: true },
    { word: 'Gains not realised', value: of.unrealised },
    { word: 'Gains realised', value: of.realised },
    { word: 'Dividends and interest', value: of.dividends === null || of.interest === null ? null : of.dividends + of.interest },
    { word: 'Taxes and fees', value: of.taxes === null || of.fees === null ? null : -(of.taxes + of.fees) },
  ].filter((step) => step.whole || step.value !== 0)
})
const columns = computed((): SheetColumn<Position>[] => [
  { key: 'name', head: 'Position', by: (of) => of.name },
  { key: 'quantity', head: 'Quantity', of: (of) => quantity(of.quantity) },
  { key: 'average', head: 'Cost a unit', of: (of) => number(of.average_cost, 2) },
  { key: 'price', head: 'Price', of: (of) => (of.price === null ? '–' : number(of.price, 2)) },
  ...(currencies.value ? [{ key: 'currency', head: 'in', of: (of: Position) => of.currency, class: 'left' }] : []),
  { key: 'day', head: 'Day, %', of: (of) => change(of.day_change), by: (of) => of.day_change, class: (of) => tone(of.day_change) },
  { key: 'value', head: `Worth, ${props.holding.currency}`, of: (of) => money(of.value), by: (of) => of.value },
  { key: 'weight', head: 'Weight, %', by: (of) => of.weight },
  { key: 'gain', head: 'Not realised', of: (of) => signed(of.unrealised), by: (of) => of.unrealised, class: (of) => tone(of.unrealised) },
  {
    key: 'return',
    head: '%',
    of: (of) => change(of.unrealised_return),
    by: (of) => of.unrealised_return,
    class: (of) => tone(of.unrealised_return),
  },
  ...(currencies.value
    ? [
        { key: 'local', head: 'by price', of: (of: Position) => signed(of.unrealised_price), by: (of: Position) => of.unrealised_price },
        {
          key: 'fx',
          head: 'by currency',
          of: (of: Position) => signed(of.unrealised_currency),
          by: (of: Position) => of.unrealised_currency,
        },
      ]
    : []),
  { key: 'realised', head: 'Realised', of: (of) => signed(of.realised), by: (of) => of.realised },
  { key: 'income', head: 'Income', of: (of) => money(of.income), by: (of) => of.income },
])
const closed: SheetColumn<Schemas['ClosedPosition']>[] = [
  { key: 'name', head: 'Held no more' },
  { key: 'realised', head: 'Realised', of: (of) => signed(of.realised), by: (of) => of.realised, class: (of) => tone(of.realised) },
  { key: 'income', head: 'Income', of: (of) => money(of.income), by: (of) => of.income },
]
</script>

<template>
  <div>
    <p v-if="!holding.entries" class="quiet">
      No transactions yet. Enter the first under
      <router-link :to="{ name: 'hold', params: { portfolio: holding.id, view: 'entries' } }">Transactions</router-link>, or hand in a file
      under <router-link :to="{ name: 'hold', params: { portfolio: holding.id, view: 'files' } }">Files</router-link>.
    </p>
    <template v-else>
      <div class="worth">
        <div>
          <strong class="total" data-testid="worth">{{ money(holding.total) }}</strong> {{ holding.currency }}
          <div class="quiet">
            on {{ holding.as_of }}<template v-if="holding.keeps_cash">, {{ money(cash) }} of it cash</template>
          </div>
        </div>
        <dl>
          <div v-for="step in steps" :key="step.word">
            <dt>{{ step.word }}</dt>
            <dd :class="step.whole ? '' : tone(step.value)">{{ step.whole ? money(step.value) : signed(step.value) }}</dd>
          </div>
        </dl>
        <v-btn size="small" @click="asking = !asking">What if I traded?</v-btn>
        <ReportMenu :address="`/api/v1/portfolios/${holding.id}/report`" :parts="PARTS" />
      </div>
      <p v-if="holding.total === null" class="attention">
        A price or an exchange rate of this day is not known, so the whole has no worth; what is known stands below.
      </p>
      <WhatIf v-if="asking" :holding="holding" @cancel="asking = false" />
      <ActionProposals :holding="holding" @changed="emit('changed')" />
      <SheetTable
        v-if="holding.positions.length"
        label="Positions"
        :columns="columns"
        :rows="holding.positions"
        :row-key="(of) => of.key"
        :many="currencies"
      >
        <template #cell-name="{ row }">
          <router-link v-if="row.company !== null" :to="{ name: 'read', params: { ticker: row.ticker } }">{{ row.name }}</router-link>
          <template v-else>{{ row.name }}</template>
          <span class="quiet ticker">{{ row.ticker }}</span>
          <router-link
            v-if="row.broken.length"
            :to="{ name: 'decide', params: { ticker: row.ticker } }"
            class="worse"
            :title="row.broken.join(' · ')"
          >
            ✕ {{ counted(row.broken.length, 'reason') }}</router-link
          >
        </template>
        <template #cell-price="{ row }">
          <span :title="row.priced_on ? `of ${row.priced_on}` : 'no price is known'"
            >{{ row.price === null ? '–' : number(row.price, 2)
            }}<span v-if="row.priced_on && row.priced_on < holding.as_of" class="attention"> *</span></span
          >
        </template>
        <template #cell-weight="{ row }">
          <span class="weight"
            ><i v-if="row.weight" :style="{ width: `${(52 * row.weight) / (largest || 1)}px` }"></i
            >{{ row.weight === null ? '–' : percent(row.weight) }}</span
          >
        </template>
      </SheetTable>
      <p v-if="holding.positions.some((of) => of.priced_on && of.priced_on < holding.as_of)" class="quiet">* a price of an earlier day.</p>
      <p v-if="holding.keeps_cash && holding.cash.length" class="cash">
        Cash:
        <span v-for="of in holding.cash" :key="of.currency" :class="of.amount < 0 ? 'worse' : ''"
          >{{ number(of.amount, 2) }} {{ of.currency
          }}<template v-if="of.currency !== holding.currency"> ({{ money(of.value) }} {{ holding.currency }})</template></span
        >
      </p>
      <SheetTable
        v-if="holding.closed.length"
        class="mt-4 closed"
        label="Held no more"
        :columns="closed"
        :rows="holding.closed"
        :row-key="(of) => of.key"
      >
        <template #cell-name="{ row }"
          >{{ row.name }} <span class="quiet">{{ row.ticker }}</span></template
        >
      </SheetTable>
    </template>
  </div>
</template>

<style scoped>
.worth {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: calc(var(--space) * 3) calc(var(--space) * 10);
  margin-bottom: calc(var(--space) * 3);
}
.total {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-display);
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: 0 calc(var(--space) * 6);
  margin: calc(var(--space) * 2) 0 0;
}
dt {
  font-size: var(--type-small);
  color: rgb(var(--v-theme-quiet));
}
dd {
  margin: 0;
}
.ticker {
  margin-left: calc(var(--space) * 2);
}
.weight {
  display: inline-flex;
  align-items: center;
  justify-content: flex-end;
  gap: calc(var(--space) * 1.5);
}
.weight i {
  display: inline-block;
  height: 9px;
  background: rgb(var(--v-theme-primary));
  opacity: 0.55;
}
.cash {
  display: flex;
  flex-wrap: wrap;
  gap: calc(var(--space) * 4);
  margin-top: calc(var(--space) * 3);
}
.closed {
  max-width: 620px;
}
</style>
