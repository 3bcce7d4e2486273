<script setup lang="ts">
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import ChoiceField from '@/design/ChoiceField.vue'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { begun, excludedNow } from './rules'
import { number, percent, readNumber } from '@/design/format'

/** Drivers with their history and forecast in one line each, and the cash flow they make. */
const props = defineProps<{ data: Schemas['CashFlowValuation'] }>()
const emit = defineEmits<{ driver: [name: string, rule: Schemas['DriverRule']]; question: [line: string, year: number] }>()
const PAST = 5
const past = computed(() => {
  const years = Object.keys(Object.values(props.data.assumptions.drivers)[0]?.history ?? {}).map(Number)
  return years.sort((a, b) => a - b).slice(-PAST)
})
const RULES: [Schemas['DriverRule']['rule'], string][] = [
  ['own', 'own figures'],
  ['fade', 'fade'],
  ['step', 'step'],
  ['historical_mean', 'past mean'],
  ['historical_median', 'past median'],
]
type Driver = Schemas['Driver']

function choose(name: string, driver: Driver, rule: Schemas['DriverRule']['rule']): void {
  emit('driver', name, begun({ years: driver }, rule, past.value, ''))
}
function year(name: string, driver: Driver, i: number, event: Event): void {
  const input = event.target as HTMLInputElement
  const value = readNumber(input.value.includes('%') ? input.value : `${input.value}%`)
  if (value === null) {
    input.classList.add('refused')
    input.value = percent(driver.path[i]!, 1)
    return
  }
  input.classList.remove('refused')
  if (percent(value, 1) === percent(driver.path[i]!, 1)) return
  emit('driver', name, { rule: 'own', values: driver.path.map((now, j) => (j === i ? value : now)) })
}
const isHistorical = (driver: Driver): boolean => driver.rule.rule.startsWith('historical')
const excluded = (driver: Driver, y: number): boolean => (driver.rule.exclude ?? []).includes(y)
function toggle(name: string, driver: Driver, y: number): void {
  emit('driver', name, { rule: driver.rule.rule, exclude: excludedNow(driver.rule, y) })
}
const lines: [string, string][] = [
  ['revenue', 'Revenue'],
  ['operating_profit', 'Operating profit'],
  ['taxes', 'Taxes'],
  ['depreciation', 'Depreciation'],
  ['capital_expenditure', 'Capital expenditure'],
  ['working_capital_increase', 'Increase of working capital'],
  ['free_cash_flow', 'Free cash flow'],
  ['present_value', 'Present value'],
]
const line = (key: string): number[] => (props.data.sheet as Record<string, number[]>)[key] ?? []
const columns = computed<SheetColumn<[string, Driver]>[]>(() => [
  { key: 'driver', head: 'Drivers, %' },
  { key: 'rule', head: 'Rule' },
  ...past.value.map((y) => ({ key: String(y), head: String(y), class: 'past' })),
  ...props.data.sheet.years.map((y) => ({ key: String(y), head: String(y) })),
])
const millions = (value: number): string => number(value / 1e6, Math.abs(value) < 1e8 ? 1 : 0)
</script>

<template>
  <SheetTable
    class="drivers"
    label="Drivers and forecast"
    :columns="columns"
    :rows="Object.entries(data.assumptions.drivers)"
    :row-key="([name]) => name"
  >
    <template #cell-driver="{ row: [, driver] }">
      {{ driver.label }}
      <div class="source quiet">{{ driver.source }}</div>
    </template>
    <template #cell-rule="{ row: [name, driver] }">
      <ChoiceField
        :model-value="driver.rule.rule"
        :name="`Rule for ${driver.label}`"
        :choices="RULES"
        @update:model-value="choose(name, driver, $event)"
      />
    </template>
    <template #cell="{ row: [name, driver], column }">
      <template v-if="column <= past.length">
        <button
          v-if="isHistorical(driver) && driver.history[past[column - 1]!] != null"
          class="figure"
          :class="{ out: excluded(driver, past[column - 1]!) }"
          :aria-pressed="!excluded(driver, past[column - 1]!)"
          :aria-label="
            `${driver.label} ${past[column - 1]}: ${excluded(driver, past[column - 1]!) ? 'left out' : 'counted'}, ` +
            percent(driver.history[past[column - 1]!]!, 1)
          "
          @click="toggle(name, driver, past[column - 1]!)"
        >
          {{ percent(driver.history[past[column - 1]!]!, 1) }}
        </button>
        <span v-else>{{ driver.history[past[column - 1]!] == null ? '–' : percent(driver.history[past[column - 1]!]!, 1) }}</span>
      </template>
      <template v-else>
        <input
          class="assumption small"
          :value="percent(driver.path[column - 1 - past.length]!, 1)"
          :aria-label="`${driver.label} ${data.sheet.years[column - 1 - past.length]}`"
          @change="year(name, driver, column - 1 - past.length, $event)"
        />
      </template>
    </template>
    <template #foot>
      <tr>
        <th :colspan="2 + past.length + data.sheet.years.length" scope="rowgroup" class="quiet">
          Cash flow, {{ data.reporting_currency }} million
        </th>
      </tr>
      <tr v-for="[key, label] in lines" :key="key" :class="{ total: key === 'free_cash_flow' }">
        <th scope="row">{{ label }}</th>
        <td></td>
        <td v-for="y in past" :key="y" class="past"></td>
        <td v-for="(value, i) in line(key)" :key="i">
          <button
            class="figure"
            :aria-label="`${label} ${data.sheet.years[i]}: ${millions(value)}, open its working`"
            @click="emit('question', key, i)"
          >
            {{ millions(value) }}
          </button>
        </td>
      </tr>
    </template>
  </SheetTable>
</template>

<style scoped>
.drivers :deep(th),
.drivers :deep(td) {
  padding: 0 var(--space) !important;
}
.drivers :deep(.past) {
  color: rgb(var(--v-theme-quiet));
}
.out {
  text-decoration: line-through;
}
.source {
  font-size: var(--type-fine);
  line-height: 1;
}
input.small {
  width: 3.1em;
}
</style>
