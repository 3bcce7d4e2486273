<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { computed, ref, watch } from 'vue'
import { api, ask, Problem, type Schemas } from '@/api/client'
import { figureText } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'
import FormulaField from './FormulaField.vue'
import MetricField from './MetricField.vue'

/** A metric of one's own: picked together or written, and tried on three companies while one works. */
const props = defineProps<{ metric: Schemas['OwnMetric'] | null }>()
const emit = defineEmits<{ saved: [key: string]; cancel: [] }>()
const session = useSession()
const subject = useSubject()

const label = ref(props.metric?.label ?? '')
const typedKey = ref(props.metric?.key ?? '')
const isFormula = computed(() => (props.metric?.kind ?? 'formula') === 'formula')
const formula = ref(isFormula.value && props.metric ? String(props.metric.definition) : '')
const unit = ref(props.metric?.unit ?? 'ratio')
const better = ref((props.metric?.better ?? 'neutral') as 'higher' | 'lower' | 'neutral')
const note = ref(props.metric?.note ?? '')
const refused = ref<Problem | null>(null)
const key = computed(
  () =>
    typedKey.value ||
    label.value
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '_')
      .replace(/^[^a-z]+|_+$/g, '')
      .slice(0, 50),
)

const picked = ref({ left: 'free_cash_flow_yield', operation: '-', right: 'earnings_yield', years: 5 })
const operations = [
  { value: '-', title: 'less' },
  { value: '+', title: 'plus' },
  { value: '/', title: 'divided by' },
  { value: '*', title: 'times' },
  { value: '>', title: 'is above' },
  { value: '<', title: 'is below' },
  { value: 'mean_of', title: 'mean over years' },
  { value: 'median_of', title: 'median over years' },
  { value: 'lowest', title: 'lowest in years' },
  { value: 'highest', title: 'highest in years' },
  { value: 'growth', title: 'growth over years' },
  { value: 'stdev_of', title: 'deviation over years' },
  { value: 'sector_median', title: 'median of its sector' },
  { value: 'universe_percentile', title: 'percentile among all' },
]
const overYears = computed(() => ['mean_of', 'median_of', 'lowest', 'highest', 'growth', 'stdev_of'].includes(picked.value.operation))
const alone = computed(() => overYears.value || ['sector_median', 'universe_percentile'].includes(picked.value.operation))
function compose(): void {
  const { left, operation, right, years } = picked.value
  formula.value = overYears.value
    ? `${operation}(${left}, ${years})`
    : alone.value
      ? `${operation}(${left})`
      : `${left} ${operation} ${right}`
}

const tickers = computed(() => {
  const ticker = subject.company?.ticker ?? subject.last()
  return ticker ? [ticker] : []
})
const { state: preview } = useAnswer(
  'own-metrics/preview',
  () => ({ formula: formula.value, tickers: tickers.value, as_of: session.asOf }),
  async (body, signal) => {
    if (!isFormula.value || !body.formula.trim()) return null
    await new Promise((resolve) => setTimeout(resolve, 250))
    if (signal.aborted) return null
    return ask(api.POST('/own-metrics/preview', { body, signal }))
  },
)
const problem = computed(() =>
  preview.value.status === 'error' && preview.value.error.status === 422 ? preview.value.error : refused.value,
)
watch(
  () => preview.value.data?.unit,
  (now) => {
    if (now && !props.metric) unit.value = now
  },
)
watch([formula, label, typedKey], () => (refused.value = null))

async function save(): Promise<void> {
  const body = {
    key: key.value,
    label: label.value,
    kind: props.metric?.kind ?? ('formula' as const),
    definition: isFormula.value ? formula.value : props.metric!.definition,
    unit: unit.value,
    better: better.value,
    note: note.value,
  }
  try {
    const made = props.metric
      ? await ask(api.PUT('/own-metrics/{id}', { params: { path: { id: props.metric.id } }, body }))
      : await ask(api.POST('/own-metrics', { body }))
    emit('saved', made.key)
  } catch (error) {
    refused.value = error as Problem
  }
}
</script>

