<script setup lang="ts">
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { counted, number } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useSession } from '@/stores/session'

/** What is held lot by lot, and what was sold of which cost, to the last digit. */
const props = defineProps<{ holding: Schemas['Holding'] }>()
const session = useSession()
const { state, reload } = useAnswer(
  'portfolio lots',
  () => ({ id: props.holding.id, revision: props.holding.revision, asOf: session.asOf }),
  ({ id, asOf }, signal) => ask(api.GET('/portfolios/{id}/lots', { params: { path: { id }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const years = (days: number): string => (days < 365 ? counted(days, 'day') : `${number(days / 365.25, 1)} years`)
const lots: SheetColumn<Schemas['HeldLot']>[] = [
  { key: 'name', head: 'Lot', of: (of) => `${of.name} ${of.ticker}`, by: (of) => of.name },
  { key: 'acquired', head: 'Acquired', of: (of) => of.acquired, by: (of) => of.acquired },
  { key: 'held', head: 'Held for', of: (of) => years(of.held_days), by: (of) => of.held_days },
  { key: 'quantity', head: 'Quantity', of: (of) => of.quantity, by: (of) => Number(of.quantity) },
  { key: 'cost', head: 'Cost', of: (of) => of.cost, by: (of) => Number(of.cost) },
  { key: 'currency', head: 'in', of: (of) => of.currency, class: 'left' },
]
const sales: SheetColumn<Schemas['LotSale']>[] = [
  { key: 'name', head: 'Sold', of: (of) => `${of.name} ${of.ticker}`, by: (of) => of.name },
  { key: 'day', head: 'Day', of: (of) => of.day, by: (of) => of.day },
  { key: 'quantity', head: 'Quantity', of: (of) => of.quantity },
  { key: 'proceeds', head: 'Proceeds', of: (of) => of.proceeds },
  { key: 'cost', head: 'Cost', of: (of) => of.cost },
  {
    key: 'gain',
    head: 'Gain',
    of: (of) => of.gain.replace('-', '−'),
    by: (of) => Number(of.gain),
    class: (of) => (of.gain.startsWith('-') ? 'worse' : 'better'),
  },
  { key: 'currency', head: 'in', of: (of) => of.currency, class: 'left' },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p v-if="!state.data.lots.length && !state.data.sales.length" class="quiet">Nothing is held and nothing was sold.</p>
      <SheetTable
        v-if="state.data.lots.length"
        label="Lots"
        :columns="lots"
        :rows="state.data.lots"
        :row-key="(of, i) => `${of.id}-${i}`"
      />
      <SheetTable
        v-if="state.data.sales.length"
        class="mt-6"
        label="Sales"
        :columns="sales"
        :rows="state.data.sales"
        :row-key="(of, i) => `${of.id}-${i}`"
      />
    </template>
  </div>
</template>
