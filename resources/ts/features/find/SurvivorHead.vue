<script setup lang="ts">
import { mdiDotsVertical } from '@mdi/js'
import { unitHead } from '@/design/format'
import { useCatalogue } from '@/stores/catalogue'
import { useSession } from '@/stores/session'

/** The head of a column of the survivors: sorts by it, and opens what else can be done with it. */
defineProps<{
  column: string
  unit: string
  direction: 'ascending' | 'descending' | undefined
  /** Which of several columns it is that rows are sorted by; 0 for the only one or none. */
  place: number
  isFirst: boolean
  isLast: boolean
  isFrozen: boolean
}>()
defineEmits<{
  sort: [further: boolean]
  order: [direction: 'ascending' | 'descending']
  move: [step: number]
  widen: [by: number]
  freeze: []
  remove: []
}>()
const catalogue = useCatalogue()
const session = useSession()
const MARKS = { ascending: ' ▴', descending: ' ▾' }
</script>

<template>
  <button
    data-sort
    class="figure"
    :title="catalogue.byKey.get(column)?.note || catalogue.byKey.get(column)?.formula || column"
    @click="$emit('sort', $event.shiftKey)"
  >
    {{ catalogue.label(column) }}{{ direction ? MARKS[direction] : '' }}<sub v-if="place">{{ place }}</sub>
  </button>
  <v-menu>
    <template #activator="{ props: activator }">
      <v-btn :icon="mdiDotsVertical" size="x-small" class="menu" :aria-label="`Column ${catalogue.label(column)}`" v-bind="activator" />
    </template>
    <v-list density="compact">
      <v-list-item title="Sort by it, highest first" @click="$emit('order', 'descending')" />
      <v-list-item title="Sort by it, lowest first" @click="$emit('order', 'ascending')" />
      <v-list-item title="Sort by it among equals" @click="$emit('sort', true)" />
      <v-list-item title="Move left" :disabled="isFirst" @click="$emit('move', -1)" />
      <v-list-item title="Move right" :disabled="isLast" @click="$emit('move', 1)" />
      <v-list-item title="Wider" @click="$emit('widen', 30)" />
      <v-list-item title="Narrower" @click="$emit('widen', -30)" />
      <v-list-item :title="isFrozen ? 'Let columns scroll' : 'Hold up to here'" @click="$emit('freeze')" />
      <v-list-item title="Remove" @click="$emit('remove')" />
      <v-list-item v-if="catalogue.byKey.has(column)" title="About this metric" :to="{ name: 'metrics', params: { key: column } }" />
    </v-list>
  </v-menu>
  <div class="unit">{{ unitHead(unit, session.currency) || ' ' }}</div>
</template>

<style scoped>
.figure {
  text-align: right;
  max-width: 100%;
  margin-right: calc(var(--space) * 4);
  font-size: var(--type-small);
  white-space: normal;
  hyphens: auto;
}
.unit {
  font-size: var(--type-fine);
  font-weight: 400;
  padding-right: calc(var(--space) * 4);
}
.menu {
  position: absolute !important;
  right: 0;
  bottom: 13px;
  opacity: 0.55;
}
.menu:focus-visible,
:global(th:hover .menu) {
  opacity: 1;
}
</style>
