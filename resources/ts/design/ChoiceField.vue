<script setup lang="ts" generic="T extends string | number">
/** A choice of one of a few, with a word before it. */
defineProps<{ choices: [T, string][]; name: string; label?: string; disabled?: boolean }>()
const model = defineModel<T>({ required: true })
</script>

<template>
  <label class="quiet"
    >{{ label }}
    <select v-model="model" :aria-label="name" :disabled="disabled">
      <option v-for="[value, title] in choices" :key="value" :value="value">{{ title }}</option>
    </select></label
  >
</template>
