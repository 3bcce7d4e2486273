<script setup lang="ts">
import { computed } from 'vue'
import ChoiceField from '@/design/ChoiceField.vue'
import { kept } from '@/stores/kept'
import SheetTable from '@/design/SheetTable.vue'
import LoadState from '@/design/LoadState.vue'
import RangeScale from '@/design/RangeScale.vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import { columnsOf } from '@/design/sheet'
import FigureButton from '@/features/margin/FigureButton.vue'
import { unitHead, withUnit } from '@/design/format'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'
import type { Question } from '@/stores/margin'
import { useSubject } from '@/stores/subject'
import LayoutBar from './LayoutBar.vue'
import ReadingCharts from './ReadingCharts.vue'

const props = defineProps<{ company: NonNullable<ReturnType<typeof useSubject>['company']> }>()

const catalogue = useCatalogue()
const session = useSession()
const subject = useSubject()
const { state, reload } = useAnswer(
  'picture',
  () => ({ ticker: props.company.ticker, query: { ...(session.asOf ? { as_of: session.asOf } : {}), beside: props.company.beside } }),
  ({ ticker, query }, signal) => ask(api.GET('/companies/{ticker}/picture', { params: { path: { ticker }, query }, signal })),
)

const beside = kept.beside
const isBesidePeers = computed(() => props.company.beside === 'peers')
const standings = computed(() => ({
  better: { mark: '▲', text: `better than the ${isBesidePeers.value ? 'peers’' : 'sector’s'} median` },
  worse: { mark: '▼', text: `worse than the ${isBesidePeers.value ? 'peers’' : 'sector’s'} median` },
}))
function setBeside(beside: 'sector' | 'peers'): void {
  kept.beside.value = beside
  void subject.focus(props.company.ticker, props.company.layout ? String(props.company.layout.id) : null)
}
/** A cell of the ten years: a line of that year's report, or the metric as of that year. */
const question = (key: string, label: string, year: number): Question =>
  catalogue.byKey.has(key)
    ? { kind: 'metric', ticker: props.company.ticker, metric: key, year, label: `${label} ${year}` }
    : { kind: 'line', ticker: props.company.ticker, line: key, period: year * 10, basis: 'annual', label: `${label} ${year}` }
/** Amounts depend on size: beside those of others they say nothing. */
const hasPeers = (section: (typeof props.company.sections)[number]): boolean =>
  section.figures.some((entry) => entry.figure.unit !== 'money')
const metric = (key: string, label: string): Question => ({ kind: 'metric', ticker: props.company.ticker, metric: key, label })
</script>

<template>
  <div>
    <p class="lead">{{ company.description }}</p>
    <p class="quiet">
      <router-link :to="{ name: 'industry', params: { code: company.sector_code ?? '' } }">{{ company.sector }}</router-link> ·
      {{ company.country }} · ISIN {{ company.isin
      }}<template v-if="company.reporting_currency !== company.currency">
        · reports in {{ company.reporting_currency }}, trades in {{ company.currency }}</template
      >
    </p>
    <p v-if="company.delisting" class="attention">Delisted {{ company.delisting }}</p>
    <div class="bars">
      <LayoutBar :company="company" @chosen="(layout: string) => subject.focus(company.ticker, layout)" />
      <ChoiceField
        :model-value="beside"
        name="Beside whom figures are set"
        label="Beside"
        :choices="[
          ['sector', 'its sector'],
          ['peers', 'the peers I chose'],
        ]"
        @update:model-value="setBeside"
      />
      <span v-if="beside === 'peers' && !isBesidePeers" class="quiet">
        None are chosen yet, so it is the sector.
        <router-link :to="{ name: 'compare', params: { ticker: company.ticker } }">Choose peers</router-link>
      </span>
    </div>
    <LoadState :state="state" @again="reload" />
    <ReadingCharts v-if="state.data" :picture="state.data" :shown="company.arrangement.pictures" />
    <div class="sections">
      <section v-if="state.data?.scales.length && company.arrangement.pictures.includes('valuation')">
        <h2>Valuation</h2>
        <SheetTable
          class="reading"
          :columns="[
            { key: 'figure', head: '', of: (entry) => entry.label },
            { key: 'value', head: 'Now' },
            { key: 'scale', head: `Own ten years ▬ ${isBesidePeers ? 'peers' : 'sector'} ─`, class: 'scale' },
          ]"
          :rows="state.data.scales"
          :row-key="(entry) => entry.key"
        >
          <template #cell-value="{ row: entry }">
            <span v-if="entry.standing" :class="entry.standing" :title="standings[entry.standing].text"
              >{{ standings[entry.standing].mark }}<span class="visually-hidden">{{ standings[entry.standing].text }}</span></span
            >
            <FigureButton :figure="entry.figure" :question="metric(entry.key, entry.label)" />
          </template>
          <template #cell-scale="{ row: entry }">
            <RangeScale
              :now="entry.figure.value"
              :own="entry.own"
              :others="entry.sector"
              :text="(value: number) => withUnit(value, entry.figure.unit)"
            />
          </template>
        </SheetTable>
      </section>
      <section v-for="section in company.sections" :key="section.title">
        <h2>{{ section.title }}</h2>
        <SheetTable
          class="reading"
          :columns="[
            { key: 'figure', head: '', of: (entry) => entry.label },
            { key: 'value', head: 'Now' },
            ...(hasPeers(section) ? [{ key: 'sector', head: isBesidePeers ? 'Peers’ median' : 'Sector median', class: 'sector' }] : []),
          ]"
          :rows="section.figures"
          :row-key="(entry) => entry.key"
        >
          <template #cell-value="{ row: entry }">
            <span v-if="entry.standing" :class="entry.standing" :title="standings[entry.standing].text"
              >{{ standings[entry.standing].mark }}<span class="visually-hidden">{{ standings[entry.standing].text }}</span></span
            >
            <FigureButton :figure="entry.figure" :question="metric(entry.key, entry.label)" />
            <span v-if="entry.figure.unit === 'money' && entry.figure.state === 'value'" class="quiet currency">{{
              entry.figure.currency
            }}</span>
          </template>
          <template #cell-sector="{ row: entry }">
            <span v-if="entry.sector_median !== null && entry.figure.unit !== 'money'" class="quiet">{{
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
        v-else-if="company.history.rows.length"
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
.bars {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 calc(var(--space) * 6);
}
@media print {
  .bars {
    display: none;
  }
}
.lead {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-text);
  max-width: 1100px;
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
.reading :deep(thead th) {
  font-size: var(--type-fine);
  height: 22px;
  padding: 0 var(--space);
}
.reading :deep(.sector) {
  width: 92px;
  font-size: var(--type-small);
}
.reading .better,
.reading .worse {
  margin-right: calc(var(--space) * 0.75);
}
.currency {
  margin-left: calc(var(--space) * 1.5);
}
.reading :deep(.scale) {
  width: 158px;
}
</style>
