<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue'
import { api, ask } from '@/api/client'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import type { Definition } from './screen'

/** Which one threshold, moved how far, would leave about as many survivors as one wishes for. */
const props = defineProps<{ definition: Definition }>()
defineEmits<{ take: [proposal: { criterion: number; to: string }] }>()
const session = useSession()
const catalogue = useCatalogue()
const notices = useNotices()
const wished = ref(25)
const proposals = shallowRef<{ total: number; proposals: { criterion: number; from: string; to: string; survivors: number }[] } | null>(
  null,
)
watch(
  () => props.definition,
  () => (proposals.value = null),
)
async function propose(): Promise<void> {
  try {
    proposals.value = await ask(
      api.POST('/screens/proposals', { body: { screen: props.definition, wished: wished.value, as_of: session.asOf } }),
    )
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <div class="wish">
    <label
      >Come to about
      <input
        v-model.number="wished"
        class="assumption"
        type="number"
        min="1"
        max="100000"
        aria-label="Wished number of survivors"
        @keydown.stop
        @keydown.enter="propose"
    /></label>
    <v-btn size="small" @click="propose">Propose</v-btn>
  </div>
  <template v-if="proposals">
    <p v-if="!proposals.proposals.length" class="quiet">
      No single threshold does it: there is no active criterion that compares with a number.
    </p>
    <div v-for="proposal in proposals.proposals" :key="proposal.criterion" class="entry">
      <span
        >{{ catalogue.words(proposal.to) }} <span class="quiet">leaves {{ proposal.survivors }}</span></span
      >
      <v-btn size="x-small" :aria-label="`Take ${proposal.to}`" @click="$emit('take', proposal)">Take</v-btn>
    </div>
  </template>
</template>

<style scoped>
.wish {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 2);
  margin-top: calc(var(--space) * 4);
}
.wish input {
  width: 4em;
}
</style>
