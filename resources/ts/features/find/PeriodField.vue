<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import CommitInput from '@/design/CommitInput.vue'

/** The first day of a period that ends today: some years back, or a day of one's own. */
const props = defineProps<{ today: string }>()
const from = defineModel<string>({ required: true })
const years = ref<number | 'day'>(5)
const choices = [
  ...[1, 2, 3, 5, 7, 9].map((value) => ({ value, title: value === 1 ? 'over 1 year' : `over ${value} years` })),
  { value: 'day' as const, title: 'since a day' },
]
const back = computed(() =>
  years.value === 'day' || !props.today
    ? null
    : `${Number(props.today.slice(0, 4)) - years.value}${props.today.slice(4).replace('-02-29', '-02-28')}`,
)
watch(back, (day) => day && (from.value = day), { immediate: true })
</script>

<template>
  <v-select v-model="years" :items="choices" aria-label="Period" class="narrow" />
  <CommitInput
    v-if="years === 'day'"
    type="date"
    class="day"
    aria-label="First day"
    :model-value="from"
    :max="today"
    @update:model-value="(text: string) => (from = text || from)"
  />
</template>

<style scoped>
.narrow {
  max-width: 150px;
}
.day {
  width: 9em;
}
</style>
