<script setup lang="ts">
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
  <table class="sheet many facts">
    <thead>
      <tr>
        <th></th>
        <th v-for="line in shown" :key="line.name" scope="col">{{ line.name }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.word">
        <th scope="row">{{ row.word }}</th>
        <td v-for="line in shown" :key="line.name" :title="row.hint?.(line.performance!)">{{ row.of(line.performance!) }}</td>
      </tr>
      <tr v-for="entry in years" :key="entry">
        <th scope="row">
          {{ entry }}<span v-if="shown.some((line) => year(line.performance!, entry)?.whole === false)" class="quiet"> part</span>
        </th>
        <td v-for="line in shown" :key="line.name">{{ share(year(line.performance!, entry)?.return) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.facts {
  width: auto;
  min-width: 340px;
  border-collapse: separate;
  border-spacing: 0;
}
.facts td,
.facts th {
  height: 27px;
}
</style>
