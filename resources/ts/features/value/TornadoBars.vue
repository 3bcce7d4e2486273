<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import CommitInput from '@/design/CommitInput.vue'
import { number } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { inputText, readInput, type MethodInput } from './figures'

/** How far the value swings when one input goes to the ends of its range, the widest on top. */
const props = defineProps<{ bars: Schemas['MethodSheet']['tornado']; centre: number | null; inputs: MethodInput[] }>()
const emit = defineEmits<{ range: [input: string, ends: [number, number]] }>()
const notices = useNotices()
type Bar = Schemas['MethodSheet']['tornado'][number]
function move(of: Bar, end: 'from' | 'to', text: string): void {
  const read = readInput(unit(of.input), text)
  if (read === null) notices.fail(`Write a number for an end of ${of.label}.`)
  else emit('range', of.input, end === 'from' ? [read, of.to] : [of.from, read])
}
const shown = computed(() => props.bars.filter((of) => of.swing !== null && of.swing > 0))
const ends = computed(() => {
  const all = shown.value.flatMap((of) => [of.low!, of.high!])
  return { low: Math.min(...all), high: Math.max(...all) }
})
const at = (value: number): number => (100 * (value - ends.value.low)) / (ends.value.high - ends.value.low || 1)
const unit = (name: string): string => props.inputs.find((of) => of.name === name)?.unit ?? 'ratio'
const end = (of: (typeof shown.value)[number], value: number, at: number): string =>
  `${number(value, 2)} at ${inputText(unit(of.input), at)}`
const spoken = (of: (typeof shown.value)[number]): string => `${of.label}: ${end(of, of.low!, of.from)}, ${end(of, of.high!, of.to)}`
</script>

<template>
  <div v-if="shown.length" role="list" aria-label="What moves the value">
    <div v-for="of in shown" :key="of.input" class="bar" role="listitem" :aria-label="spoken(of)">
      <span class="name" :title="of.label">{{ of.label }}</span>
      <CommitInput
        class="assumption end"
        :aria-label="`${of.label}, lower end`"
        :model-value="inputText(unit(of.input), of.from, 1)"
        @update:model-value="(text: string) => move(of, 'from', text)"
      />
      <span class="track" :title="spoken(of)">
        <i
          :style="{
            left: `${at(Math.min(of.low!, of.high!))}%`,
            width: `${Math.max(0.6, (100 * of.swing!) / (ends.high - ends.low || 1))}%`,
          }"
        />
        <b v-if="centre !== null" :style="{ left: `${at(centre)}%` }" />
      </span>
      <CommitInput
        class="assumption end"
        :aria-label="`${of.label}, upper end`"
        :model-value="inputText(unit(of.input), of.to, 1)"
        @update:model-value="(text: string) => move(of, 'to', text)"
      />
    </div>
  </div>
</template>

<style scoped>
.bar {
  display: grid;
  grid-template-columns: 170px 74px 1fr 74px;
  gap: calc(var(--space) * 2);
  align-items: center;
  min-height: 24px;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.end {
  width: 100%;
}
.track {
  position: relative;
  height: 22px;
}
.track i {
  position: absolute;
  top: 6px;
  height: 10px;
  background: rgb(var(--v-theme-primary));
  opacity: 0.45;
}
.track b {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 1.5px solid rgb(var(--v-theme-on-surface));
}
</style>
