<script setup lang="ts">
import { computed } from 'vue'

interface Spread {
  low: number
  median: number
  high: number
}
/** Where a figure stands now: on its own past, drawn full, and among others, drawn thin; a stroke at each median. */
const props = withDefaults(
  defineProps<{
    now: number | null
    own: Spread | null
    others: Spread | null
    text: (value: number) => string
    /** What the full range is of. */
    name?: string
  }>(),
  { name: 'own ten years' },
)
const WIDTH = 150
const HEIGHT = 22
const EDGE = 5

const ends = computed(() => {
  const values = [props.own, props.others].flatMap((spread) => (spread ? [spread.low, spread.high] : []))
  const low = Math.min(...values)
  const high = Math.max(...values)
  return values.length && high > low ? { low, high } : null
})
/** What lies beyond the scale stands at its edge. */
const x = (value: number): number => {
  const { low, high } = ends.value!
  return EDGE + Math.min(1, Math.max(0, (value - low) / (high - low))) * (WIDTH - 2 * EDGE)
}
const beyond = computed(() => props.now !== null && ends.value !== null && (props.now < ends.value.low || props.now > ends.value.high))
const spoken = (name: string, spread: Spread | null): string =>
  spread ? `${name}: ${props.text(spread.low)}, median ${props.text(spread.median)}, to ${props.text(spread.high)}` : `${name}: not known`
const label = computed(() =>
  [
    props.now === null ? 'No value now' : `Now ${props.text(props.now)}`,
    spoken(props.name, props.own),
    ...(props.others || props.name === 'own ten years' ? [spoken('sector', props.others)] : []),
  ].join('; '),
)
</script>

<template>
  <svg v-if="ends" :width="WIDTH" :height="HEIGHT" role="img" :aria-label="label">
    <title>{{ label }}</title>
    <template v-if="own">
      <line :x1="x(own.low)" :x2="x(own.high)" y1="8" y2="8" class="own" />
      <line :x1="x(own.median)" :x2="x(own.median)" y1="3" y2="13" class="stroke" />
    </template>
    <template v-if="others">
      <line :x1="x(others.low)" :x2="x(others.high)" y1="17" y2="17" class="others" />
      <line :x1="x(others.median)" :x2="x(others.median)" y1="14" y2="20" class="stroke" />
    </template>
    <template v-if="now !== null">
      <path v-if="beyond" :d="now > ends.high ? `M${WIDTH - 8} 4l7 4-7 4z` : 'M8 4l-7 4 7 4z'" class="now" />
      <circle v-else :cx="x(now)" cy="8" r="4" class="now" />
    </template>
  </svg>
  <span v-else class="quiet">no range</span>
</template>

<style scoped>
svg {
  display: block;
  overflow: visible;
}
.own {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 5;
  opacity: 0.28;
}
.others {
  stroke: rgb(var(--v-theme-quiet));
  stroke-width: 1.5;
}
.stroke {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1.3;
}
.now {
  fill: rgb(var(--v-theme-primary));
}
</style>
