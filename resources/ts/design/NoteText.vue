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
  margin: 0 0 4px;
}
.text :deep(ul),
.text :deep(ol) {
  padding-left: 18px;
  margin: 0 0 4px;
}
.text :deep(h1),
.text :deep(h2),
.text :deep(h3) {
  font-size: 0.98rem;
  margin: 4px 0 2px;
}
</style>
