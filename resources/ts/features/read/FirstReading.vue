<script setup lang="ts">
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
        <table class="sheet">
          <thead class="visually-hidden">
            <tr>
              <th>Figure</th>
              <th>Value</th>
              <th>Sector median</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="entry in section.figures" :key="entry.key">
              <th scope="row">{{ entry.label }}</th>
              <td>
                <FigureButton
                  :figure="entry.figure"
                  :question="{ kind: 'metric', ticker: company.ticker, metric: entry.key, label: entry.label }"
                />
              </td>
              <td class="sector">
                <span v-if="entry.standing" :class="entry.standing" :title="standings[entry.standing].text"
                  >{{ standings[entry.standing].mark }}<span class="visually-hidden">{{ standings[entry.standing].text }}</span></span
                >
                <span v-if="entry.sector_median !== null && entry.figure.unit !== 'money'" class="quiet" title="Median of its sector">{{
                  withUnit(entry.sector_median ?? 0, entry.figure.unit)
                }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
    <section class="mt-6">
      <h2>Ten years</h2>
      <p v-if="!company.history.years.length" class="quiet">No annual report had been published by this day.</p>
      <div v-else class="scroll" tabindex="0" aria-label="Ten years, scrollable">
        <table class="sheet">
          <thead>
            <tr>
              <th>{{ company.reporting_currency }} million unless said</th>
              <th v-for="year in company.history.years" :key="year">{{ year }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in company.history.rows" :key="row.key">
              <th scope="row">
                {{ row.label }}
                <span v-if="row.figures[0]?.unit !== 'money'" class="quiet">{{
                  unitHead(row.figures[0]?.unit ?? '', company.reporting_currency)
                }}</span>
              </th>
              <td v-for="(figure, i) in row.figures" :key="i">
                <FigureButton :figure="figure" cell :question="question(row.key, row.label, company.history.years[i]!)" />
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </div>
</template>

<style scoped>
.lead {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: 1.06rem;
  max-width: 820px;
}
.sections {
  columns: 3 310px;
  column-gap: 34px;
  margin-top: 14px;
}
section {
  break-inside: avoid;
  margin-bottom: 14px;
}
.sections table.sheet td,
.sections table.sheet tbody th {
  height: 27px;
  padding: 0 4px;
}
.sections table.sheet tbody th {
  white-space: normal;
}
.sector {
  width: 92px;
  font-size: 0.86rem;
}
</style>
