<script setup lang="ts">
import { computed } from 'vue'
import { number } from '@/design/format'

/** Prices on one line: what each case would bring, what one would pay, and what is paid. */
const props = defineProps<{ marks: { word: string; price: number; kind: 'bear' | 'base' | 'bull' | 'ask' | 'now' }[]; currency: string }>()
const WIDTH = 1000
const EDGE = 90
const ABOVE = 26
const LINE = 58
const SYMBOL = { bear: '▼', base: '●', bull: '▲', ask: '◇', now: '|' }
const placed = computed(() => {
  const prices = props.marks.map((mark) => mark.price)
  const [low, high] = [Math.min(...prices), Math.max(...prices)]
  const x = (price: number): number => (high > low ? EDGE + ((price - low) / (high - low)) * (WIDTH - 2 * EDGE) : WIDTH / 2)
  const lanes: number[] = []
  return [...props.marks]
    .sort((a, b) => a.price - b.price)
    .map((mark) => {
      const at = x(mark.price)
      // What would lie over another goes to the next lane.
      let lane = lanes.findIndex((last) => at - last > 150)
      if (lane < 0) lane = lanes.length
      lanes[lane] = at
      return { ...mark, x: at, lane, below: mark.kind === 'ask' || mark.kind === 'now' }
    })
})
const spoken = computed(() => placed.value.map((mark) => `${mark.word} ${number(mark.price, 2)}`).join(', '))
const lanes = computed(() => Math.max(1, ...placed.value.map((mark) => mark.lane + 1)))
const height = computed(() => LINE + 16 + lanes.value * ABOVE)
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${height}`" role="img" :aria-label="`Prices in ${currency}: ${spoken}`">
    <line :x1="20" :x2="WIDTH - 20" :y1="LINE - 22" :y2="LINE - 22" class="rail" />
    <g v-for="mark in placed" :key="mark.word" :class="mark.kind">
      <line :x1="mark.x" :x2="mark.x" :y1="LINE - 30" :y2="LINE + 2 + mark.lane * ABOVE" class="stem" />
      <text :x="mark.x" :y="LINE - 16" text-anchor="middle" class="symbol">{{ SYMBOL[mark.kind] }}</text>
      <text :x="mark.x" :y="LINE + 16 + mark.lane * ABOVE" text-anchor="middle">{{ mark.word }} {{ number(mark.price, 2) }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 1100px;
  display: block;
}
.rail {
  stroke: rgb(var(--v-theme-quiet));
}
.stem {
  stroke: rgb(var(--v-theme-rule));
}
text {
  font-size: 15px;
  fill: rgb(var(--v-theme-on-background));
}
.symbol {
  font-size: 15px;
}
.bear text {
  fill: rgb(var(--v-theme-error));
}
.bull text {
  fill: rgb(var(--v-theme-success));
}
.ask text {
  fill: rgb(var(--v-theme-accent));
}
.now text {
  font-weight: 700;
}
</style>
