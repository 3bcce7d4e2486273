<script setup lang="ts">
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import { useNotices } from '@/stores/notices'
import { inputText, readInput, told, type MethodInput } from './figures'

/** Inputs of a method: each with its source, what else it could be, and the way back. */
defineProps<{ inputs: MethodInput[] }>()
const emit = defineEmits<{ set: [name: string, value: number | null] }>()
const notices = useNotices()
function type(of: MethodInput, text: string): void {
  const read = readInput(of.unit, text)
  if (read === null)
    notices.fail(`Write a number for ${of.label}, such as ${inputText(of.unit, of.value ?? of.low).replace(/[×%m\s]/g, '')}.`)
  else emit('set', of.name, read)
}
</script>

<template>
  <div>
    <div v-for="of in inputs" :key="of.name" class="entry">
      <div>
        <span>{{ of.label }}</span>
        <div class="source quiet">
          <v-menu v-if="of.alternatives.length || of.changed">
            <template #activator="{ props: menu }"
              ><button class="figure" v-bind="menu" :aria-label="`${of.label}: other sources`">
                {{ of.changed ? `own; ${of.source}: ${inputText(of.unit, of.usual)}` : of.source }} ▾
              </button></template
            >
            <v-list density="compact">
              <v-list-item v-if="of.changed" :title="`${of.source}: ${inputText(of.unit, of.usual)}`" @click="emit('set', of.name, null)" />
              <v-list-item
                v-for="one in of.alternatives"
                :key="one.source"
                :title="`${one.source}: ${inputText(of.unit, one.value)}`"
                @click="emit('set', of.name, one.value)"
              />
            </v-list>
          </v-menu>
          <template v-else>{{ of.source }}</template>
        </div>
      </div>
      <ChoiceField
        v-if="of.choices.length"
        :model-value="String(of.value ?? 0)"
        :name="of.label"
        :choices="of.choices.map((one, i): [string, string] => [String(i), one])"
        @update:model-value="(to: string) => emit('set', of.name, Number(to))"
      />
      <CommitInput
        v-else
        class="assumption"
        :aria-label="of.label"
        :model-value="told(of)"
        @update:model-value="(text: string) => type(of, text)"
      />
    </div>
  </div>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: 1fr minmax(110px, max-content);
  gap: calc(var(--space) * 2);
  align-items: center;
  padding: calc(var(--space) / 2) 0;
  border-bottom: 1px solid rgba(var(--v-theme-on-surface), 0.07);
}
.source {
  font-size: var(--type-fine);
  line-height: 1.25;
}
</style>
