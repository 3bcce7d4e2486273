<script setup lang="ts">
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import CommitInput from '@/design/CommitInput.vue'
import SheetTable from '@/design/SheetTable.vue'
import { number, percent, readNumber } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import type { MethodBody, MethodInput } from './figures'
import { changesInWords } from './rules'
import type { ValueCase } from './cases'

/** The same method under several cases, each with the figures it was put aside with and a probability. */
const props = defineProps<{ ticker: string; method: string; body: MethodBody; inputs: MethodInput[]; currency: string }>()
const cases = defineModel<ValueCase[]>({ required: true })
const emit = defineEmits<{ open: [of: ValueCase] }>()
const session = useSession()
const notices = useNotices()
const sum = computed(() => cases.value.reduce((all, of) => all + of.probability, 0))
const whole = computed(() => Math.abs(sum.value - 1) < 1e-6)
const { state } = useAnswer(
  'cases of a method',
  () => ({
    ticker: props.ticker,
    method: props.method,
    query: session.asOf ? { as_of: session.asOf } : {},
    body: { cases: cases.value, forced: props.body.forced },
    whole: whole.value,
  }),
  ({ ticker, method, query, body, whole }, signal) =>
    body.cases.length && whole
      ? ask(api.POST('/companies/{ticker}/values/{method}/cases', { params: { path: { ticker, method }, query }, body, signal }))
      : null,
)
const data = computed(() => (whole.value && cases.value.length ? state.value.data : undefined))
const NAMES = ['Base', 'Bear', 'Bull']
function add(): void {
  const name = NAMES.find((one) => !cases.value.some((of) => of.name === one)) ?? `Case ${cases.value.length + 1}`
  const probability = Math.max(0, Math.round(1e6 * (1 - sum.value)) / 1e6)
  cases.value = [...cases.value, { name, probability, figures: { ...props.body.figures }, rules: { ...props.body.rules } }]
}
const put = (i: number, to: Partial<ValueCase>): void => {
  cases.value = cases.value.map((of, j) => (j === i ? { ...of, ...to } : of))
}
function weigh(i: number, text: string): void {
  const read = readNumber(text.replace('%', ''))
  if (read === null || read < 0 || read > 100) notices.fail('Write a probability from 0 to 100 per cent.')
  else put(i, { probability: read / 100 })
}
const each = (of: number | null | undefined): string => (of == null ? '–' : number(of, 2))
</script>

<template>
  <section class="mt-6">
    <h2>Cases</h2>
    <p class="quiet">
      Set the figures above as a case would have them and put them aside; each case has a probability, and all together an expected value.
    </p>
    <div class="choices">
      <v-btn size="small" :disabled="cases.length >= 9" @click="add">Put these figures aside as a case</v-btn>
      <span v-if="cases.length && !whole" class="attention" role="status"
        >Together they are {{ percent(sum, 1) }} % likely; bring them to 100 %.</span
      >
    </div>
    <SheetTable
      v-if="cases.length"
      label="Cases"
      :columns="[
        { key: 'name', head: 'Case' },
        { key: 'probability', head: 'Probability' },
        { key: 'low', head: 'Low', of: (i: number) => each(data?.cases[i]?.low) },
        { key: 'centre', head: `Value, ${currency}`, of: (i: number) => data?.cases[i]?.why_not ?? each(data?.cases[i]?.centre) },
        { key: 'high', head: 'High', of: (i: number) => each(data?.cases[i]?.high) },
        { key: 'changes', head: 'Otherwise than it starts', of: (i: number) => changesInWords(cases[i]!, inputs) || 'as it starts' },
        { key: 'away', head: '' },
      ]"
      :rows="cases.map((_, i) => i)"
      :row-key="(i) => i"
    >
      <template #cell-name="{ row: i }"
        ><CommitInput
          class="assumption name"
          :aria-label="`Name of case ${i + 1}`"
          maxlength="60"
          :model-value="cases[i]!.name"
          @update:model-value="(text: string) => put(i, { name: text.trim() || cases[i]!.name })"
      /></template>
      <template #cell-probability="{ row: i }"
        ><CommitInput
          class="assumption short"
          :aria-label="`Probability of ${cases[i]!.name}`"
          :model-value="`${percent(cases[i]!.probability, 1)} %`"
          @update:model-value="(text: string) => weigh(i, text)"
      /></template>
      <template #cell-away="{ row: i }"
        ><v-btn size="x-small" :aria-label="`Open ${cases[i]!.name}`" @click="emit('open', cases[i]!)">Open</v-btn>
        <v-btn size="x-small" :aria-label="`Drop ${cases[i]!.name}`" @click="cases = cases.filter((_, j) => j !== i)">Drop</v-btn></template
      >
    </SheetTable>
    <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
    <p v-if="data" data-testid="expected" aria-live="polite">
      Expected: <strong>{{ each(data.expected) }} {{ currency }}</strong
      ><template v-if="data.deviation !== null">, give or take {{ each(data.deviation) }}</template
      ><template v-if="data.price !== null">; the price is {{ each(data.price) }}</template
      ><template v-if="data.upside_to_downside !== null"
        >, and the best case gains {{ number(data.upside_to_downside, 1) }} for each part the worst loses</template
      >. Kept with the version.
    </p>
  </section>
</template>

<style scoped>
.name {
  width: 7em;
  text-align: left;
}
.short {
  width: 5em;
}
</style>
