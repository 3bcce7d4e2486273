<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import type { Series } from '@/design/ChartFrame.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { counted, number, percent } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useSession } from '@/stores/session'

const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

/** Income of each month, received and to be expected. */
const props = defineProps<{ holding: Schemas['Holding'] }>()
const session = useSession()
const { state, reload } = useAnswer(
  'portfolio income',
  () => ({ id: props.holding.id, revision: props.holding.revision, asOf: session.asOf }),
  ({ id, asOf }, signal) =>
    ask(api.GET('/portfolios/{id}/income', { params: { path: { id }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const BACK = 36
/** Months one after another, none left out. */
const months = computed(() => {
  const data = state.value.data
  const known = [...(data?.received ?? []), ...(data?.expected ?? [])].map((of) => of.month).sort()
  if (!known.length) return []
  const all: string[] = []
  for (let [year, month] = known[0]!.split('-').map(Number) as [number, number]; ;) {
    const label = `${year}-${String(month).padStart(2, '0')}`
    all.push(label)
    if (label >= known.at(-1)!) break
    if (++month > 12) [year, month] = [year + 1, 1]
  }
  return all.slice(-(BACK + 12))
})
const series = computed((): Series[] => {
  const data = state.value.data
  const received = new Map((data?.received ?? []).map((of) => [of.month, of.dividends + of.interest]))
  const expected = new Map((data?.expected ?? []).map((of) => [of.month, of.gross]))
  const unit = data?.currency ?? ''
  return [
    { name: 'Received, before tax', unit, bars: true, values: months.value.map((month) => received.get(month) ?? null) },
    { name: 'To be expected', unit, bars: true, benchmark: true, values: months.value.map((month) => expected.get(month) ?? null) },
  ]
})
const columns = computed((): SheetColumn<Schemas['Payer']>[] => [
  { key: 'name', head: 'Next twelve months' },
  { key: 'payments', head: 'Paid', of: (of) => `${counted(of.payments.length, 'time')}, next about ${of.payments[0]}`, class: 'left' },
  { key: 'gross', head: `Before tax, ${props.holding.currency}`, of: (of) => number(of.gross, 0), by: (of) => of.gross },
  { key: 'net', head: 'After tax', of: (of) => number(of.net, 0), by: (of) => of.net },
  { key: 'yield', head: 'of its worth, %', of: (of) => (of.yield === null ? '–' : percent(of.yield)), by: (of) => of.yield },
])
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p>
        To be expected of the next twelve months: <strong>{{ number(state.data.gross, 0) }} {{ state.data.currency }}</strong
        >, {{ number(state.data.net, 0) }} after tax<template v-if="state.data.yield !== null"
          >, {{ percent(state.data.yield) }} % of what the positions are worth</template
        >. Each is taken to pay what it paid last, as often; nothing grows, and what was special is not paid again.
      </p>
      <ChartFrame
        v-if="months.length"
        title="Income by month"
        :labels="months"
        :series="series"
        :show="(value: number) => number(value, 0)"
        class="mt-3"
      />
      <p v-else class="quiet">Nothing was received, and nothing that is held has paid a dividend within a year.</p>
      <SheetTable
        v-if="state.data.positions.length"
        class="mt-4"
        label="Income to be expected"
        :columns="columns"
        :rows="state.data.positions"
        :row-key="(of) => of.ticker"
      >
        <template #cell-name="{ row }">
          <router-link v-if="row.is_company" :to="{ name: 'read', params: { ticker: row.ticker, view: 'dividends' } }">{{
            row.name
          }}</router-link>
          <template v-else>{{ row.name }}</template>
        </template>
      </SheetTable>
    </template>
  </div>
</template>
