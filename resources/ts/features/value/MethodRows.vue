<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import SheetTable from '@/design/SheetTable.vue'
import { amount } from '@/design/format'
import { inputText } from './figures'

/** The sheet a value comes from: figures year by year, and those that stand alone. */
const props = defineProps<{ rows: Schemas['MethodSheet']['rows']; currency: string; reported: string; first: number | null }>()
type Row = (typeof props.rows)[number]
const long = computed(() => props.rows.filter((of) => of.values.length > 1))
const alone = computed(() => props.rows.filter((of) => of.values.length === 1))
const most = computed(() => Math.max(0, ...long.value.map((of) => of.values.length)))
const text = (of: Row, value: number | null | undefined): string =>
  value == null ? '–' : of.unit === 'money' ? amount(value) : of.unit === 'ratio' ? inputText('ratio', value) : inputText(of.unit, value, 1)
</script>

<template>
  <section>
    <h2>The sheet</h2>
    <p class="quiet">
      {{ rows.some((of) => of.unit === 'money') ? `Whole company in ${reported}` : `A share in ${currency}` }}; years from the first to
      come.
    </p>
    <SheetTable
      v-if="long.length"
      label="The sheet"
      many
      :columns="[
        { key: 'label', head: '', of: (of: Row) => of.label },
        ...Array.from({ length: most }, (_, i) => ({
          key: `y${i}`,
          head: String(first === null ? i + 1 : first + i),
          of: (of: Row) => text(of, of.values[i]),
        })),
      ]"
      :rows="long"
      :row-key="(of) => of.label"
    />
    <dl v-if="alone.length">
      <template v-for="of in alone" :key="of.label"
        ><dt>{{ of.label }}</dt>
        <dd>{{ text(of, of.values[0]) }}</dd></template
      >
    </dl>
  </section>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: max-content max-content;
  gap: calc(var(--space) / 2) calc(var(--space) * 6);
  margin-top: calc(var(--space) * 3);
}
dd {
  margin: 0;
  text-align: right;
}
</style>
