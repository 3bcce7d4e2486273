<script setup lang="ts">
import { number } from './format'

/** How far long work is: a bar with its count, an unmeasured one until a worker has begun. */
defineProps<{ work: { done: number; total: number } | null; what: string; label?: string }>()
</script>

<template>
  <v-progress-linear
    :model-value="work?.total ? (100 * work.done) / work.total : 0"
    :indeterminate="!work?.total"
    color="primary"
    height="6"
    :aria-label="label ?? 'Progress'"
  />
  <p class="my-2">{{ work?.total ? `${number(work.done, 0)} of ${number(work.total, 0)} ${what}` : 'Waiting for the worker…' }}</p>
</template>
