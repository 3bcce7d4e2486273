<script setup lang="ts">
import { computed } from 'vue'
import { kept } from '@/stores/kept'
import { tour, word } from './texts'

/** Ten steps through the whole work on the demo; what is ticked stays so in this browser. */
const steps = computed(tour)
const done = computed(() => new Set(kept.tour.value))
function tick(place: number): void {
  kept.tour.value = done.value.has(place) ? kept.tour.value.filter((of) => of !== place) : [...kept.tour.value, place]
}
</script>

<template>
  <div class="tour" :lang="kept.language.value">
    <p class="quiet">
      {{ word('done_of', { done: done.size, all: steps.length }) }}
      <v-btn v-if="done.size" size="small" @click="kept.tour.value = []">{{ word('begin_again') }}</v-btn>
    </p>
    <ol>
      <li v-for="(step, place) in steps" :key="place" :class="{ done: done.has(place) }">
        <input :id="`step-${place}`" type="checkbox" :checked="done.has(place)" @change="tick(place)" />
        <div>
          <label :for="`step-${place}`">{{ step.do }}</label>
          <p class="quiet">
            {{ step.why }} <router-link :to="step.to" :aria-label="`${place + 1}: ${step.to}`">{{ step.to }}</router-link>
          </p>
        </div>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.tour {
  max-width: 760px;
}
ol {
  list-style: none;
  padding: 0;
  counter-reset: step;
}
li {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: calc(var(--space) * 2);
  padding: calc(var(--space) * 2.5) 0;
  border-top: 1px solid rgb(var(--v-theme-rule));
}
li p {
  margin: calc(var(--space)) 0 0;
}
li.done label {
  color: rgb(var(--v-theme-quiet));
}
input {
  width: 18px;
  height: 18px;
  margin-top: calc(var(--space) * 0.5);
  accent-color: rgb(var(--v-theme-primary));
}
</style>
