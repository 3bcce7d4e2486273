<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { mdiClose } from '@mdi/js'
import { computed, defineAsyncComponent } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/api/client'
import { csv, download } from '@/design/download'
import { number, percent } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'
import CompanyHead from './CompanyHead.vue'
import MetricField from './MetricField.vue'
import SaveMetric from './SaveMetric.vue'
import type { Definition } from './screen'

// Charts weigh more than all the rest; they come when one is drawn.
const ScatterPlot = defineAsyncComponent(() => import('./ScatterPlot.vue'))

/** Does the market pay for it? One figure of the survivors on up to six others. */
const props = defineProps<{ definition: Definition; usable: boolean }>()
const regression = defineModel<Schemas['Regression']>({ required: true })
const session = useSession()
const catalogue = useCatalogue()
const router = useRouter()

const { state } = useAnswer(
  'regressions/run',
  () => ({ screen: props.definition, regression: regression.value, as_of: session.asOf }),
  (body, signal) => (props.usable ? ask(api.POST('/regressions/run', { body, signal })) : null),
)
type Variable = Schemas['Regression']['dependent']
const dependent = (part: Partial<Variable>) =>
  (regression.value = { ...regression.value, dependent: { ...regression.value.dependent, ...part } })
const regressors = (list: Variable[]) => (regression.value = { ...regression.value, regressors: list })
const regressor = (i: number, part: Partial<Variable>) =>
  regressors(regression.value.regressors.map((old, index) => (index === i ? { ...old, ...part } : old)))
const word = (variable: Variable): string => (variable.log ? `ln ${catalogue.label(variable.formula)}` : catalogue.label(variable.formula))
const term = (name: string, i: number): string =>
  i === 0 ? 'Constant' : word(regression.value.regressors[i - 1] ?? { formula: name, log: false })
const rows = computed(() => state.value.data?.rows ?? [])
const marked = (row: Schemas['RegressionRow']): boolean => row.marks.length > 0
const MARKS = { leverage: 'pulls the line', outlier: 'far off', influence: 'moves the result' }

