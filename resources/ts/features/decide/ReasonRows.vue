<script setup lang="ts">
import CheckFields from '@/features/desk/CheckFields.vue'
import { freshCheck } from '@/features/desk/check'
import type { TypedReason } from './decision'

/** Up to ten reasons: a sentence each, tied to something that can be checked where there is such. */
defineProps<{ ticker: string; word: string; another: string }>()
const reasons = defineModel<TypedReason[]>({ required: true })
const MOST = 10
const set = (at: number, to: Partial<TypedReason>): void => {
  reasons.value = reasons.value.map((of, i) => (i === at ? { ...of, ...to } : of))
}
</script>

<template>
  <div>
    <div v-for="(reason, at) in reasons" :key="at" class="reason">
      <v-text-field
        :model-value="reason.text"
        :label="`${word} ${at + 1}`"
        maxlength="500"
        hide-details
        @update:model-value="(text: string) => set(at, { text })"
        @keydown.stop
      />
      <span class="steps">
        <CheckFields
          v-if="reason.check"
          :model-value="reason.check"
          :ticker="ticker"
          stands
          @update:model-value="(check) => set(at, { check })"
        />
        <v-btn v-if="reason.check" size="x-small" :aria-label="`Check no more: ${word} ${at + 1}`" @click="set(at, { check: null })"
          >Not checked</v-btn
        >
        <v-btn
          v-else
          size="x-small"
          :aria-label="`Tie to something: ${word} ${at + 1}`"
          @click="set(at, { check: freshCheck('criterion') })"
          >Tie to something checkable</v-btn
        >
        <v-btn size="x-small" :aria-label="`Take away: ${word} ${at + 1}`" @click="reasons = reasons.filter((_, i) => i !== at)"
          >Take away</v-btn
        >
      </span>
    </div>
    <v-btn v-if="reasons.length < MOST" size="small" @click="reasons = [...reasons, { text: '', check: null }]">{{ another }}</v-btn>
  </div>
</template>

<style scoped>
.reason {
  padding-bottom: calc(var(--space) * 1.5);
  margin-bottom: calc(var(--space) * 1.5);
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
.steps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: calc(var(--space) * 2);
  margin-top: var(--space);
}
</style>
