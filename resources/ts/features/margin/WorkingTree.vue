<script setup lang="ts">
import { ref } from 'vue'
import type { Working } from '@/api/client'
import { figureText } from '@/design/format'
import { useCatalogue } from '@/stores/catalogue'

const props = withDefaults(defineProps<{ working: Working; depth?: number; currency?: string }>(), { depth: 0, currency: '' })
const catalogue = useCatalogue()
const open = ref(props.depth < 1)
const kinds: Record<string, string> = {
  filing: 'Filed',
  correction: 'Corrected',
  computed_total: 'Computed',
  market: 'Market',
  estimate: 'Consensus',
  assumption: 'Assumed',
}
</script>

<template>
  <li>
    <component
      :is="working.children?.length ? 'button' : 'div'"
      class="line"
      :aria-expanded="working.children?.length ? open : undefined"
      @click="working.children?.length && (open = !open)"
    >
      <span class="label"
        ><span v-if="working.children?.length" class="twist" aria-hidden="true">{{ open ? '▾' : '▸' }}</span
        >{{ working.label }}</span
      >
      <span class="value" :class="{ quiet: working.state !== 'value' }">{{
        figureText({ value: working.value ?? null, unit: working.unit, state: working.state as 'value' })
      }}</span>
    </component>
    <div v-if="working.period || working.formula || working.source || working.reason" class="quiet small">
      <span v-if="working.reason" class="attention">{{ working.reason }} </span>
      <span v-if="working.period">{{ working.period }}. </span>
      <span v-if="working.formula && depth < 9">= {{ catalogue.words(working.formula) }}</span>
      <span v-if="working.source"
        >{{ kinds[working.source.kind] ?? working.source.kind }}: {{ working.source.text
        }}<template v-if="working.source.date">, {{ working.source.date }}</template></span
      >
    </div>
    <ul v-if="open && working.children?.length">
      <WorkingTree v-for="(child, index) in working.children" :key="index" :working="child" :depth="depth + 1" :currency="currency" />
    </ul>
  </li>
</template>

<style scoped>
li {
  list-style: none;
  padding: var(--space) 0;
}
ul {
  padding-left: calc(var(--space) * 3);
  border-left: 1px solid rgb(var(--v-theme-rule));
  margin: calc(var(--space) * 0.5) 0 calc(var(--space) * 0.5) var(--space);
}
.line {
  display: flex;
  justify-content: space-between;
  gap: calc(var(--space) * 2.5);
  width: 100%;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 0;
  text-align: left;
}
button.line {
  cursor: pointer;
}
.value {
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
.twist {
  display: inline-block;
  width: 1.1em;
  color: rgb(var(--v-theme-quiet));
}
.small {
  font-size: var(--type-small);
  overflow-wrap: anywhere;
}
</style>
