<script setup lang="ts">
/** The first cell of a row about a company: its name, which leads to it, and its ticker. */
defineProps<{ company: { ticker: string; name: string } }>()
</script>

<template>
  <th scope="row">
    <slot />
    <router-link :to="{ name: 'read', params: { ticker: company.ticker } }" :title="company.name">{{ company.name }}</router-link>
    <span class="quiet">{{ company.ticker }}</span>
  </th>
</template>
