<script setup lang="ts" generic="T extends string | number">
import { computed } from 'vue'

/** A choice of one of a few, with a word before it. */
const props = defineProps<{ choices: [T, string][]; name: string; label?: string; disabled?: boolean }>()
const model = defineModel<T>({ required: true })
const items = computed(() => props.choices.map(([value, title]) => ({ value, title })))
</script>

<template>
  <span class="choice">
    <span v-if="label" class="quiet" aria-hidden="true">{{ label }}</span>
    <v-select v-model="model" :items="items" :aria-label="name" :disabled="disabled" hide-details />
  </span>
</template>

<style scoped>
.choice {
  display: inline-flex;
  align-items: baseline;
  gap: calc(var(--space) * 1.5);
}
/* As wide as what is chosen. */
.choice :deep(.v-input) {
  width: auto;
  max-width: 260px;
}
.choice :deep(.v-field) {
  --v-field-padding-start: 4px;
  --v-field-padding-end: 0;
}
.choice :deep(.v-field__input) {
  min-height: 26px;
  padding-top: 0;
  padding-bottom: 0;
  font-size: var(--type-text);
}
.choice :deep(.v-field__append-inner) {
  padding-top: 0;
  align-items: center;
}
</style>