const fittedLine = computed<[[number, number], [number, number]] | null>(() => {
  const data = state.value.data
  if (!data || regression.value.regressors.length !== 1 || !rows.value.length) return null
  const xs = rows.value.map((row) => row.regressors[0]!)
  const at = (x: number): [number, number] => [x, data.terms[0]!.coefficient + (data.terms[1]?.coefficient ?? 0) * x]
  return [at(Math.min(...xs)), at(Math.max(...xs))]
})
type Row = Schemas['RegressionRow']
const figure = (key: 'dependent' | 'fitted' | 'residual' | 'studentised' | 'leverage', head: string): SheetColumn<Row> => ({
  key,
  head,
  of: (row) => (row[key] === null ? '–' : number(row[key], 3)),
  by: (row) => row[key],
})
const columns: SheetColumn<Row>[] = [
  { key: 'company', head: 'Company', by: (row) => row.name },
  figure('dependent', 'Actual'),
  figure('fitted', 'Fitted'),
  figure('residual', 'Residual'),
  { key: 'premium', head: 'Above fitted, %', of: (row) => (row.premium === null ? '–' : percent(row.premium)), by: (row) => row.premium },
  figure('studentised', 'In its deviations'),
  figure('leverage', 'Leverage'),
  { key: 'marks', head: 'Marks', of: (row) => row.marks.map((mark) => MARKS[mark]).join(', '), class: 'attention' },
]
const open = (name: string) => {
  const row = rows.value.find((entry) => entry.name === name)
  if (row) void router.push({ name: 'read', params: { ticker: row.ticker } })
}
const save = () =>
  download(
    `${props.definition.name} regression.csv`,
    csv([
      [
        'ticker',
        'name',
        word(regression.value.dependent),
        ...regression.value.regressors.map(word),
        'fitted',
        'residual',
        'studentised',
        'leverage',
        'marks',
      ],
      ...rows.value.map((row) => [
        row.ticker,
        row.name,
        row.dependent,
        ...row.regressors,
        row.fitted,
        row.residual,
        row.studentised,
        row.leverage,
        row.marks.join(' '),
      ]),
    ]),
    'text/csv',
  )
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="Regression, scrollable">
    <div class="variable">
      <MetricField :model-value="regression.dependent.formula" label="Explain" @update:model-value="(formula) => dependent({ formula })" />
      <label
        ><input type="checkbox" :checked="regression.dependent.log" @change="dependent({ log: !regression.dependent.log })" /> in
        logs</label
      >
    </div>
    <div v-for="(entry, i) in regression.regressors" :key="i" class="variable">
      <MetricField :model-value="entry.formula" :label="i ? 'and' : 'by'" @update:model-value="(formula) => regressor(i, { formula })" />
      <label><input type="checkbox" :checked="entry.log" @change="regressor(i, { log: !entry.log })" /> in logs</label>
      <v-btn
        :icon="mdiClose"
        size="x-small"
        :disabled="regression.regressors.length === 1"
        :aria-label="`Remove the explaining figure ${catalogue.label(entry.formula)}`"
        @click="regressors(regression.regressors.filter((_, index) => index !== i))"
      />
    </div>
    <div class="choices">
      <v-btn
        size="small"
        :disabled="regression.regressors.length >= 6"
        @click="regressors([...regression.regressors, { formula: 'net_debt_to_ebitda', log: false }])"
        >Add a figure</v-btn
      >
      <SaveMetric
        kind="regression"
        :definition="regression"
        :proposal="`${catalogue.label(regression.dependent.formula)} unexplained`"
        :unit="regression.dependent.log ? 'ratio' : catalogue.unit(regression.dependent.formula)"
      />
      <v-btn size="small" :disabled="!state.data" @click="save">CSV</v-btn>
    </div>
    <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
    <template v-if="state.data && state.status !== 'error'">
      <p class="mb-2">
        {{ state.data.used }} companies<template v-if="state.data.dropped"
          >, {{ state.data.dropped }} left out for want of a figure</template
        >. Fit (R²) <strong>{{ state.data.r_squared === null ? '–' : number(state.data.r_squared, 3) }}</strong>, adjusted
        {{ state.data.adjusted_r_squared === null ? '–' : number(state.data.adjusted_r_squared, 3) }}, residual deviation
        {{ number(state.data.residual_standard_error, 3) }}.
      </p>
      <SheetTable
        many
        class="terms"
        :columns="[
          { key: 'term', head: '' },
          { key: 'coefficient', head: 'Coefficient', of: (entry) => number(entry.coefficient, 4) },
          { key: 'error', head: 'Standard error', of: (entry) => number(entry.standard_error, 4) },
          { key: 't', head: 't', of: (entry) => (entry.t === null ? '–' : number(entry.t, 2)) },
          { key: 'p', head: 'p', of: (entry) => (entry.p === null ? '–' : entry.p < 0.0001 ? '< 0.0001' : number(entry.p, 4)) },
          { key: 'evidence', head: 'Evidence', of: (entry) => entry.evidence, class: 'quiet' },
        ]"
        :rows="state.data.terms"
        :row-key="(entry) => entry.name"
      >
        <template #cell-term="{ row: entry, index }">{{ term(entry.name, index) }}</template>
      </SheetTable>
      <div class="plots">
        <ScatterPlot
          :title="regression.regressors.length === 1 ? 'The line through the companies' : 'Actual against fitted'"
          :x="regression.regressors.length === 1 ? word(regression.regressors[0]!) : 'fitted'"
          :y="word(regression.dependent)"
          :points="
            rows.map((row) => ({
              x: regression.regressors.length === 1 ? row.regressors[0]! : row.fitted,
              y: row.dependent,
              name: row.name,
              marked: marked(row),
            }))
          "
          :line="fittedLine"
          @choose="open"
        />
        <ScatterPlot
          title="Residuals"
          x="fitted"
          y="residual"
          :points="rows.map((row) => ({ x: row.fitted, y: row.residual, name: row.name, marked: marked(row) }))"
          @choose="open"
        />
      </div>
      <SheetTable
        many
        label="Residuals"
        :columns="columns"
        :sorted-by="{ key: 'premium', descending: false }"
        :rows="rows"
        :row-key="(row) => row.ticker"
      >
        <template #cell-company="{ row }"><CompanyHead :company="row" /></template>
      </SheetTable>
    </template>
  </div>
</template>

<style scoped>
.scroll {
  flex: 1;
  min-height: 0;
  padding-top: calc(var(--space) * 1.5);
}
.variable {
  display: grid;
  grid-template-columns: minmax(200px, 380px) 110px 28px;
  gap: calc(var(--space) * 2.5);
  align-items: center;
  margin-bottom: var(--space);
}
.terms {
  width: auto;
  min-width: 460px;
}
.plots {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: calc(var(--space) * 4.5);
  margin: calc(var(--space) * 3.5) 0;
}
</style>
