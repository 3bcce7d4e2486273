<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSession } from '@/stores/session'

/** A report of the parts one chooses, as PDF or as a page, as of the day that is looked at. */
const props = defineProps<{ address: string; parts: [string, string][] }>()
const session = useSession()
const chosen = ref(props.parts.map(([key]) => key))
const href = computed(() => (format: string): string => {
  const query = new URLSearchParams({ as: format, parts: chosen.value.join(',') })
  if (session.asOf) query.set('as_of', session.asOf)
  return `${props.address}?${query}`
})
</script>

<template>
  <v-menu :close-on-content-click="false">
    <template #activator="{ props: menu }"><v-btn size="small" v-bind="menu">Report</v-btn></template>
    <v-card class="pa-4" aria-label="Parts of the report">
      <label v-for="[key, word] in parts" :key="key" class="part"><input v-model="chosen" type="checkbox" :value="key" /> {{ word }}</label>
      <div class="formats">
        <v-btn size="small" variant="flat" :href="href('pdf')" :disabled="!chosen.length" download>PDF</v-btn>
        <v-btn size="small" :href="href('html')" :disabled="!chosen.length" download>HTML</v-btn>
      </div>
    </v-card>
  </v-menu>
</template>

<style scoped>
.part {
  display: block;
  padding: calc(var(--space) * 0.5) 0;
}
.formats {
  display: flex;
  gap: calc(var(--space) * 2);
  margin-top: calc(var(--space) * 2);
}
</style>
