<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiClose } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { readNumber, threshold } from '@/shared/format'
import { useLoadable } from '@/shared/loadable'
import { useCatalogue } from '@/shared/stores/catalogue'
import { useSession } from '@/shared/stores/session'
import { comparisons, operators, toFormula, type Criterion } from './criterion'
import DistributionStrip from './DistributionStrip.vue'

const props = defineProps<{
  step?: Schemas['ScreenResult']['steps'][number]
  before: number
  universe: Record<string, string[]>
  first: boolean
  last: boolean
  problem: string | null
}>()
const criterion = defineModel<Criterion>({ required: true })
const emit = defineEmits<{ remove: []; up: []; down: [] }>()
const catalogue = useCatalogue()
const session = useSession()

const metrics = computed(() => (catalogue.data?.metrics ?? []).map((metric) => ({ value: metric.key, title: metric.label })))
const unit = computed(() => (criterion.value.against.endsWith('percentile') ? 'percent' : catalogue.unit(criterion.value.metric)))
const hasNumber = computed(() => ['number', 'universe_percentile', 'sector_percentile'].includes(criterion.value.against))
const change = (part: Partial<Criterion>) => (criterion.value = { ...criterion.value, ...part })

const text = ref(threshold(criterion.value.value, unit.value))
const refused = ref(false)
watch([() => criterion.value.value, unit], ([value, now], [, before]) => {
  if (now !== before || readNumber(text.value) !== value) text.value = threshold(value, now)
})
function typed(): void {
  const value = readNumber(text.value)
  refused.value = value === null
  if (value !== null) change({ value })
}

function against(kind: Criterion['against']): void {
  if (kind === 'formula') change({ against: kind, formula: toFormula(criterion.value) })
  else
    change({
      against: kind,
      value: kind.endsWith('percentile') && criterion.value.value > 1 ? 0.5 : criterion.value.value,
      other: criterion.value.other || criterion.value.metric,
    })
}

const { state: distribution } = useLoadable(
  () => ({ metric: criterion.value.metric, against: criterion.value.against, universe: props.universe, asOf: session.asOf }),
  ({ metric, against, universe, asOf }, signal) =>
    against === 'number' && metric
      ? ask(api.POST('/screens/distribution', { body: { formula: metric, universe, as_of: asOf }, signal }))
      : null,
)
const share = computed(() => (props.before > 0 && props.step ? props.step.survivors / props.before : 0))
</script>

<template>
  <li :class="{ off: !criterion.active }">
    <div class="head">
      <input
        type="checkbox"
        :checked="criterion.active"
        :aria-label="`Use the criterion ${toFormula(criterion)}`"
        @change="change({ active: !criterion.active })"
      />
      <v-text-field
        v-if="criterion.against === 'formula'"
        :model-value="criterion.formula"
        label="Formula"
        class="flex-grow-1"
        @change="(event: Event) => change({ formula: (event.target as HTMLInputElement).value })"
      />
      <v-autocomplete
        v-else
        :model-value="criterion.metric"
        :items="metrics"
        label="Metric"
        class="flex-grow-1"
        auto-select-first
        @update:model-value="(metric: string | null) => metric && change({ metric })"
      />
      <v-btn :icon="mdiArrowUp" size="x-small" :disabled="first" aria-label="Move up" @click="emit('up')" />
      <v-btn :icon="mdiArrowDown" size="x-small" :disabled="last" aria-label="Move down" @click="emit('down')" />
      <v-btn :icon="mdiClose" size="x-small" aria-label="Remove the criterion" @click="emit('remove')" />
    </div>
    <div class="sentence">
      <v-select
        v-if="criterion.against !== 'formula'"
        :model-value="criterion.operator"
        :items="operators"
        aria-label="Comparison"
        class="operator"
        @update:model-value="(operator) => change({ operator })"
      />
      <v-select :model-value="criterion.against" :items="comparisons" aria-label="Compared with" @update:model-value="against" />
      <input
        v-if="hasNumber"
        v-model="text"
        class="assumption"
        :class="{ refused }"
        :aria-label="`Threshold, ${catalogue.label(criterion.metric)}`"
        @input="typed"
        @keydown.stop
      />
      <label v-if="criterion.against.startsWith('own_')" class="quiet"
        >over
        <input
          class="assumption years"
          type="number"
          min="2"
          max="12"
          :value="criterion.years"
          aria-label="Years"
          @change="(event) => change({ years: Math.min(12, Math.max(2, Number((event.target as HTMLInputElement).value) || 5)) })"
        />
        years</label
      >
      <v-autocomplete
        v-if="criterion.against === 'metric'"
        :model-value="criterion.other"
        :items="metrics"
        label="Other metric"
        @update:model-value="(other: string | null) => other && change({ other })"
      />
    </div>
    <p v-if="refused" class="worse small" role="alert">Write a number such as 15, 10%, 2.5bn or 300m.</p>
    <p v-if="problem" class="worse small" role="alert">{{ problem }}</p>
    <DistributionStrip
      v-if="criterion.against === 'number' && distribution.data"
      :model-value="criterion.value"
      :distribution="distribution.data"
      :unit="unit"
      :label="catalogue.label(criterion.metric)"
      :operator="criterion.operator"
      @update:model-value="(value: number) => change({ value })"
    />
    <div v-if="step" class="survivors">
      <div class="bar"><div :style="{ width: `${100 * share}%` }"></div></div>
      <span
        ><strong>{{ step.survivors }}</strong> left<template v-if="step.alone != null">, {{ step.alone }} by itself</template
        ><template v-if="step.undecidable">, {{ step.undecidable }} undecidable</template></span
      >
    </div>
  </li>
</template>

<style scoped>
li {
  list-style: none;
  padding: 8px 0 10px;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
li.off {
  opacity: 0.55;
}
.head,
.sentence {
  display: flex;
  align-items: center;
  gap: 8px;
}
.head :deep(.v-btn) {
  margin-left: -6px;
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
  gap: 10px;
  font-size: 0.87rem;
  margin-top: 4px;
}
.bar {
  flex: 0 0 120px;
  height: 6px;
  background: rgb(var(--v-theme-rule));
}
.bar div {
  height: 100%;
  background: rgb(var(--v-theme-primary));
}
.small {
  font-size: 0.84rem;
}
</style>
