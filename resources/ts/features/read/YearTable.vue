<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
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
    <SheetTable
      many
      through-time
      :label="title"
      :columns="[
        { key: 'line', head: `${currency} million unless said` },
        ...columnsOf<(typeof rows)[number]>(years),
        { key: 'course', head: 'Course' },
      ]"
      :rows="rows"
      :row-key="(row) => row.key"
    >
      <template #head-course><span class="visually-hidden">Course</span></template>
      <template #cell-line="{ row }">
        {{ row.label }}
        <span v-if="row.figures[0] && row.figures[0].unit !== 'money'" class="quiet unit">{{
          unitHead(row.figures[0].unit, currency)
        }}</span>
      </template>
      <template #cell="{ row, column }">
        <FigureButton :figure="row.figures[column]!" cell :question="question(ticker, row, years[column]!)" />
      </template>
      <template #cell-course="{ row }"
        ><SparkLine :values="row.figures.map((figure) => figure.value)" :label="`Course of ${row.label}`"
      /></template>
    </SheetTable>
  </section>
</template>

<style scoped>
.unit {
  margin-left: 0.4em;
}
</style>
