<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { Schemas } from '@/api/client'
import { withUnit } from '@/design/format'
import type { Operator } from './criterion'

/** The spread of a metric with the threshold on it; drag it, or move it with the arrow keys. */
const props = defineProps<{ distribution: Schemas['Distribution']; unit: string; label: string; operator: Operator; still?: boolean }>()
const value = defineModel<number>({ required: true })
const WIDTH = 300
const HEIGHT = 40
const svg = useTemplateRef<SVGSVGElement>('svg')

const top = computed(() => Math.max(1, ...props.distribution.counts))
const bin = computed(() => WIDTH / props.distribution.counts.length)
const span = computed(() => props.distribution.high - props.distribution.low || 1)
const x = computed(() => Math.min(WIDTH, Math.max(0, ((value.value - props.distribution.low) / span.value) * WIDTH)))
const passes = (i: number): boolean => {
  const middle = (i + 0.5) * bin.value
  return props.operator.startsWith('<') ? middle <= x.value : middle >= x.value
}

function rounded(raw: number): number {
  const digits = Math.max(0, Math.ceil(-Math.log10(span.value / 200)))
  return Number(raw.toFixed(Math.min(8, digits)))
}
function place(event: PointerEvent): void {
  if (props.still) return
  const box = svg.value!.getBoundingClientRect()
  value.value = rounded(props.distribution.low + (span.value * (event.clientX - box.left)) / box.width)
}
function down(event: PointerEvent): void {
  svg.value!.setPointerCapture(event.pointerId)
  place(event)
}
function move(event: PointerEvent): void {
  if (event.buttons & 1) place(event)
}
function key(event: KeyboardEvent): void {
  const steps: Record<string, number> = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -10, PageUp: 10 }
  const step = steps[event.key]
  if (step === undefined || props.still) return
  event.preventDefault()
  value.value = rounded(value.value + (step * span.value) / 100)
}
</script>

<template>
  <div class="strip">
    <svg
      ref="svg"
      :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
      preserveAspectRatio="none"
      :class="{ still }"
      :role="still ? 'img' : 'slider'"
      :tabindex="still ? -1 : 0"
      :aria-label="still ? `Spread of ${label}` : `Threshold of ${label}`"
      :aria-valuenow="still ? undefined : value"
      :aria-valuetext="still ? undefined : withUnit(value, unit)"
      :aria-valuemin="still ? undefined : distribution.low"
      :aria-valuemax="still ? undefined : distribution.high"
      @pointerdown="down"
      @pointermove="move"
      @keydown="key"
    >
      <rect
        v-for="(count, i) in distribution.counts"
        :key="i"
        :x="i * bin"
        :width="Math.max(0.5, bin - 1)"
        :y="HEIGHT - (count / top) * (HEIGHT - 4)"
        :height="(count / top) * (HEIGHT - 4)"
        :class="passes(i) ? 'in' : 'out'"
      />
      <line v-if="!still" :x1="x" :x2="x" y1="0" :y2="HEIGHT" class="cut" />
      <polygon v-if="!still" :points="`${x - 5},0 ${x + 5},0 ${x},7`" class="grip" />
    </svg>
    <div class="ends quiet">
      <span>{{ withUnit(distribution.low, unit) }}</span><span>median {{ withUnit(distribution.median ?? 0, unit) }}</span
      ><span>{{ withUnit(distribution.high, unit) }}</span>
    </div>
  </div>
</template>

<style scoped>
svg {
  width: 100%;
  height: 42px;
  cursor: ew-resize;
  touch-action: none;
  display: block;
}
.still {
  cursor: default;
}
.in {
  fill: rgb(var(--v-theme-primary));
}
.out {
  fill: rgb(var(--v-theme-rule));
}
.cut {
  stroke: rgb(var(--v-theme-accent));
  stroke-width: 1.5;
}
.grip {
  fill: rgb(var(--v-theme-accent));
}
.ends {
  display: flex;
  justify-content: space-between;
  font-size: var(--type-fine);
}
</style>
