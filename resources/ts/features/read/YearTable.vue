<script setup lang="ts">
import type { Schemas } from '@/api/client'
import FigureButton from '@/features/margin/FigureButton.vue'
import SparkLine from '@/design/SparkLine.vue'
import { unitHead } from '@/design/format'
import { useCatalogue } from '@/stores/catalogue'
import type { Question } from '@/stores/margin'

/** Figures by fiscal year, each with its working behind it. */
defineProps<{ title: string; ticker: string; years: number[]; rows: Schemas['FigureRow'][]; currency: string }>()
const catalogue = useCatalogue()
const question = (ticker: string, row: Schemas['FigureRow'], year: number): Question =>
  catalogue.byKey.has(row.key)
    ? { kind: 'metric', ticker, metric: row.key, year, label: `${row.label} ${year}` }
    : { kind: 'line', ticker, line: row.key, period: year * 10, basis: 'annual', label: `${row.label} ${year}` }
</script>

<template>
  <section v-if="rows.length">
    <h2>{{ title }}</h2>
    <div class="scroll" tabindex="0" :aria-label="`${title}, scrollable`">
      <table class="sheet many">
        <thead>
          <tr>
            <th>{{ currency }} million unless said</th>
            <th v-for="year in years" :key="year">{{ year }}</th>
            <th><span class="visually-hidden">Course</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.key">
            <th scope="row">
              {{ row.label }}
              <span v-if="row.figures[0] && row.figures[0].unit !== 'money'" class="quiet unit">{{
                unitHead(row.figures[0].unit, currency)
              }}</span>
            </th>
            <td v-for="(figure, i) in row.figures" :key="i">
              <FigureButton :figure="figure" cell :question="question(ticker, row, years[i]!)" />
            </td>
            <td><SparkLine :values="row.figures.map((figure) => figure.value)" :label="`Course of ${row.label}`" /></td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.unit {
  margin-left: 0.4em;
}
</style>
