<script setup lang="ts">
import { watch } from 'vue'

/** Steps through the pages of a list; nothing where one page is all. */
const props = defineProps<{ pages: number | undefined; label: string }>()
const page = defineModel<number>({ required: true })
// The last entry of the last page may have gone.
watch(
  () => props.pages,
  (pages) => {
    if (pages && page.value > pages) page.value = pages
  },
)
</script>

<template>
  <v-pagination
    v-if="(pages ?? 1) > 1"
    v-model="page"
    :length="pages"
    :total-visible="7"
    density="compact"
    size="small"
    :aria-label="label"
  />
</template>
