<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
import FigureButton from '@/features/margin/FigureButton.vue'
import { unitHead, withUnit } from '@/design/format'
import { useCatalogue } from '@/stores/catalogue'
import type { Question } from '@/stores/margin'
import type { useSubject } from '@/stores/subject'

const props = defineProps<{ company: NonNullable<ReturnType<typeof useSubject>['company']> }>()

const catalogue = useCatalogue()

const standings = {
  better: { mark: '▲', text: 'better than the sector’s median' },
  worse: { mark: '▼', text: 'worse than the sector’s median' },
}
/** A cell of the ten years: a line of that year's report, or the metric as of that year. */
const question = (key: string, label: string, year: number): Question =>
  catalogue.byKey.has(key)
    ? { kind: 'metric', ticker: props.company.ticker, metric: key, year, label: `${label} ${year}` }
    : { kind: 'line', ticker: props.company.ticker, line: key, period: year * 10, basis: 'annual', label: `${label} ${year}` }
</script>

<template>
  <div>
    <p class="lead">{{ company.description }}</p>
    <p class="quiet">
      {{ company.sector }} · {{ company.country }} · ISIN {{ company.isin
      }}<template v-if="company.reporting_currency !== company.currency">
        · reports in {{ company.reporting_currency }}, trades in {{ company.currency }}</template
      >
    </p>
    <p v-if="company.delisting" class="attention">Delisted {{ company.delisting }}</p>
    <div class="sections">
      <section v-for="section in company.sections" :key="section.title">
        <h2>{{ section.title }}</h2>
        <SheetTable
          class="reading"
          :columns="[
            { key: 'figure', head: 'Figure', of: (entry) => entry.label },
            { key: 'value', head: 'Value' },
            { key: 'sector', head: 'Sector median', class: 'sector' },
          ]"
          :rows="section.figures"
          :row-key="(entry) => entry.key"
        >
          <template #cell-value="{ row: entry }">
            <FigureButton
              :figure="entry.figure"
              :question="{ kind: 'metric', ticker: company.ticker, metric: entry.key, label: entry.label }"
            />
          </template>
          <template #cell-sector="{ row: entry }">
            <span v-if="entry.standing" :class="entry.standing" :title="standings[entry.standing].text"
              >{{ standings[entry.standing].mark }}<span class="visually-hidden">{{ standings[entry.standing].text }}</span></span
            >
            <span v-if="entry.sector_median !== null && entry.figure.unit !== 'money'" class="quiet" title="Median of its sector">{{
              withUnit(entry.sector_median ?? 0, entry.figure.unit)
            }}</span>
          </template>
        </SheetTable>
      </section>
    </div>
    <section class="mt-6">
      <h2>Ten years</h2>
      <p v-if="!company.history.years.length" class="quiet">No annual report had been published by this day.</p>
      <SheetTable
        v-else
        label="Ten years"
        through-time
        :columns="[
          { key: 'line', head: `${company.reporting_currency} million unless said` },
          ...columnsOf<(typeof company.history.rows)[number]>(company.history.years),
        ]"
        :rows="company.history.rows"
        :row-key="(row) => row.key"
      >
        <template #cell-line="{ row }">
          {{ row.label }}
          <span v-if="row.figures[0]?.unit !== 'money'" class="quiet">{{
            unitHead(row.figures[0]?.unit ?? '', company.reporting_currency)
          }}</span>
        </template>
        <template #cell="{ row, column }">
          <FigureButton :figure="row.figures[column]!" cell :question="question(row.key, row.label, company.history.years[column]!)" />
        </template>
      </SheetTable>
    </section>
  </div>
</template>

<style scoped>
.lead {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-text);
  max-width: 820px;
}
.sections {
  columns: 3 310px;
  column-gap: calc(var(--space) * 8.5);
  margin-top: calc(var(--space) * 3.5);
}
section {
  break-inside: avoid;
  margin-bottom: calc(var(--space) * 3.5);
}
.reading :deep(td),
.reading :deep(tbody th) {
  height: 27px;
  padding: 0 var(--space);
}
.reading :deep(tbody th) {
  white-space: normal;
  line-height: 1.15;
}
/* The title says what the figures are; who cannot see them is told the columns. */
.reading :deep(thead) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.reading :deep(.sector) {
  width: 92px;
  font-size: var(--type-small);
}
</style>
