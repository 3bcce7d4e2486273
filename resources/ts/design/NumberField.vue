<script setup lang="ts">
import { ref, watch } from 'vue'
import CommitInput from './CommitInput.vue'
import { readNumber, threshold } from './format'

/** A number as people write it for its unit: 15, 10%, 2.5bn, 300m; or a day. */
const props = defineProps<{ label: string; unit: string }>()
const value = defineModel<number>({ required: true })
const text = ref(threshold(value.value, props.unit))
const refused = ref(false)
watch([value, () => props.unit], ([now, unit], [, before]) => {
  if (unit !== before || readNumber(text.value) !== now) text.value = threshold(now, unit)
  refused.value = false
})
function typed(): void {
  const read = readNumber(text.value)
  refused.value = read === null
  if (read !== null) value.value = read
}
const day = (number: number): string => String(number).replace(/^(\d{4})(\d{2})(\d{2})$/, '$1-$2-$3')
</script>

<template>
  <CommitInput
    v-if="unit === 'date'"
    type="date"
    class="day"
    :aria-label="label"
    :model-value="day(value)"
    @update:model-value="(text: string) => (value = Number(text.replaceAll('-', '')) || value)"
  />
  <span v-else class="number">
    <input
      v-model="text"
      class="assumption"
      :class="{ refused }"
      :aria-label="label"
      :aria-invalid="refused"
      @input="typed"
      @keydown.stop
    />
    <span v-if="refused" class="worse small" role="alert">Write a number such as 15, 10%, 2.5bn or 300m.</span>
  </span>
</template>

<style scoped>
.day {
  width: 9em;
}
.small {
  font-size: var(--type-small);
  display: block;
}
</style>
