<script setup lang="ts">
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import { CHECKS, LINES, type CheckTexts } from './check'

/** What a check looks at, typed. */
const props = defineProps<{ ticker: string; stands?: boolean }>()
const check = defineModel<CheckTexts>({ required: true })
const kinds = computed((): [string, string][] =>
  Object.entries(CHECKS)
    .filter(([, of]) => !props.stands || of.stands)
    .map(([key, of]) => [key, of.word]),
)
const fields = computed(() => CHECKS[check.value.kind]?.fields ?? [])
const set = <K extends keyof CheckTexts>(key: K, value: CheckTexts[K]): void => {
  check.value = { ...check.value, [key]: value }
}
const { state: lines } = useAnswer(
  'drawn lines to check',
  () => ({ ticker: props.ticker, asked: fields.value.includes('drawn_line') }),
  ({ ticker, asked }, signal) =>
    asked && ticker ? ask(api.GET('/companies/{ticker}/drawn-lines', { params: { path: { ticker } }, signal })) : null,
)
const WORDS: Record<string, string> = {
  price: 'Price',
  within: 'within, %',
  formula: 'Criterion, such as net_margin > 0.1',
  beyond: 'by, % (below nothing: worse)',
  days: 'in days',
  amount: 'for at least',
  day: 'Day',
}
</script>

<template>
  <span class="check">
    <ChoiceField
      :model-value="check.kind"
      name="What is looked at"
      :choices="kinds"
      @update:model-value="(to: string) => set('kind', to)"
    />
    <template v-for="field in fields" :key="field">
      <ChoiceField
        v-if="field === 'line'"
        :model-value="check.line"
        name="Of which figure"
        :choices="LINES"
        @update:model-value="(to: string) => set('line', to)"
      />
      <template v-else-if="field === 'drawn_line'">
        <ChoiceField
          v-if="lines.data?.length"
          :model-value="check.drawn_line ?? 0"
          name="Which line"
          :choices="[[0, 'which line?'], ...lines.data.map((of): [number, string] => [of.id, of.name])]"
          @update:model-value="(to: number) => set('drawn_line', to || null)"
        />
        <span v-else class="quiet">none is drawn; draw one under Read, Market</span>
      </template>
      <v-text-field
        v-else
        :model-value="check[field]"
        :label="WORDS[field]"
        :type="field === 'day' ? 'date' : 'text'"
        :class="field === 'formula' ? 'wide' : 'narrow'"
        hide-details
        @update:model-value="(to: string) => set(field, to)"
        @keydown.stop
      />
    </template>
  </span>
</template>

<style scoped>
.check {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: calc(var(--space) * 3);
}
.narrow {
  width: 150px;
}
.wide {
  width: 320px;
}
</style>
