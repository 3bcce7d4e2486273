<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
import { number } from '@/design/format'
import { useSession } from '@/stores/session'
import { inputText, type MethodBody, type MethodInput } from './figures'

/** The value over two inputs. */
const props = defineProps<{
  ticker: string
  method: string
  body: MethodBody
  inputs: MethodInput[]
  price: number | null
}>()
const session = useSession()
const moved = computed(() => props.inputs.filter((of) => !of.choices.length))
const [down, across] = [ref(''), ref('')]
/** A rate against a growth where the method has them: what one doubts first. */
const first = (names: string[], but = ''): string | undefined =>
  names.find((name) => name !== but && moved.value.some((of) => of.name === name))
const row = computed(
  () => down.value || (first(['discount_rate', 'cost_of_equity', 'capitalisation_rate', 'multiple']) ?? moved.value[0]?.name ?? ''),
)
const column = computed(
  () =>
    across.value ||
    (first(['terminal_growth', 'growth', 'figure', 'earnings'], row.value) ?? moved.value.find((of) => of.name !== row.value)?.name ?? ''),
)
const { state } = useAnswer(
  'method grid',
  () => ({
    ticker: props.ticker,
    method: props.method,
    query: session.asOf ? { as_of: session.asOf } : {},
    body: { ...props.body, row: row.value, column: column.value },
  }),
  ({ ticker, method, query, body }, signal) =>
    body.row === body.column
      ? null
      : ask(api.POST('/companies/{ticker}/values/{method}/sensitivity', { params: { path: { ticker, method }, query }, body, signal })),
)
const choices = computed(() => moved.value.map((of): [string, string] => [of.name, of.label]))
const unit = (name: string): string => props.inputs.find((of) => of.name === name)?.unit ?? 'ratio'
const side = (value: number): string => (props.price === null ? '' : value >= props.price ? 'better' : 'worse')
</script>

<template>
  <section class="mt-6">
    <h2>If two figures were otherwise</h2>
    <div class="choices">
      <ChoiceField :model-value="row" name="Down" :choices="choices" @update:model-value="(to: string) => (down = to)" />
      <ChoiceField :model-value="column" name="Across" :choices="choices" @update:model-value="(to: string) => (across = to)" />
    </div>
    <p v-if="row === column" class="quiet">Choose two different figures.</p>
    <p v-else-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
    <SheetTable
      v-if="state.data && row !== column"
      class="grid"
      label="Value over two inputs"
      :columns="[
        { key: 'row', head: 'Value a share', of: (i) => inputText(unit(state.data!.row), state.data!.rows[i]!) },
        ...columnsOf<number>(state.data.columns.map((value) => inputText(unit(state.data!.column), value))),
      ]"
      :rows="state.data.values.map((_, i) => i)"
      :row-key="(i) => i"
    >
      <template #cell="{ row: i, column: j }">
        <span v-if="state.data.values[i]![j] == null" class="quiet">n.m.</span
        ><span v-else :class="side(state.data.values[i]![j]!)"
          >{{ number(state.data.values[i]![j]!, 2) }}{{ { better: ' ▲', worse: ' ▼' }[side(state.data.values[i]![j]!)] ?? '' }}</span
        >
      </template>
    </SheetTable>
  </section>
</template>

<style scoped>
.grid :deep(table) {
  width: auto;
}
</style>
