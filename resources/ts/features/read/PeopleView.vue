<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { computed, defineAsyncComponent } from 'vue'
import { api, ask } from '@/api/client'
import FigureButton from '@/features/margin/FigureButton.vue'
import { amount, number, percent } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAnswer } from '@/api/answer'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** Who owns the company and what they do. */
const props = defineProps<{ ticker: string; currency: string }>()
const session = useSession()
const { state, reload } = useAnswer(
  'people',
  () => ({ ticker: props.ticker, asOf: session.asOf }),
  ({ ticker, asOf }, signal) =>
    ask(api.GET('/companies/{ticker}/people', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
type People = NonNullable<typeof state.value.data>
const MARK = { '1': '▲ ', '-1': '▼ ', '0': '' }
const mark = (value: number): string => MARK[String(Math.sign(value)) as keyof typeof MARK]
const tone = (value: number): string => (value > 0 ? 'better' : value < 0 ? 'worse' : '')
const orDash = (value: number | null | undefined): string => (value == null ? '–' : amount(value))
const nettedColumns = computed<SheetColumn<People['netted'][number]>[]>(() => [
  { key: 'months', head: 'Months', of: (of) => of.months },
  { key: 'bought', head: 'Bought' },
  { key: 'sold', head: 'Sold' },
  { key: 'net', head: 'Net', of: (of) => `${mark(of.net)}${amount(of.net)}`, class: (of) => tone(of.net) },
  { key: 'bought_value', head: `Bought, ${props.currency}`, of: (of) => orDash(of.bought_value) },
  { key: 'sold_value', head: `Sold, ${props.currency}`, of: (of) => orDash(of.sold_value) },
])
const holderColumns: SheetColumn<People['holders'][number]>[] = [
  { key: 'holder', head: 'Holder', of: (of) => of.holder, by: (of) => of.holder },
  { key: 'kind', head: 'Kind', of: (of) => of.kind, by: (of) => of.kind },
  { key: 'shares', head: 'Shares', of: (of) => amount(of.shares), by: (of) => of.shares },
  {
    key: 'share',
    head: '% of the company',
    of: (of) => (of.share_of_company == null ? '–' : percent(of.share_of_company, 2)),
    by: (of) => of.share_of_company,
  },
  {
    key: 'change',
    head: 'Change',
    of: (of) => (of.change == null ? 'new' : `${mark(of.change)}${amount(of.change)}`),
    by: (of) => of.change,
    class: (of) => tone(of.change ?? 0),
  },
  { key: 'since', head: 'Since', of: (of) => of.since ?? '–' },
  { key: 'day', head: 'As of', of: (of) => of.day, by: (of) => of.day },
]
const tradeColumns: SheetColumn<People['trades'][number]>[] = [
  { key: 'day', head: 'Day', of: (of) => of.day, by: (of) => of.day },
  { key: 'insider', head: 'Who', of: (of) => of.insider, by: (of) => of.insider },
  { key: 'role', head: 'Role', of: (of) => of.role },
  {
    key: 'shares',
    head: 'Shares',
    of: (of) => `${of.shares > 0 ? '▲ bought' : '▼ sold'} ${amount(Math.abs(of.shares))}`,
    by: (of) => of.shares,
    class: (of) => (of.shares > 0 ? 'better' : 'worse'),
  },
  { key: 'price', head: 'Price', of: (of) => (of.price == null ? '–' : number(of.price, 2)), by: (of) => of.price },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <div class="sections">
        <section>
          <h2>Ownership</h2>
          <div v-for="entry in state.data.now" :key="entry.key" class="entry">
            <span>{{ entry.label }}</span>
            <FigureButton :figure="entry.figure" :question="{ kind: 'metric', ticker, metric: entry.key, label: entry.label }" />
          </div>
        </section>
        <section>
          <h2>Insiders' trades, netted</h2>
          <p v-if="!state.data.trades.length" class="quiet">No trade of an insider was reported by this day.</p>
          <SheetTable v-else :columns="nettedColumns" :rows="state.data.netted" :row-key="(window) => window.months">
            <template #cell-bought="{ row: window }"
              >{{ amount(window.bought) }} <span class="quiet">by {{ window.buyers }}</span></template
            >
            <template #cell-sold="{ row: window }"
              >{{ amount(window.sold) }} <span class="quiet">by {{ window.sellers }}</span></template
            >
          </SheetTable>
          <p class="quiet small">Purchases say more than sales: one sells for many reasons.</p>
        </section>
      </div>
      <section class="mt-5">
        <h2>Largest holders</h2>
        <p v-if="!state.data.holders.length" class="quiet">
          No holder was reported by this day. Holders can be imported under <router-link to="/data">Data</router-link>.
        </p>
        <SheetTable
          v-else
          class="holders"
          label="Holders"
          :columns="holderColumns"
          :rows="state.data.holders"
          :row-key="(holder) => holder.holder"
        />
      </section>
      <section v-if="state.data.trades.length" class="mt-5">
        <h2>Trades of insiders</h2>
        <SheetTable class="holders" label="Trades" :columns="tradeColumns" :rows="state.data.trades" :row-key="(_, i) => i" />
      </section>
      <div class="charts mt-5">
        <ChartFrame
          v-for="series in state.data.series"
          :key="series.name"
          :title="series.label"
          :labels="series.points.map((point) => point.day)"
          :series="[{ name: series.label, unit: 'million', values: series.points.map((point) => point.shares / 1e6) }]"
          :height="170"
          :show="(value: number) => number(value, 2)"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.sections {
  display: grid;
  grid-template-columns: minmax(260px, 1fr) minmax(520px, 2fr);
  gap: calc(var(--space) * 2.5) calc(var(--space) * 11);
}
.holders {
  max-height: 380px;
}
.charts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: calc(var(--space) * 4) calc(var(--space) * 8);
}
.small {
  font-size: var(--type-small);
}
</style>
