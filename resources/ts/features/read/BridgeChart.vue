<script setup lang="ts">
import { computed } from 'vue'
import { amount } from '@/design/format'

export interface Step {
  line?: string | null
  label: string
  amount: number
  total: boolean
}

/** One figure becoming another, step by step: totals stand on the ground, steps hang between them. */
const props = defineProps<{ title: string; steps: Step[]; currency: string }>()
const WIDTH = 920
const HEIGHT = 200
const bars = computed(() => {
  let level = 0
  return props.steps.map((step) => {
    const from = step.total ? 0 : level
    level = step.total ? step.amount : level + step.amount
    return { ...step, from, to: level }
  })
})
const high = computed(() => Math.max(0, ...bars.value.flatMap((bar) => [bar.from, bar.to])))
const low = computed(() => Math.min(0, ...bars.value.flatMap((bar) => [bar.from, bar.to])))
const y = (value: number): number => 16 + ((high.value - value) / Math.max(1e-9, high.value - low.value)) * (HEIGHT - 20)
const slot = computed(() => WIDTH / Math.max(1, bars.value.length))
/** A label in lines that fit below its bar. */
function lines(label: string): string[] {
  const most = Math.max(9, Math.floor(slot.value / 6))
  const result: string[] = []
  for (const word of label.split(' ')) {
    const last = result[result.length - 1]
    if (last !== undefined && (last + ' ' + word).length <= most) result[result.length - 1] = `${last} ${word}`
    else result.push(word)
  }
  return result.length > 3
    ? [
        ...result.slice(0, 2),
        result
          .slice(2)
          .join(' ')
          .slice(0, most - 1) + '…',
      ]
    : result
}
</script>

<template>
  <figure>
    <h3>{{ title }}</h3>
    <svg
      :viewBox="`0 0 ${WIDTH} ${HEIGHT + 52}`"
      role="img"
      :aria-label="`${title}, ${currency}: ${steps.map((step) => `${step.label} ${amount(step.amount)}`).join('; ')}`"
    >
      <line x1="0" :x2="WIDTH" :y1="y(0)" :y2="y(0)" class="ground" />
      <g v-for="(bar, i) in bars" :key="i">
        <rect
          :x="i * slot + slot * 0.14"
          :width="slot * 0.72"
          :y="Math.min(y(bar.from), y(bar.to))"
          :height="Math.max(1.5, Math.abs(y(bar.from) - y(bar.to)))"
          :class="bar.total ? 'total' : bar.amount >= 0 ? 'up' : 'down'"
        >
          <title>{{ bar.label }}: {{ amount(bar.amount) }} {{ currency }}</title>
        </rect>
        <line
          v-if="i < bars.length - 1"
          :x1="i * slot + slot * 0.86"
          :x2="(i + 1) * slot + slot * 0.14"
          :y1="y(bar.to)"
          :y2="y(bar.to)"
          class="link"
        />
        <text :x="i * slot + slot / 2" :y="Math.min(y(bar.from), y(bar.to)) - 4" text-anchor="middle" class="value">
          {{ bar.total || bar.amount < 0 ? '' : '+' }}{{ amount(bar.amount) }}
        </text>
        <text v-for="(line, n) in lines(bar.label)" :key="n" :x="i * slot + slot / 2" :y="HEIGHT + 12 + 13 * n" text-anchor="middle">
          {{ line }}
        </text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
.total {
  fill: rgb(var(--v-theme-primary));
}
.up {
  fill: rgb(var(--v-theme-success));
  opacity: 0.75;
}
.down {
  fill: rgb(var(--v-theme-error));
  opacity: 0.75;
}
.ground,
.link {
  stroke: rgb(var(--v-theme-quiet));
  stroke-width: 0.7;
}
.link {
  stroke-dasharray: 2 2;
}
text {
  font-size: var(--type-fine);
  fill: rgb(var(--v-theme-quiet));
}
.value {
  fill: rgb(var(--v-theme-on-background));
}
</style>
