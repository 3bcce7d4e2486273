<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiClose } from '@mdi/js'
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import CommitInput from '@/design/CommitInput.vue'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'
import { comparisons, condition, isPlaced, operators, toFormula, type Condition, type Criterion, type Group } from './criterion'
import DistributionStrip from './DistributionStrip.vue'
import FormulaField from './FormulaField.vue'
import MetricField from './MetricField.vue'
import NumberField from '@/design/NumberField.vue'
import type { Universe } from './screen'

const props = defineProps<{
  step?: Schemas['ScreenStep']
  /** What a member of a group passes by itself. */
  member?: Schemas['ScreenStepMember']
  before: number
  universe: Universe
  first: boolean
  last: boolean
  problem: string | null
}>()
const criterion = defineModel<Criterion>({ required: true })
const emit = defineEmits<{ remove: []; up: []; down: [] }>()
const catalogue = useCatalogue()
const session = useSession()

const one = computed(() => criterion.value as Condition)
const group = computed(() => criterion.value as Group)
const unit = computed(() =>
  one.value.against.endsWith('percentile') ? 'percent' : isPlaced(one.value.against) ? 'count' : catalogue.unit(one.value.metric),
)
const hasNumber = computed(() => one.value.against === 'number' || isPlaced(one.value.against))
const change = (part: Partial<Condition>) => (criterion.value = { ...one.value, ...part })
const changeGroup = (part: Partial<Group>) => (criterion.value = { ...group.value, ...part })
const sentence = computed(() => (criterion.value.kind === 'group' ? 'the group' : toFormula(one.value)))

function against(kind: Condition['against']): void {
  const value =
    kind.endsWith('percentile') && (one.value.value > 1 || one.value.value <= 0) ? 0.5 : kind.endsWith('place') ? 50 : one.value.value
  const operator = kind.endsWith('place') ? '<=' : one.value.operator
  if (kind === 'formula') change({ against: kind, formula: toFormula(one.value) })
  else if (kind === 'range') change({ against: kind, high: one.value.high > one.value.value ? one.value.high : one.value.value * 2 || 1 })
  else if (kind === 'one_of') change({ against: kind, values: one.value.values.length ? one.value.values : [one.value.value] })
  else change({ against: kind, value, operator, other: one.value.other || one.value.metric })
}
const values = computed({
  get: () => one.value.values.join(', '),
  set: (text: string) => {
    const read = text
      .split(/[,;\s]+/)
      .filter(Boolean)
      .map(Number)
    if (read.length && read.every(Number.isFinite)) change({ values: read.slice(0, 20) })
  },
})

const { state: distribution } = useAnswer(
  'screens/distribution',
  () =>
    criterion.value.kind === 'condition' && one.value.against === 'number' && one.value.metric
      ? { metric: one.value.metric, universe: props.universe, asOf: session.asOf }
      : null,
  (question, signal) =>
    question
      ? ask(
          api.POST('/screens/distribution', {
            body: { formula: question.metric, universe: question.universe, as_of: question.asOf },
            signal,
          }),
        )
      : null,
)
const share = computed(() => (props.before > 0 && props.step ? props.step.survivors / props.before : 0))

function replace(index: number, member: Criterion): void {
  changeGroup({ criteria: group.value.criteria.map((old, i) => (i === index ? member : old)) })
}
function move(index: number, by: number): void {
  const criteria = [...group.value.criteria]
  const [taken] = criteria.splice(index, 1)
  criteria.splice(index + by, 0, taken!)
  changeGroup({ criteria })
}
const addMember = () =>
  changeGroup({ criteria: [...group.value.criteria, condition({ metric: 'price_to_book', operator: '<', value: 2 })] })
</script>

