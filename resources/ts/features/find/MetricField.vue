<script setup lang="ts">
import { computed } from 'vue'
import { useCatalogue } from '@/stores/catalogue'

/** A metric found by typing any part of its name, of its key, or of another word for it. */
defineProps<{ label: string }>()
const metric = defineModel<string>({ required: true })
const catalogue = useCatalogue()

const items = computed(() =>
  (catalogue.data?.metrics ?? []).map((entry) => ({
    value: entry.key,
    title: entry.label,
    words: `${entry.label} ${entry.key.replaceAll('_', ' ')} ${entry.synonyms}`.toLowerCase(),
  })),
)
const fits = (_: string, query: string, item?: { raw: { words: string } }): boolean =>
  query
    .toLowerCase()
    .split(/\s+/)
    .every((word) => item!.raw.words.includes(word))
</script>

<template>
  <v-autocomplete
    :model-value="metric"
    :items="items"
    :label="label"
    :custom-filter="fits"
    auto-select-first
    @update:model-value="(key: string | null) => key && (metric = key)"
  />
</template>
