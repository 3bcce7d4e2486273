<script setup lang="ts">
import { ref } from 'vue'

/** What can be done with the survivors that are ticked. */
defineProps<{ count: number }>()
const emit = defineEmits<{ list: []; aside: [reason: string]; none: [] }>()
const reason = ref('')
function setAside(): void {
  emit('aside', reason.value.trim() || 'set aside by hand')
  reason.value = ''
}
</script>

<template>
  <div class="selection" role="status">
    <strong>{{ count }} selected</strong>
    <v-btn size="small" @click="$emit('list')">Make a list</v-btn>
    <input
      v-model="reason"
      class="reason"
      placeholder="reason"
      aria-label="Reason to set them aside"
      maxlength="300"
      @keydown.stop
      @keydown.enter="setAside"
    />
    <v-btn size="small" @click="setAside">Set aside</v-btn>
    <v-btn size="small" @click="$emit('none')">Select none</v-btn>
  </div>
</template>

<style scoped>
.selection {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 2);
  flex-wrap: wrap;
  padding: calc(var(--space) * 0.5) 0;
}
.reason {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px solid rgb(var(--v-theme-quiet));
  padding: 0 var(--space);
}
</style>
