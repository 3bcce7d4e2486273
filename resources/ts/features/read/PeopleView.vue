<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
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
          <table v-else class="sheet">
            <thead>
              <tr>
                <th>Months</th>
                <th>Bought</th>
                <th>Sold</th>
                <th>Net</th>
                <th>Bought, {{ currency }}</th>
                <th>Sold, {{ currency }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="window in state.data.netted" :key="window.months">
                <th scope="row">{{ window.months }}</th>
                <td>
                  {{ amount(window.bought) }} <span class="quiet">by {{ window.buyers }}</span>
                </td>
                <td>
                  {{ amount(window.sold) }} <span class="quiet">by {{ window.sellers }}</span>
                </td>
                <td :class="window.net > 0 ? 'better' : window.net < 0 ? 'worse' : ''">
                  {{ window.net > 0 ? '▲' : window.net < 0 ? '▼' : '' }} {{ amount(window.net) }}
                </td>
                <td>{{ window.bought_value === null ? '–' : amount(window.bought_value ?? 0) }}</td>
                <td>{{ window.sold_value === null ? '–' : amount(window.sold_value ?? 0) }}</td>
              </tr>
            </tbody>
          </table>
          <p class="quiet small">Purchases say more than sales: one sells for many reasons.</p>
        </section>
      </div>
      <section class="mt-5">
        <h2>Largest holders</h2>
        <p v-if="!state.data.holders.length" class="quiet">
          No holder was reported by this day. Holders can be imported under <router-link to="/data">Data</router-link>.
        </p>
        <div v-else class="scroll holders" tabindex="0" aria-label="Holders, scrollable">
          <table class="sheet">
            <thead>
              <tr>
                <th>Holder</th>
                <th>Kind</th>
                <th>Shares</th>
                <th>% of the company</th>
                <th>Change</th>
                <th>Since</th>
                <th>As of</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="holder in state.data.holders" :key="holder.holder">
                <th scope="row">{{ holder.holder }}</th>
                <td>{{ holder.kind }}</td>
                <td>{{ amount(holder.shares) }}</td>
                <td>{{ holder.share_of_company === null ? '–' : percent(holder.share_of_company ?? 0, 2) }}</td>
                <td :class="(holder.change ?? 0) > 0 ? 'better' : (holder.change ?? 0) < 0 ? 'worse' : ''">
                  {{
                    holder.change === null
                      ? 'new'
                      : `${(holder.change ?? 0) > 0 ? '▲ ' : (holder.change ?? 0) < 0 ? '▼ ' : ''}${amount(holder.change ?? 0)}`
                  }}
                </td>
                <td>{{ holder.since ?? '–' }}</td>
                <td>{{ holder.day }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <section v-if="state.data.trades.length" class="mt-5">
        <h2>Trades of insiders</h2>
        <div class="scroll holders" tabindex="0" aria-label="Trades, scrollable">
          <table class="sheet">
            <thead>
              <tr>
                <th>Day</th>
                <th>Who</th>
                <th>Role</th>
                <th>Shares</th>
                <th>Price</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(trade, i) in state.data.trades" :key="i">
                <th scope="row">{{ trade.day }}</th>
                <td>{{ trade.insider }}</td>
                <td>{{ trade.role }}</td>
                <td :class="trade.shares > 0 ? 'better' : 'worse'">
                  {{ trade.shares > 0 ? '▲ bought' : '▼ sold' }} {{ amount(Math.abs(trade.shares)) }}
                </td>
                <td>{{ trade.price === null ? '–' : number(trade.price ?? 0, 2) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
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
  gap: 10px 44px;
}
.holders {
  max-height: 380px;
}
.charts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px 32px;
}
.small {
  font-size: 0.85rem;
}
</style>
