<script setup lang="ts">
import { computed } from 'vue'

/** The course of a row in the size of a word; gaps stay gaps. */
const props = defineProps<{ values: (number | null)[]; label: string }>()
const WIDTH = 66
const HEIGHT = 18
const known = computed(() => props.values.filter((value): value is number => value !== null))
const low = computed(() => Math.min(...known.value))
const high = computed(() => Math.max(...known.value))
const x = (i: number): number => 2 + (i / Math.max(1, props.values.length - 1)) * (WIDTH - 4)
const y = (value: number): number =>
  high.value === low.value ? HEIGHT / 2 : 2 + ((high.value - value) / (high.value - low.value)) * (HEIGHT - 4)
const path = computed(() =>
  props.values
    .map((value, i) =>
      value === null ? '' : `${i === 0 || props.values[i - 1] === null ? 'M' : 'L'}${x(i).toFixed(1)} ${y(value).toFixed(1)}`,
    )
    .join(''),
)
</script>

<template>
  <svg v-if="known.length > 1" :width="WIDTH" :height="HEIGHT" role="img" :aria-label="label">
    <line v-if="low < 0 && high > 0" x1="0" :x2="WIDTH" :y1="y(0)" :y2="y(0)" class="zero" />
    <path :d="path" />
    <circle v-if="values[values.length - 1] !== null" :cx="x(values.length - 1)" :cy="y(values[values.length - 1]!)" r="1.8" />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.3;
}
circle {
  fill: rgb(var(--v-theme-primary));
}
.zero {
  stroke: rgb(var(--v-theme-rule));
}
svg {
  display: block;
}
</style>
