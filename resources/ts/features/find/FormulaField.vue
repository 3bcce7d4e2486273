<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Problem } from '@/api/client'
import { useCatalogue } from '@/stores/catalogue'

/** A formula with the names of the language completed as one types, and the place of a mistake marked. */
const props = defineProps<{ label: string; problem?: Problem | null; live?: boolean }>()
const formula = defineModel<string>({ required: true })
const catalogue = useCatalogue()
const text = ref(formula.value)
const caret = ref(0)
const chosen = ref(0)
const open = ref(false)
const input = useTemplateRef<HTMLTextAreaElement>('input')
const id = `formula-${Math.random().toString(36).slice(2)}`
watch(formula, (now) => (text.value = now))

interface Offer {
  key: string
  detail: string
  insert: string
}
const vocabulary = computed<(Offer & { words: string })[]>(() => {
  const data = catalogue.data
  if (!data) return []
  return [
    ...data.functions.map((entry) => ({ key: entry.name, detail: entry.description, insert: `${entry.name}(`, words: entry.name })),
    ...data.metrics.map((entry) => ({
      key: entry.key,
      detail: entry.label,
      insert: entry.key,
      words: `${entry.key} ${entry.label} ${entry.synonyms}`.toLowerCase(),
    })),
    ...data.lines.map((entry) => ({
      key: entry.key,
      detail: entry.label,
      insert: entry.key,
      words: `${entry.key} ${entry.label}`.toLowerCase(),
    })),
    ...data.market_names.map((entry) => ({
      key: entry.key,
      detail: entry.label,
      insert: entry.key,
      words: `${entry.key} ${entry.label}`.toLowerCase(),
    })),
  ]
})
const word = computed(() => /[a-z][a-z0-9_]*$/i.exec(text.value.slice(0, caret.value))?.[0] ?? '')
const offers = computed<Offer[]>(() => {
  const wanted = word.value.toLowerCase()
  if (!open.value || wanted.length < 2) return []
  const exact = vocabulary.value.some((entry) => entry.key === wanted)
  return exact
    ? []
    : vocabulary.value
        .filter((entry) => entry.words.includes(wanted))
        .sort((a, b) => Number(b.key.startsWith(wanted)) - Number(a.key.startsWith(wanted)) || a.key.length - b.key.length)
        .slice(0, 8)
})
watch(offers, () => (chosen.value = 0))

function typed(event: Event): void {
  const box = event.target as HTMLTextAreaElement
  caret.value = box.selectionStart
  open.value = true
  if (props.live) formula.value = text.value
}
async function take(offer: Offer): Promise<void> {
  const start = caret.value - word.value.length
  text.value = text.value.slice(0, start) + offer.insert + text.value.slice(caret.value)
  open.value = false
  if (props.live) formula.value = text.value
  await nextTick()
  caret.value = start + offer.insert.length
  input.value?.focus()
  input.value?.setSelectionRange(caret.value, caret.value)
}
function key(event: KeyboardEvent): void {
  event.stopPropagation()
  if (offers.value.length) {
    if (event.key === 'ArrowDown') chosen.value = Math.min(offers.value.length - 1, chosen.value + 1)
    else if (event.key === 'ArrowUp') chosen.value = Math.max(0, chosen.value - 1)
    else if (event.key === 'Enter' || event.key === 'Tab') void take(offers.value[chosen.value]!)
    else if (event.key === 'Escape') open.value = false
    else return
    event.preventDefault()
  } else if (event.key === 'Enter') {
    event.preventDefault()
    commit()
  }
}
function commit(): void {
  open.value = false
  formula.value = text.value
}
/** The text around the mistake: before it, the word it stands in, after it. */
const mistake = computed(() => {
  const position = props.problem?.position
  if (!position || props.problem?.formula !== text.value) return null
  const rest = text.value.slice(position - 1)
  const length = Math.max(1, /^[A-Za-z0-9_]+/.exec(rest)?.[0].length ?? 1)
  return { before: text.value.slice(0, position - 1), word: rest.slice(0, length), after: rest.slice(length) }
})
</script>

<template>
  <div class="formula">
    <textarea
      ref="input"
      v-model="text"
      rows="2"
      spellcheck="false"
      maxlength="4000"
      role="combobox"
      :aria-label="label"
      :aria-controls="id"
      :aria-expanded="offers.length > 0"
      :aria-activedescendant="offers.length ? `${id}-${chosen}` : undefined"
      :aria-invalid="!!problem"
      :placeholder="label"
      @input="typed"
      @keydown="key"
      @blur="commit"
    ></textarea>
    <ul v-show="offers.length" :id="id" role="listbox" aria-label="Names that fit">
      <li
        v-for="(offer, i) in offers"
        :id="`${id}-${i}`"
        :key="offer.key"
        role="option"
        :aria-selected="i === chosen"
        :class="{ chosen: i === chosen }"
        @mousedown.prevent="take(offer)"
      >
        <span>{{ offer.insert }}</span><span class="quiet">{{ offer.detail }}</span>
      </li>
    </ul>
    <p v-if="problem" class="worse small" role="alert">
      <code v-if="mistake"
        >{{ mistake.before }}<mark>{{ mistake.word || '␣' }}</mark
        >{{ mistake.after }}</code
      >
      {{ problem.message }}
      <button
        v-if="problem.proposal && mistake"
        type="button"
        class="figure"
        @click="((text = mistake.before + problem.proposal + mistake.after), commit())"
      >
        Use {{ problem.proposal }}
      </button>
    </p>
  </div>
</template>

<style scoped>
.formula {
  position: relative;
}
textarea {
  width: 100%;
  font: inherit;
  font-feature-settings: 'tnum';
  padding: calc(var(--space) * 1.5) calc(var(--space) * 2);
  color: inherit;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-rule));
  resize: vertical;
}
textarea[aria-invalid='true'] {
  border-color: rgb(var(--v-theme-error));
}
ul {
  position: absolute;
  z-index: 20;
  left: 0;
  right: 0;
  max-height: 260px;
  overflow: auto;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-rule));
  list-style: none;
  padding: 0;
}
li {
  padding: var(--space) calc(var(--space) * 2);
  cursor: pointer;
  display: flex;
  justify-content: space-between;
  gap: calc(var(--space) * 2.5);
  font-size: var(--type-small);
}
li.chosen {
  background: rgb(var(--v-theme-wash));
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}
mark {
  background: none;
  color: inherit;
  text-decoration: underline wavy rgb(var(--v-theme-error));
  text-underline-offset: 3px;
}
code {
  font: inherit;
  display: block;
  color: rgb(var(--v-theme-on-background));
}
.small {
  font-size: var(--type-small);
}
</style>
