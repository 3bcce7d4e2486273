<script setup lang="ts">
import { computed } from 'vue'
import { MARKS, type Mark } from './statement'

/** A sign beside a figure for what is special of it; a figure without one leaves the same room. */
const { mark } = defineProps<{ mark: Mark | null }>()
const meaning = computed(() => (mark === null ? null : MARKS[mark]))
</script>

<template>
  <span v-if="meaning" class="attention mark" :title="meaning.text"
    >{{ meaning.sign }}<span class="visually-hidden">{{ meaning.text }}</span></span
  ><span v-else class="mark" />
</template>

<style scoped>
.mark {
  display: inline-block;
  width: 0.9em;
  text-align: center;
}
</style>
