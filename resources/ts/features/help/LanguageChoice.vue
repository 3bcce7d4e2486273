<script setup lang="ts">
import { kept } from '@/stores/kept'
import { LANGUAGES, type Language } from './texts'

/** The language of the help; the rest of the program speaks English. */
const languages = Object.entries(LANGUAGES) as [Language, { name: string }][]
</script>

<template>
  <span class="languages">
    <button
      v-for="[code, language] in languages"
      :key="code"
      type="button"
      :lang="code"
      :aria-pressed="kept.language.value === code"
      @click="kept.language.value = code"
    >
      {{ language.name }}
    </button>
  </span>
</template>

<style scoped>
.languages {
  display: inline-flex;
  gap: calc(var(--space) * 3);
}
button {
  font: inherit;
  font-size: var(--type-small);
  color: rgb(var(--v-theme-primary));
  background: none;
  border: 0;
  border-bottom: 2px solid transparent;
  padding: calc(var(--space)) 0;
  min-height: 24px;
  cursor: pointer;
}
button[aria-pressed='true'] {
  color: inherit;
  border-bottom-color: rgb(var(--v-theme-primary));
}
</style>
