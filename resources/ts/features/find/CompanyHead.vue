<script setup lang="ts">
/** The first cell of a row about a company: its name, which leads to it, and its ticker. Where room is short, the name gives way. */
defineProps<{ company: { ticker: string; name: string } }>()
</script>

<template>
  <span class="company">
    <slot />
    <router-link :to="{ name: 'read', params: { ticker: company.ticker } }" :title="company.name">{{ company.name }}</router-link>
    <span class="quiet">{{ company.ticker }}</span>
  </span>
</template>

<style scoped>
.company {
  display: flex;
  align-items: baseline;
  gap: calc(var(--space) * 1.5);
  min-width: 0;
}
.company a {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.company .quiet {
  flex: none;
}
.company :slotted(input) {
  flex: none;
  align-self: center;
}
</style>
