<script setup lang="ts" generic="K extends string">
import type { RouteLocationRaw } from 'vue-router'

/** The views of a page, one beside the other: places one can go to, or what is shown below. */
defineProps<{ views: { key: K; word: string; to?: RouteLocationRaw }[]; label: string }>()
const chosen = defineModel<K>({ required: true })
</script>

<template>
  <v-tabs v-model="chosen" :aria-label="label" density="compact" color="primary" class="views" show-arrows>
    <v-tab v-for="view in views" :key="view.key" :value="view.key" :to="view.to" exact>{{ view.word }}</v-tab>
  </v-tabs>
</template>

<style scoped>
.views {
  flex: none;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  margin-bottom: calc(var(--space) * 3);
  --v-tabs-height: 30px;
}
.views :deep(.v-tab) {
  min-width: 0;
  padding: 0 calc(var(--space) * 1.5);
  color: rgb(var(--v-theme-quiet));
  font-size: var(--type-text);
}
.views :deep(.v-tab--selected) {
  color: rgb(var(--v-theme-primary));
  font-weight: 600;
}
</style>
