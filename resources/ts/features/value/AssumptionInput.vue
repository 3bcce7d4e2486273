<script setup lang="ts">
import { ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { amount, number, readNumber, threshold, withUnit } from '@/design/format'

/** A figure one may believe otherwise: typed in place, with its source and the alternatives under it. */
const props = defineProps<{ assumption: Schemas['Assumption']; refused?: boolean }>()
const emit = defineEmits<{ set: [value: number] }>()
const shown = (value: number): string =>
  props.assumption.unit === 'percent'
    ? `${number(100 * value, 2)}%`
    : props.assumption.unit === 'money' || props.assumption.unit === 'shares'
      ? amount(value).replace(' ', '')
      : number(value, 2)
const text = ref(shown(props.assumption.value))
const wrong = ref(false)
// A new value, and a refusal that was taken back, put the figure in force back into the field.
watch([() => props.assumption.value, () => props.refused] as const, ([value, refused]) => {
  if (refused) return
  text.value = shown(value)
  wrong.value = false
})
function typed(): void {
  const value = readNumber(text.value)
  wrong.value = value === null
  if (value === null || text.value === shown(props.assumption.value)) return
  emit('set', value)
}
</script>

<template>
  <div class="entry">
    <div>
      <span>{{ assumption.label }}</span>
      <div class="source quiet">
        <v-menu v-if="Object.keys(assumption.alternatives).length">
          <template #activator="{ props: menu }"
            ><button class="figure" v-bind="menu" :aria-label="`${assumption.label}: other sources`">
              {{ assumption.source }} ▾
            </button></template
          >
          <v-list density="compact">
            <v-list-item
              v-for="(value, source) in assumption.alternatives"
              :key="source"
              :title="`${source}: ${withUnit(value, assumption.unit)}`"
              @click="emit('set', value)"
            />
          </v-list>
        </v-menu>
        <template v-else>{{ assumption.source }}</template><span v-if="assumption.note"> · {{ assumption.note }}</span>
      </div>
      <div v-if="wrong" class="worse source" role="alert">Write a number such as {{ threshold(assumption.value, assumption.unit) }}.</div>
    </div>
    <input v-model="text" class="assumption" :class="{ refused: refused || wrong }" :aria-label="assumption.label" @change="typed" />
  </div>
</template>

<style scoped>
.source {
  font-size: var(--type-fine);
  line-height: 1.25;
}
</style>
