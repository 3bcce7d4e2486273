<script setup lang="ts">
import type { Answer } from '@/api/answer'

/** That an answer is on its way, or why it did not come and the way to try again. */
defineProps<{ state: Answer<unknown> }>()
defineEmits<{ again: [] }>()
</script>

<template>
  <v-progress-linear v-if="state.status === 'pending'" indeterminate color="primary" height="2" aria-label="Loading" />
  <p v-if="state.status === 'error'" class="worse" role="alert">
    {{ state.error.message }} <v-btn size="small" @click="$emit('again')">Try again</v-btn>
  </p>
</template>
