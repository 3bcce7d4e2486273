<script setup lang="ts">
import { computed } from 'vue'
import { useCatalogue } from '@/stores/catalogue'
import type { Question } from '@/stores/margin'
import { figureHelp, word } from './texts'

/** What a figure says and what to do next, by the kind of figure it is. */
const props = defineProps<{ question: Question }>()
const catalogue = useCatalogue()
const metric = computed(() => (props.question.kind === 'metric' ? catalogue.byKey.get(props.question.metric) : undefined))
const help = computed(() => figureHelp(props.question.kind === 'metric' ? (metric.value?.group ?? 'formula') : props.question.kind))
</script>

<template>
  <section class="rule" :lang="help.language">
    <h3>{{ word('figure_for') }}</h3>
    <p>
      {{ help.for }}
      <template v-if="metric">{{ word(`better_${metric.better}`) }}</template>
    </p>
    <p>
      <b>{{ word('next') }}:</b> {{ help.next }}
      <router-link :to="help.to.replace('{ticker}', question.ticker)">{{ word('go_there') }}</router-link>
    </p>
  </section>
</template>

<style scoped>
section {
  margin-top: calc(var(--space) * 3.5);
  padding-top: calc(var(--space) * 2.5);
}
p {
  margin: 0 0 calc(var(--space));
}
</style>
