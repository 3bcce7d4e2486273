<script setup lang="ts">
import ChoiceField from '@/design/ChoiceField.vue'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
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
  ['historical_mean', 'past mean'],
  ['historical_median', 'past median'],
]
type Driver = Schemas['Driver']

function choose(name: string, driver: Driver, rule: Schemas['DriverRule']['rule']): void {
  const path = driver.path
  if (rule === 'own') emit('driver', name, { rule, values: path })
  else if (rule === 'fade') emit('driver', name, { rule, from: path[0]!, to: path.at(-1)!, hold_years: 1 })
  else emit('driver', name, { rule, exclude: driver.rule.exclude ?? older(driver) })
}
/** Years before the last five start out left out of a mean. */
const older = (driver: Driver): number[] =>
  Object.keys(driver.history)
    .map(Number)
    .filter((year) => !past.value.includes(year))
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
  const now = driver.rule.exclude ?? []
  emit('driver', name, { rule: driver.rule.rule, exclude: now.includes(y) ? now.filter((other) => other !== y) : [...now, y] })
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
</script>

<template>
  <div class="scroll" tabindex="0" aria-label="Drivers and forecast, scrollable">
    <table class="sheet drivers">
      <thead>
        <tr>
          <th>Drivers, %</th>
          <th>Rule</th>
          <th v-for="y in past" :key="y" class="past">{{ y }}</th>
          <th v-for="y in data.sheet.years" :key="y">{{ y }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(driver, name) in data.assumptions.drivers" :key="name">
          <th scope="row">
            {{ driver.label }}
            <div class="source quiet">{{ driver.source }}</div>
          </th>
          <td>
            <ChoiceField
              :model-value="driver.rule.rule"
              :name="`Rule for ${driver.label}`"
              :choices="RULES"
              @update:model-value="choose(String(name), driver, $event)"
            />
          </td>
          <td v-for="y in past" :key="y" class="past">
            <button
              v-if="isHistorical(driver) && driver.history[y] != null"
              class="figure"
              :class="{ out: excluded(driver, y) }"
              :aria-pressed="!excluded(driver, y)"
              :aria-label="`${driver.label} ${y}: ${excluded(driver, y) ? 'left out' : 'counted'}`"
              @click="toggle(String(name), driver, y)"
            >
              {{ percent(driver.history[y]!, 1) }}
            </button>
            <span v-else>{{ driver.history[y] == null ? '–' : percent(driver.history[y]!, 1) }}</span>
          </td>
          <td v-for="(value, i) in driver.path" :key="i">
            <input
              class="assumption small"
              :value="percent(value, 1)"
              :aria-label="`${driver.label} ${data.sheet.years[i]}`"
              @change="year(String(name), driver, i, $event)"
            />
          </td>
        </tr>
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
              :aria-label="`${label} ${data.sheet.years[i]}: ${number(value / 1e6, 1)}, open its working`"
              @click="emit('question', key, i)"
            >
              {{ number(value / 1e6, Math.abs(value) < 1e8 ? 1 : 0) }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.drivers th,
.drivers td {
  padding: 0 4px !important;
}
.past {
  color: rgb(var(--v-theme-quiet));
}
.out {
  text-decoration: line-through;
}
.source {
  font-size: 0.76rem;
  line-height: 1;
}
select {
  font: inherit;
  font-size: 0.84rem;
  width: 104px;
  color: rgb(var(--v-theme-accent));
  background: transparent;
}
select option {
  color: rgb(var(--v-theme-on-surface));
  background: rgb(var(--v-theme-surface));
}
input.small {
  width: 3.1em;
}
</style>
