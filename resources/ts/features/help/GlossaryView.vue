<script setup lang="ts">
import { computed, ref } from 'vue'
import { useCatalogue } from '@/stores/catalogue'
import { word } from './texts'

/** The words of the field, from the catalogue that computes them: one truth for what a figure is and what is said of it. */
const catalogue = useCatalogue()
const SHOWN = 40
const wanted = ref('')
const metrics = computed(() => [...(catalogue.data?.metrics ?? [])].sort((a, b) => a.label.localeCompare(b.label)))
const found = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean)
  return metrics.value.filter((of) => {
    const all = `${of.label} ${of.key} ${of.synonyms} ${of.note}`.toLowerCase()
    return words.every((one) => all.includes(one))
  })
})
</script>

<template>
  <div class="glossary">
    <p class="quiet">{{ word('of_metrics') }}</p>
    <v-text-field v-model="wanted" :label="word('look_for')" clearable hide-details @keydown.stop />
    <p v-if="metrics.length && !found.length" class="quiet">{{ word('nothing_found') }}</p>
    <dl lang="en">
      <template v-for="metric in found.slice(0, SHOWN)" :key="metric.key">
        <dt>
          <router-link :to="{ name: 'metrics', params: { key: metric.key } }">{{ metric.label }}</router-link>
          <span v-if="metric.synonyms" class="quiet"> {{ metric.synonyms }}</span>
        </dt>
        <dd>
          <p v-if="metric.note">{{ metric.note }}</p>
          <p v-if="metric.formula" class="quiet">{{ catalogue.words(metric.formula) }}</p>
        </dd>
      </template>
    </dl>
    <p v-if="found.length > SHOWN" class="quiet" role="status">{{ word('found', { shown: SHOWN, all: found.length }) }}</p>
  </div>
</template>

<style scoped>
.glossary {
  max-width: 860px;
}
dt {
  font-weight: 600;
  margin-top: calc(var(--space) * 3);
  padding-top: calc(var(--space) * 2);
  border-top: 1px solid rgb(var(--v-theme-rule));
}
dt a {
  text-decoration: underline;
}
dt .quiet {
  font-weight: 400;
}
dd {
  margin: 0;
}
dd p {
  margin: calc(var(--space)) 0 0;
}
</style>
