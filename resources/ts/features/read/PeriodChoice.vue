<script setup lang="ts">
import { PERIODS, type Period } from './priceChart'

/** How far back prices are shown. */
const period = defineModel<Period>({ required: true })
</script>

<template>
  <v-btn-toggle v-model="period" role="group" mandatory aria-label="Period"
    ><v-btn
      v-for="[key, word] in PERIODS"
      :key="key"
      :value="key"
      size="small"
      :aria-label="`Period ${word}`"
      :aria-pressed="period === key"
      >{{ word }}</v-btn
    ></v-btn-toggle
  >
</template>
