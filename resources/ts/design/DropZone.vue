<script setup lang="ts">
import { ref } from 'vue'

/** Where files are chosen, or dropped from outside; what stands in it says what they may be. */
defineProps<{ label: string; said: string; accept?: string; multiple?: boolean }>()
const emit = defineEmits<{ files: [files: File[]] }>()
const over = ref(false)

function take(files: FileList | null | undefined): void {
  over.value = false
  if (files?.length) emit('files', Array.from(files))
}

function choose(event: Event): void {
  const input = event.target as HTMLInputElement
  take(input.files)
  // The same file, mended meanwhile, may be chosen again.
  input.value = ''
}
</script>

<template>
  <label
    class="drop"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="take($event.dataTransfer?.files)"
  >
    <input type="file" class="visually-hidden" :accept="accept" :multiple="multiple" :aria-label="label" @change="choose" />
    <strong>{{ said }}</strong>
    <span class="quiet"><slot /></span>
  </label>
</template>

<style scoped>
.drop {
  display: flex;
  flex-direction: column;
  gap: var(--space);
  border: 1.5px dashed rgb(var(--v-theme-primary));
  padding: calc(var(--space) * 4.5) calc(var(--space) * 5.5);
  cursor: pointer;
  max-width: 880px;
}
.drop.over,
.drop:hover {
  background: rgb(var(--v-theme-wash));
}
.drop:focus-within {
  outline: 2px solid rgb(var(--v-theme-primary));
}
</style>
