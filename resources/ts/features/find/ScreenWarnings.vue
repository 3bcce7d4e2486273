<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useCatalogue } from '@/stores/catalogue'

/** What one should know before one trusts the survivors of a screen. */
const props = defineProps<{ found: Schemas['Warning'][] }>()
const catalogue = useCatalogue()
const all = ref(false)
const warnings = computed(() => {
  const quoted = (criterion: string | undefined) => `“${catalogue.words(criterion ?? '')}”`
  const say: Record<Schemas['Warning']['kind'], (w: Schemas['Warning']) => string> = {
    concentration: (w) => `${w.count} of ${w.of} survivors are of one sector, ${catalogue.data?.sectors[w.sector ?? ''] ?? w.sector}.`,
    undecidable: (w) =>
      `${quoted(w.criterion)} cannot be decided for ${w.count} of ${w.of} companies: they lack a figure, and do not pass.`,
    currencies: (w) => `${w.count} of ${w.of} survivors report in another currency than the rest; amounts are converted at the day’s rate.`,
    year_ends: (w) =>
      `${w.count} of ${w.of} survivors close their books in another month than the rest; a year is not the same year for all.`,
    stale: (w) => `The latest statements of ${w.count} of ${w.of} survivors are more than 400 days old.`,
    edge: (w) => `${quoted(w.criterion)} sits at an edge: a small move would leave ${w.tightened} or ${w.loosened} instead of ${w.of}.`,
    duplicate: (w) =>
      `${quoted(w.criterion)} and ${quoted(w.other)} rank companies alike (${(w.correlation ?? 0).toFixed(2)}): one of them does little.`,
  }
  return props.found.map((w) => say[w.kind](w))
})
</script>

<template>
  <div v-if="warnings.length" class="warnings" role="status">
    <p v-for="warning in all || warnings.length < 3 ? warnings : warnings.slice(0, 1)" :key="warning" class="attention">⚑ {{ warning }}</p>
    <button v-if="warnings.length > 2" class="figure attention" :aria-expanded="all" @click="all = !all">
      {{ all ? 'Only the first' : `And ${warnings.length - 1} more` }}
    </button>
  </div>
</template>

<style scoped>
.warnings {
  max-height: 96px;
  overflow: auto;
}
</style>