<template>
  <li :class="{ off: !criterion.active }">
    <div class="head">
      <input
        type="checkbox"
        :checked="criterion.active"
        :aria-label="`Use ${criterion.kind === 'group' ? '' : 'the criterion '}${sentence}`"
        @change="criterion = { ...criterion, active: !criterion.active }"
      />
      <template v-if="criterion.kind === 'group'">
        <v-select
          :model-value="group.group"
          :items="[
            { value: 'all', title: 'All of these' },
            { value: 'any', title: 'Any of these' },
            { value: 'at_least', title: 'At least' },
          ]"
          aria-label="How many of the group must hold"
          @update:model-value="(kind: Group['group']) => changeGroup({ group: kind })"
        />
        <label v-if="group.group === 'at_least'" class="quiet"
          ><CommitInput
            class="years"
            type="number"
            min="1"
            :max="group.criteria.length"
            :model-value="group.count"
            aria-label="How many"
            @update:model-value="(text: string) => changeGroup({ count: Math.max(1, Math.round(Number(text)) || 1) })"
          />
          of {{ group.criteria.length }}</label
        >
        <span class="flex-grow-1"></span>
      </template>
      <FormulaField
        v-else-if="one.against === 'formula'"
        :model-value="one.formula"
        label="Formula"
        class="flex-grow-1"
        @update:model-value="(formula) => change({ formula })"
      />
      <MetricField
        v-else
        :model-value="one.metric"
        label="Metric"
        class="flex-grow-1"
        @update:model-value="(metric) => change({ metric })"
      />
      <v-btn :icon="mdiArrowUp" size="x-small" :disabled="first" aria-label="Move up" @click="emit('up')" />
      <v-btn :icon="mdiArrowDown" size="x-small" :disabled="last" aria-label="Move down" @click="emit('down')" />
      <v-btn :icon="mdiClose" size="x-small" aria-label="Remove the criterion" @click="emit('remove')" />
    </div>
    <div v-if="criterion.kind === 'group'" class="members">
      <ul class="pa-0">
        <CriterionRow
          v-for="(entry, i) in group.criteria"
          :key="i"
          :model-value="entry"
          :member="step?.members[i]"
          :before="before"
          :universe="universe"
          :first="i === 0"
          :last="i === group.criteria.length - 1"
          :problem="null"
          @update:model-value="(changed: Criterion) => replace(i, changed)"
          @remove="changeGroup({ criteria: group.criteria.filter((_, index) => index !== i) })"
          @up="move(i, -1)"
          @down="move(i, 1)"
        />
      </ul>
      <v-btn size="x-small" class="mt-1" @click="addMember">Add to the group</v-btn>
    </div>
    <div v-else class="sentence">
      <v-select
        v-if="!['formula', 'range', 'one_of'].includes(one.against)"
        :model-value="one.operator"
        :items="operators"
        aria-label="Comparison"
        class="operator"
        @update:model-value="(operator) => change({ operator })"
      />
      <v-select :model-value="one.against" :items="comparisons" aria-label="Compared with" @update:model-value="against" />
      <NumberField
        v-if="hasNumber || one.against === 'range'"
        :model-value="one.value"
        :unit="unit"
        :label="`${one.against === 'range' ? 'From' : 'Threshold'}, ${catalogue.label(one.metric)}`"
        @update:model-value="(value) => change({ value })"
      />
      <NumberField
        v-if="one.against === 'range'"
        :model-value="one.high"
        :unit="unit"
        :label="`To, ${catalogue.label(one.metric)}`"
        @update:model-value="(high) => change({ high })"
      />
      <input
        v-if="one.against === 'one_of'"
        v-model.lazy="values"
        class="assumption"
        aria-label="Numbers, separated by commas"
        @keydown.stop
      />
      <label v-if="one.against.startsWith('own_')" class="quiet"
        >over
        <CommitInput
          class="years"
          type="number"
          min="2"
          max="12"
          :model-value="one.years"
          aria-label="Years"
          @update:model-value="(text: string) => change({ years: Math.min(12, Math.max(2, Number(text) || 5)) })"
        />
        years</label
      >
    </div>
    <MetricField
      v-if="criterion.kind === 'condition' && one.against === 'metric'"
      :model-value="one.other"
      label="Other metric"
      class="mt-1"
      @update:model-value="(other) => change({ other })"
    />
    <p v-if="problem" class="worse small" role="alert">{{ problem }}</p>
    <DistributionStrip
      v-if="criterion.kind === 'condition' && one.against === 'number' && distribution.data && unit !== 'date'"
      :model-value="one.value"
      :distribution="distribution.data"
      :unit="unit"
      :label="catalogue.label(one.metric)"
      :operator="one.operator"
      @update:model-value="(value: number) => change({ value })"
    />
    <div v-if="step" class="survivors">
      <div class="bar"><div :style="{ width: `${100 * share}%` }"></div></div>
      <span>
        <strong>{{ step.survivors }}</strong> left, {{ step.alone }} by itself<template v-if="step.decisive">
          · {{ step.decisive }} more without it</template
        ><template v-if="step.undecidable"> · {{ step.undecidable }} undecidable</template>
      </span>
    </div>
    <p v-else-if="member" class="quiet small">
      {{ member.alone }} by itself<template v-if="member.undecidable"> · {{ member.undecidable }} undecidable</template>
    </p>
  </li>
</template>

<style scoped>
li {
  list-style: none;
  padding: calc(var(--space) * 2) 0 calc(var(--space) * 2.5);
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
li.off {
  opacity: 0.55;
}
.members {
  padding-left: calc(var(--space) * 3.5);
  margin-left: calc(var(--space) * 1.5);
  border-left: 2px solid rgb(var(--v-theme-rule));
}
.members li:last-of-type {
  border-bottom: 0;
}
.head,
.sentence {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 2);
}
.head :deep(.v-btn) {
  margin-left: calc(var(--space) * -1.5);
}
.operator {
  max-width: 118px;
}
.years {
  width: 3em;
}
.survivors {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 2.5);
  font-size: var(--type-small);
  margin-top: var(--space);
}
.bar {
  flex: 0 0 84px;
  height: 6px;
  background: rgb(var(--v-theme-rule));
}
.bar div {
  height: 100%;
  background: rgb(var(--v-theme-primary));
}
.small {
  font-size: var(--type-small);
}
</style>
