<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import ChoiceField from '@/design/ChoiceField.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import { useCatalogue } from '@/stores/catalogue'

/** What each column and each label of a file is taken for. */
const props = defineProps<{ mapping: NonNullable<Schemas['Import']['mapping']>; preview: Preview; editable: boolean }>()
const emit = defineEmits<{ remap: [changes: Record<string, unknown>] }>()
const catalogue = useCatalogue()
type Preview = NonNullable<Schemas['Import']['preview']>
const fieldChoices = computed((): [string, string][] => [
  ['', 'left out'],
  ...(props.preview.fields ?? []).map((field): [string, string] => [field.key, field.label]),
])
const lineChoices = computed(() => (catalogue.data?.lines ?? []).map((line) => ({ title: line.label, value: line.key })))
const setColumn = (i: number, field: string): void => {
  const columns = [...(props.mapping.columns ?? [])]
  while (columns.length < (props.preview.columns.length ?? 0)) columns.push(null)
  columns.forEach((other, at) => {
    if (other === field && at !== i) columns[at] = null
  })
  columns[i] = field || null
  emit('remap', { columns })
}
/** Columns of a statement that name a period; another period, or none, may be written instead. */
const periods = computed(() =>
  props.mapping.kind === 'statement'
    ? props.preview.columns
        .map((column, i) => ({ ...column, i }))
        .filter((column) => column.field || props.mapping.columns[column.i] === '')
    : [],
)
const setPeriod = (i: number, period: string): void => {
  const columns = [...props.mapping.columns]
  while (columns.length < props.preview.columns.length) columns.push(null)
  columns[i] = period.trim()
  emit('remap', { columns })
}
const setLine = (label: string, line: string | null): void => emit('remap', { lines: { ...props.mapping.lines, [label]: line ?? '' } })
const sure = (confidence: number): string => (confidence >= 0.95 ? 'sure' : confidence >= 0.7 ? 'likely' : confidence > 0 ? 'a guess' : '')
const columnColumns: SheetColumn<Preview['columns'][number]>[] = [
  { key: 'heading', head: 'Heading', of: (column) => column.heading || '(empty)' },
  { key: 'is', head: 'Is', class: 'left' },
  { key: 'sure', head: 'How sure', of: (column) => sure(column.confidence), class: 'left quiet' },
  { key: 'cells', head: 'First cells', of: (column) => column.sample.filter(Boolean).join(' · '), class: 'left quiet' },
]
const lineColumns: SheetColumn<Preview['lines'][number]>[] = [
  { key: 'label', head: 'In the file', of: (line) => line.label },
  { key: 'is', head: 'Is', class: 'left' },
  {
    key: 'sure',
    head: 'How sure',
    of: (line) => [sure(line.confidence), line.confidence < 1 ? line.basis : ''].filter(Boolean).join(': '),
    class: 'left quiet',
  },
  { key: 'figures', head: 'First figures', of: (line) => line.sample.join(' · '), class: 'left quiet' },
]
</script>

<template>
  <section v-if="periods.length">
    <h3>Periods</h3>
    <p class="quiet small">Write another period, such as FY 2024, Q2 2024, H1 2024 or 9M 2024, or nothing to leave a column out.</p>
    <div class="choices">
      <label v-for="column in periods" :key="column.i" class="quiet"
        >{{ column.heading || '(empty)' }}
        <input
          class="assumption"
          :value="mapping.columns[column.i] === '' ? '' : column.field"
          :aria-label="`Period of column ${column.heading}`"
          :disabled="!editable"
          @keydown.stop
          @change="setPeriod(column.i, ($event.target as HTMLInputElement).value)"
      /></label>
    </div>
  </section>
  <section v-else-if="preview.columns.length">
    <h3>Columns</h3>
    <SheetTable label="Columns" :columns="columnColumns" :rows="preview.columns" :row-key="(_, i) => i">
      <template #cell-is="{ row: column, index }">
        <ChoiceField
          :model-value="column.field ?? ''"
          :name="`Column ${column.heading}`"
          :choices="fieldChoices"
          :disabled="!editable"
          @update:model-value="setColumn(index, $event)"
        />
      </template>
    </SheetTable>
  </section>
  <section v-if="preview.lines.length" class="mt-3">
    <h3>Lines, over {{ preview.periods.join(', ') }}</h3>
    <SheetTable class="lines" label="Lines" :columns="lineColumns" :rows="preview.lines" :row-key="(line) => line.label">
      <template #cell-is="{ row: line }">
        <v-autocomplete
          :model-value="line.line"
          :items="lineChoices"
          :disabled="!editable"
          :aria-label="`Line for ${line.label}`"
          placeholder="left out"
          clearable
          min-width="270"
          @update:model-value="(choice: string | null) => setLine(line.label, choice)"
          @keydown.stop
        />
      </template>
    </SheetTable>
  </section>
  <section v-else-if="preview.unmapped.length" class="mt-3">
    <h3>{{ mapping?.kind === 'report' ? 'Concepts' : 'Labels' }} without a line</h3>
    <p class="quiet small">What you choose is remembered for the next file.</p>
    <div v-for="entry in preview.unmapped" :key="entry.label" class="entry">
      <span
        >{{ entry.label }} <span class="quiet">{{ entry.count }}×</span></span
      >
      <v-autocomplete
        :model-value="null"
        :items="lineChoices"
        :disabled="!editable"
        :aria-label="`Line for ${entry.label}`"
        placeholder="left out"
        max-width="320"
        @update:model-value="(choice: string | null) => setLine(entry.label, choice)"
        @keydown.stop
      />
    </div>
  </section>
</template>

<style scoped>
.lines {
  max-height: 46vh;
}
</style>
