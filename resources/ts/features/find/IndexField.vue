<script setup lang="ts">
import { computed } from 'vue'
import { useCatalogue } from '@/stores/catalogue'

/** The index that something is set against. */
const index = defineModel<string>({ required: true })
const catalogue = useCatalogue()
const items = computed(() => Object.entries(catalogue.data?.indices ?? {}).map(([value, title]) => ({ value, title })))
</script>

<template>
  <label class="quiet">against</label>
  <v-select v-model="index" :items="items" aria-label="Index" class="index" />
</template>

<style scoped>
.index {
  max-width: 220px;
}
</style>
