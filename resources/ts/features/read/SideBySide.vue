<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
import ChoiceField from '@/design/ChoiceField.vue'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import { number, percent } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useSession } from '@/stores/session'
import { heading, scaled, type Basis, type Scale, type Statement, type View } from './statement'

/** Two years of one company, or the latest years of two companies, line by line. */
const props = defineProps<{ ticker: string; statement: Statement; basis: Basis; view: View; scale: Scale }>()
const session = useSession()
const other = ref('')
const typed = ref('')
const first = ref(0)
const second = ref(0)

const get = (ticker: string, signal: AbortSignal) =>
  ask(
    api.GET('/companies/{ticker}/statements', {
      params: {
        path: { ticker },
        query: {
          statement: props.statement,
          basis: props.basis,
          view: props.view,
          most: 20,
          ...(session.asOf ? { as_of: session.asOf } : {}),
        },
      },
      signal,
    }),
  )
const { state } = useAnswer(
  'statements side by side',
  () => ({
    ticker: props.ticker,
    other: other.value,
    statement: props.statement,
    basis: props.basis,
    view: props.view,
    asOf: session.asOf,
  }),
  async ({ ticker, other }, signal) => ({ one: await get(ticker, signal), two: other ? await get(other, signal) : null }),
)
const periods = computed(() => state.value.data?.one.periods ?? [])
const choices = computed(() => periods.value.map((period): [number, string] => [period.period, period.label]))
watch(periods, (now) => {
  if (!now.some((period) => period.period === second.value)) {
    second.value = now[now.length - 1]?.period ?? 0
    first.value = now[now.length - 2]?.period ?? 0
  }
})
type Data = NonNullable<typeof state.value.data>['one']
const at = (data: Data, key: string, period: number | null): number | null => {
  const column = data.periods.findIndex((entry) => entry.period === period)
  return data.rows.find((row) => row.key === key)?.figures[column]?.value ?? null
}
const rows = computed(() => {
  const data = state.value.data
  if (!data) return []
  const labels = new Map([...data.one.rows, ...(data.two?.rows ?? [])].map((row) => [row.key, row]))
  return [...labels.values()].map((row) => {
    const unit = row.figures[0]?.unit ?? row.unit
    const cells = data.two
      ? [at(data.one, row.key, data.one.periods.at(-1)?.period ?? null), at(data.two, row.key, data.two.periods.at(-1)?.period ?? null)]
      : [at(data.one, row.key, first.value), at(data.one, row.key, second.value)]
    const difference = cells[0] == null || cells[1] == null ? null : cells[1] - cells[0]
    return {
      key: row.key,
      label: row.label,
      total: row.total,
      unit,
      cells,
      difference,
      change: difference === null || !cells[0] || cells[0] <= 0 ? null : difference / cells[0],
    }
  })
})
const heads = computed(() => {
  const data = state.value.data
  if (!data) return []
  return data.two
    ? [`${props.ticker} ${data.one.periods.at(-1)?.label ?? ''}`, `${other.value} ${data.two.periods.at(-1)?.label ?? ''}`]
    : [first.value, second.value].map((period) => periods.value.find((entry) => entry.period === period)?.label ?? '')
})
const foreign = computed(
  () => state.value.data?.two && state.value.data.two.currency !== state.value.data.one.currency && props.view === 'amounts',
)
type Row = (typeof rows.value)[number]
</script>

<template>
  <section>
    <form class="choices" @submit.prevent="other = typed.trim().toUpperCase()">
      <template v-if="!other">
        <ChoiceField v-model="first" label="First" name="First period" :choices="choices" />
        <ChoiceField v-model="second" label="Second" name="Second period" :choices="choices" />
      </template>
      <v-text-field v-model="typed" label="Another company (ticker)" max-width="220" maxlength="12" @keydown.stop />
      <v-btn size="small" type="submit">Set beside</v-btn>
      <v-btn v-if="other" size="small" @click="((other = ''), (typed = ''))">Two years of one</v-btn>
    </form>
    <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
    <p v-if="foreign" class="attention">
      The two report in different currencies ({{ state.data?.one.currency }}, {{ state.data?.two?.currency }}); compare common size or
      change.
    </p>
    <template v-if="state.data">
      <SheetTable
        class="table"
        label="Side by side"
        :columns="[
          { key: 'line', head: heading(view, statement, state.data.one.currency, scale), of: (row) => row.label },
          ...columnsOf<Row>(heads),
          {
            key: 'difference',
            head: 'Difference',
            of: (row) => (row.difference === null || foreign ? '–' : scaled(row.difference, row.unit, scale)),
          },
          {
            key: 'change',
            head: 'Difference, %',
            of: (row) => (row.change === null || foreign || row.unit === 'percent' ? '–' : number(100 * row.change, 1)),
          },
        ]"
        :rows="rows"
        :row-key="(row) => row.key"
        :row-class="(row) => (row.total ? 'total' : undefined)"
      >
        <template v-for="(_, i) in heads" :key="i" #[`cell-${i}`]="{ row }">{{
          row.cells[i] === null ? '–' : scaled(row.cells[i]!, row.unit, scale)
        }}</template>
      </SheetTable>
      <p v-if="view === 'common_size'" class="quiet mt-2">
        Differences are in percentage points; {{ percent(0.01, 0) }} point is one hundredth of the whole.
      </p>
    </template>
  </section>
</template>

<style scoped>
.table {
  max-height: 66vh;
}
.table :deep(table) {
  max-width: 900px;
}
</style>