<template>
  <form class="editor" @submit.prevent="save">
    <h2>{{ metric ? `Change ${metric.label}` : 'A metric of your own' }}</h2>
    <div class="two">
      <v-text-field v-model="label" label="Name" maxlength="120" @keydown.stop />
      <v-text-field v-model="typedKey" label="Name in formulas" :placeholder="key" persistent-placeholder maxlength="60" @keydown.stop />
    </div>
    <template v-if="isFormula">
      <fieldset>
        <legend class="quiet">Pick it together</legend>
        <MetricField v-model="picked.left" label="Metric" />
        <v-select v-model="picked.operation" :items="operations" aria-label="Operation" />
        <MetricField v-if="!alone" v-model="picked.right" label="Other metric" />
        <label v-else-if="overYears" class="quiet"
          >years <input v-model.number="picked.years" class="assumption" type="number" min="1" max="12" aria-label="Years" @keydown.stop
        /></label>
        <span v-else></span>
        <v-btn size="small" @click="compose">Put into the formula</v-btn>
      </fieldset>
      <FormulaField v-model="formula" label="Formula" :problem="problem" live />
      <SheetTable
        v-if="preview.data && !problem && formula.trim()"
        many
        class="preview"
        :columns="[
          { key: 'ticker', head: 'Tried on', of: (company) => company.ticker },
          { key: 'figure', head: 'Gives' },
          { key: 'reason', head: '', heard: 'Reason', of: (company) => company.figure.reason, class: 'quiet left' },
        ]"
        :rows="preview.data.companies"
        :row-key="(company) => company.ticker"
      >
        <template #cell-figure="{ row: company }">
          <strong>{{
            preview.data.is_condition && company.figure.value !== null
              ? company.figure.value
                ? 'yes'
                : 'no'
              : figureText({ ...company.figure, unit })
          }}</strong>
        </template>
      </SheetTable>
      <p class="quiet">
        As of {{ session.asOf ?? session.latestDay }}. Names complete as you type; a comparison gives yes or no and can be counted.
      </p>
    </template>
    <p v-else class="quiet">
      What it is made of is set on the Find page, in the tab of that name: delete this one, and save the changed one under its name.
    </p>
    <div class="two">
      <v-select
        v-model="unit"
        :items="[
          { value: 'ratio', title: 'pure number' },
          { value: 'percent', title: 'per cent' },
          { value: 'times', title: 'times' },
          { value: 'money', title: 'amount of money' },
          { value: 'money_per_share', title: 'money per share' },
          { value: 'score', title: 'score' },
          { value: 'years', title: 'years' },
          { value: 'count', title: 'number of things' },
        ]"
        label="Shown as"
      />
      <v-select
        v-model="better"
        :items="[
          { value: 'neutral', title: 'neither is better' },
          { value: 'higher', title: 'higher is better' },
          { value: 'lower', title: 'lower is better' },
        ]"
        label="Direction"
      />
    </div>
    <v-text-field v-model="note" label="What it tells" maxlength="1000" @keydown.stop />
    <p v-if="refused && refused !== problem" class="worse" role="alert">{{ refused.message }}</p>
    <p v-else-if="refused && !refused.position" class="worse" role="alert">{{ refused.message }}</p>
    <div class="d-flex ga-2 mt-3">
      <v-btn type="submit" variant="flat" :disabled="!key || !label.trim() || (isFormula && !formula.trim())">Save</v-btn>
      <v-btn @click="emit('cancel')">Cancel</v-btn>
    </div>
  </form>
</template>

<style scoped>
.editor {
  max-width: 760px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: calc(var(--space) * 3.5);
  margin: calc(var(--space) * 2.5) 0;
}
fieldset {
  border: 0;
  display: grid;
  grid-template-columns: 1fr 170px 1fr auto;
  gap: calc(var(--space) * 2);
  align-items: center;
  margin-bottom: calc(var(--space) * 2.5);
}
fieldset input {
  width: 3em;
}
.preview {
  margin: calc(var(--space) * 2) 0;
}
</style>
