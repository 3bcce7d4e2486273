<script setup lang="ts">
import { computed } from 'vue'
import type { Figure } from '@/api/client'
import { figureText } from '@/design/format'
import { useMargin, type Question } from '@/stores/margin'

/** A figure that can be questioned: choosing it opens its working in the margin. */
const props = defineProps<{
  figure: Pick<Figure, 'value' | 'unit' | 'state' | 'reason'>
  question: Question
  cell?: boolean
  scale?: (value: number) => string
}>()
const margin = useMargin()
const text = computed(() =>
  props.scale && props.figure.value !== null && props.figure.state === 'value'
    ? props.scale(props.figure.value)
    : figureText(props.figure, props.cell),
)
</script>

<template>
  <button
    class="figure"
    :class="{ quiet: figure.state !== 'value' }"
    :title="figure.reason ?? undefined"
    :aria-label="`${question.label}: ${figure.state === 'value' ? text : (figure.reason ?? 'no value')}`"
    @click="margin.ask(question)"
  >
    {{ text }}
  </button>
</template>
