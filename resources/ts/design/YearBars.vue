<script setup lang="ts">
import { computed } from 'vue'
import { withUnit } from './format'

/** A small bar a year, with a line at zero; gaps stay gaps. */
const props = defineProps<{ years: number[]; values: (number | null)[]; unit: string; label: string }>()
const WIDTH = 310
const HEIGHT = 74
const known = computed(() => props.values.filter((value): value is number => value !== null))
const high = computed(() => Math.max(0, ...known.value))
const low = computed(() => Math.min(0, ...known.value))
const y = (value: number): number => (high.value === low.value ? HEIGHT : ((high.value - value) / (high.value - low.value)) * HEIGHT)
const step = computed(() => WIDTH / Math.max(1, props.years.length))
const summary = computed(() =>
  props.years.map((year, i) => `${year}: ${props.values[i] == null ? 'no value' : withUnit(props.values[i]!, props.unit)}`).join('; '),
)
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT + 16}`" role="img" :aria-label="`${label} by fiscal year. ${summary}`">
    <line x1="0" :x2="WIDTH" :y1="y(0)" :y2="y(0)" class="zero" />
    <g v-for="(year, i) in years" :key="year">
      <rect
        v-if="values[i] != null"
        :x="i * step + 2"
        :width="Math.max(2, step - 4)"
        :y="Math.min(y(values[i]!), y(0))"
        :height="Math.max(1, Math.abs(y(values[i]!) - y(0)))"
        class="bar"
      >
        <title>{{ year }}: {{ withUnit(values[i]!, unit) }}</title>
      </rect>
      <text v-if="i === 0 || i === years.length - 1" :x="i === 0 ? 2 : WIDTH - 2" :y="HEIGHT + 13" :text-anchor="i === 0 ? 'start' : 'end'">
        {{ year }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
.bar {
  fill: rgb(var(--v-theme-primary));
  opacity: 0.8;
}
.zero {
  stroke: rgb(var(--v-theme-rule));
}
text {
  font-size: var(--type-fine);
  fill: rgb(var(--v-theme-quiet));
}
</style>
