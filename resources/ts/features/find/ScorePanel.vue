<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf, type SheetColumn } from '@/design/sheet'
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { csv, download } from '@/design/download'
import { number, percent, withUnit } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'
import CompanyHead from './CompanyHead.vue'
import type { Definition } from './screen'

/** The criteria as scores: how many does each company of the universe pass, which fail, by how much? */
const props = defineProps<{ definition: Definition; usable: boolean }>()
const session = useSession()
const catalogue = useCatalogue()
const limit = ref(200)
const { state } = useAnswer(
  'screens/score',
  () => ({ screen: props.definition, as_of: session.asOf, limit: limit.value }),
  (body, signal) => (props.usable ? ask(api.POST('/screens/score', { body, signal })) : null),
)
const metricOf = (criterion: string): string => /[a-z][a-z0-9_]*/.exec(criterion)?.[0] ?? ''
const unitOf = (criterion: string): string => (criterion.includes('(') ? 'ratio' : catalogue.unit(metricOf(criterion)))
const sort = ref<number | 'score' | 'failed' | 'undecidable'>('score')
const rows = computed(() => {
  const all = [...(state.value.data?.rows ?? [])]
  const by = sort.value
  if (by === 'failed') all.sort((a, b) => b.failed - a.failed)
  else if (by === 'undecidable') all.sort((a, b) => b.undecidable - a.undecidable)
  else if (by !== 'score') all.sort((a, b) => (b.marks[by]!.relative ?? -Infinity) - (a.marks[by]!.relative ?? -Infinity))
  return all
})
const words = { pass: '✓', fail: '✗', undecidable: '?' }
function miss(mark: Schemas['ScoreRow']['marks'][number], criterion: string): string {
  if (mark.state === 'undecidable') return 'cannot be decided'
  if (mark.actual === null) return mark.state === 'pass' ? 'passes' : 'fails'
  const by = mark.relative === null ? '' : `, ${percent(Math.abs(mark.relative))} % ${mark.relative >= 0 ? 'to spare' : 'short'}`
  return `${withUnit(mark.actual, unitOf(criterion))} against ${withUnit(mark.required!, unitOf(criterion))}${by}`
}
function save(): void {
  const data = state.value.data!
  download(
    `${props.definition.name} scores.csv`,
    csv([
      ['ticker', 'name', 'passed', 'failed', 'undecidable', ...data.criteria],
      ...data.rows.map((row) => [
        row.ticker,
        row.name,
        row.passed,
        row.failed,
        row.undecidable,
        ...row.marks.map((mark) => `${mark.state}${mark.slack === null ? '' : ` ${mark.slack}`}`),
      ]),
    ]),
    'text/csv',
  )
}
type Row = (typeof rows.value)[number]
const columns = computed<SheetColumn<Row>[]>(() => {
  const criteria = state.value.data?.criteria ?? []
  return [
    { key: 'company', head: 'Company' },
    { key: 'passed', head: 'Passed' },
    { key: 'share', head: '%', of: (row) => number((100 * row.passed) / criteria.length, 0) },
    { key: 'failed', head: 'Failed', of: (row) => row.failed },
    { key: 'undecidable', head: 'Undecidable', of: (row) => row.undecidable },
    ...columnsOf<Row>(criteria, { class: 'criterion' }),
  ]
})
</script>

<template>
  <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
  <template v-if="state.data">
    <p class="quiet mb-2">
      Every company of the universe, passed of {{ state.data.criteria.length }} active criteria. To score a list, choose it under Universe.
      <v-btn size="x-small" @click="save">CSV</v-btn>
    </p>
    <p v-if="!state.data.criteria.length" class="quiet">There is no active criterion to score by. Add one on the left.</p>
    <template v-else>
      <SheetTable label="Scores" :columns="columns" :rows="rows" :row-key="(row) => row.ticker">
        <template #head-passed
          ><button class="figure" @click="sort = 'score'">Passed{{ sort === 'score' ? ' ▾' : '' }}</button></template
        >
        <template #head-failed
          ><button class="figure" @click="sort = 'failed'">Failed{{ sort === 'failed' ? ' ▾' : '' }}</button></template
        >
        <template #head-undecidable
          ><button class="figure" @click="sort = 'undecidable'">Undecidable{{ sort === 'undecidable' ? ' ▾' : '' }}</button></template
        >
        <template v-for="(criterion, i) in state.data.criteria" :key="i" #[`head-${i}`]
          ><button class="figure" @click="sort = i">{{ catalogue.words(criterion) }}{{ sort === i ? ' ▾' : '' }}</button></template
        >
        <template #cell-company="{ row }"><CompanyHead :company="row" /></template>
        <template #cell-passed="{ row }"
          ><strong>{{ row.passed }}</strong> of {{ state.data.criteria.length }}</template
        >
        <template v-for="(criterion, i) in state.data.criteria" :key="i" #[`cell-${i}`]="{ row }">
          <span :title="miss(row.marks[i]!, criterion)">
            <span
              :class="{
                better: row.marks[i]!.state === 'pass',
                worse: row.marks[i]!.state === 'fail',
                quiet: row.marks[i]!.state === 'undecidable',
              }"
              >{{ words[row.marks[i]!.state] }}</span
            >
            {{
              row.marks[i]!.relative === null ? '' : `${row.marks[i]!.relative! >= 0 ? '+' : ''}${percent(row.marks[i]!.relative!, 0)} %`
            }}
          </span>
        </template>
      </SheetTable>
      <v-btn v-if="rows.length < state.data.total && limit < 1000" size="small" class="my-2" @click="limit = Math.min(1000, limit + 400)">
        Show more of {{ state.data.total }}
      </v-btn>
    </template>
  </template>
</template>

<style scoped>
.scroll {
  flex: 1;
  min-height: 0;
}
:deep(.criterion) {
  min-width: 104px;
  max-width: 150px;
}
:deep(.criterion .figure) {
  text-align: right;
}
</style>
