<script setup lang="ts">
import { computed } from 'vue'
import { render } from './markdown'

const props = defineProps<{ text: string }>()
const html = computed(() => render(props.text))
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -- the renderer lets no HTML of the note through -->
  <div class="text" v-html="html" />
</template>

<style scoped>
.text :deep(p) {
  margin: 0 0 var(--space);
}
.text :deep(ul),
.text :deep(ol) {
  padding-left: calc(var(--space) * 4.5);
  margin: 0 0 var(--space);
}
.text :deep(h1),
.text :deep(h2),
.text :deep(h3) {
  font-size: var(--type-text);
  margin: var(--space) 0 calc(var(--space) * 0.5);
}
</style>
