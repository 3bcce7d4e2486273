<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import SheetTable from '@/design/SheetTable.vue'
import { change, number, percent } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import EntryForm from './EntryForm.vue'

/** What a trade would make of the portfolio; nothing is entered. */
const props = defineProps<{ holding: Schemas['Holding'] }>()
defineEmits<{ cancel: [] }>()
const session = useSession()
const notices = useNotices()
const told = ref<Schemas['WhatIf'] | null>(null)
async function show(body: Schemas['EntryBody']): Promise<void> {
  try {
    const query = session.asOf ? { as_of: session.asOf } : {}
    told.value = await ask(api.POST('/portfolios/{id}/what-if', { params: { path: { id: props.holding.id }, query }, body }))
  } catch (error) {
    notices.fail(error)
  }
}
interface Row {
  word: string
  before: string
  after: string
  moved: string
}
const rows = computed((): Row[] => {
  if (!told.value) return []
  const { before, after } = told.value
  const cash = (of: Schemas['WhatIfPart']): number => of.cash.reduce((sum, one) => sum + (one.value ?? 0), 0)
  const row = (
    word: string,
    a: number | null | undefined,
    b: number | null | undefined,
    show: (of: number) => string,
    points = false,
  ): Row => ({
    word,
    before: a == null ? '–' : show(a),
    after: b == null ? '–' : show(b),
    moved: a == null || b == null || a === b ? '' : points ? `${change(b - a)} points` : `${b > a ? '▲ ' : '▼ '}${show(Math.abs(b - a))}`,
  })
  const money = (of: number): string => number(of, 0)
  const share = (of: number): string => `${percent(of)} %`
  const tickers = [...new Set([...before.positions, ...after.positions].map((of) => of.ticker))]
  const moved = tickers.filter((ticker) => {
    const at = (part: Schemas['WhatIfPart']): number => part.positions.find((of) => of.ticker === ticker)?.quantity ?? 0
    return at(before) !== at(after)
  })
  const weight = (part: Schemas['WhatIfPart'], ticker: string): number => part.positions.find((of) => of.ticker === ticker)?.weight ?? 0
  const sectors = [...new Set([...before.exposure.sectors, ...after.exposure.sectors].map((of) => of.name))]
  const sector = (part: Schemas['WhatIfPart'], name: string): number => part.exposure.sectors.find((of) => of.name === name)?.weight ?? 0
  return [
    row('Cash', cash(before), cash(after), money),
    ...moved.map((ticker) => row(`Weight of ${ticker}`, weight(before, ticker), weight(after, ticker), share, true)),
    ...sectors
      .filter((name) => name !== 'cash' && Math.abs(sector(before, name) - sector(after, name)) > 5e-4)
      .map((name) => row(name, sector(before, name), sector(after, name), share, true)),
    row('Largest five', before.exposure.largest_share, after.exposure.largest_share, share, true),
    row('As concentrated as so many equal positions', before.exposure.effective, after.exposure.effective, (of) => number(of, 1)),
    row('Gain realised', before.realised, after.realised, money),
  ]
})
const columns: SheetColumn<Row>[] = [
  { key: 'word', head: '', of: (of) => of.word },
  { key: 'before', head: 'Now', of: (of) => of.before },
  { key: 'after', head: 'Then', of: (of) => of.after },
  { key: 'moved', head: '', heard: 'Change', of: (of) => of.moved },
]
</script>

<template>
  <section class="what-if">
    <EntryForm
      :holding="holding"
      :entry="null"
      title="What if I traded?"
      verb="Show"
      :types="['buy', 'sell']"
      @save="show"
      @cancel="$emit('cancel')"
    />
    <SheetTable v-if="told" label="What the trade would make of it" :columns="columns" :rows="rows" :row-key="(of) => of.word" />
    <p v-if="told" class="quiet">Nothing is entered.</p>
  </section>
</template>

<style scoped>
.what-if {
  max-width: 900px;
  margin-bottom: calc(var(--space) * 5);
}
</style>
