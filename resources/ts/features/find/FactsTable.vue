<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { number, percent } from '@/design/format'

/** What lines of daily values amount to, side by side, with their calendar years. */
const props = defineProps<{ lines: { name: string; performance: Schemas['Performance'] | null | undefined }[] }>()
const shown = computed(() => props.lines.filter((line) => line.performance))
const years = computed(() => [...new Set(shown.value.flatMap((line) => line.performance!.years.map((year) => year.year)))].sort())
const share = (value: number | null | undefined): string => (value == null ? '–' : `${percent(value)} %`)
const rows: { word: string; of: (p: Schemas['Performance']) => string; hint?: (p: Schemas['Performance']) => string }[] = [
  { word: '10,000 became', of: (p) => number(10000 * (1 + p.total), 0) },
  { word: 'Return a year', of: (p) => share(p.annual) },
  { word: 'Volatility', of: (p) => share(p.volatility) },
  { word: 'Sharpe ratio', of: (p) => (p.sharpe == null ? '–' : number(p.sharpe, 2)) },
  {
    word: 'Deepest fall',
    of: (p) => share(p.drawdown),
    hint: (p) =>
      p.drawdown_peak
        ? `${p.drawdown_peak} to ${p.drawdown_trough}, ${p.drawdown_recovery ? `made good on ${p.drawdown_recovery}` : 'not made good yet'}`
        : '',
  },
]
const year = (p: Schemas['Performance'], wanted: number) => p.years.find((entry) => entry.year === wanted)
</script>

<template>
  <SheetTable
    many
    class="facts"
    :columns="[{ key: 'word', head: '', of: (row) => row.word }, ...columnsOf<(typeof rows)[number]>(shown.map((line) => line.name))]"
    :rows="rows"
    :row-key="(row) => row.word"
  >
    <template #cell="{ row, column }"
      ><span :title="row.hint?.(shown[column]!.performance!)">{{ row.of(shown[column]!.performance!) }}</span></template
    >
    <template #foot>
      <tr v-for="entry in years" :key="entry">
        <th scope="row">
          {{ entry }}<span v-if="shown.some((line) => year(line.performance!, entry)?.whole === false)" class="quiet"> part</span>
        </th>
        <td v-for="line in shown" :key="line.name">{{ share(year(line.performance!, entry)?.return) }}</td>
      </tr>
    </template>
  </SheetTable>
</template>

<style scoped>
.facts {
  flex: none;
  max-width: 100%;
}
.facts :deep(table) {
  width: auto;
}
.facts :deep(tbody th) {
  white-space: nowrap;
}
.facts :deep(td),
.facts :deep(th) {
  height: 27px;
}
</style>
