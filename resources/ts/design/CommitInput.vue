<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'

/**
 * A figure that counts when one leaves the field or presses Enter. What is being typed is not touched when the page around
 * it changes; what was refused gives way to the last good figure.
 */
defineOptions({ inheritAttrs: false })
const props = defineProps<{ modelValue: string | number }>()
const emit = defineEmits<{ 'update:modelValue': [text: string] }>()
const text = ref(String(props.modelValue))
watch(
  () => props.modelValue,
  (now) => (text.value = String(now)),
)
function commit(): void {
  emit('update:modelValue', String(text.value))
  void nextTick(() => (text.value = String(props.modelValue)))
}
</script>

<template>
  <input v-model="text" class="assumption" v-bind="$attrs" @change="commit" @keydown.stop />
</template>
