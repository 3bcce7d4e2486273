<script setup lang="ts">
import { computed } from 'vue'
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { useNotices } from '@/stores/notices'
import { inputText, readInput, type DriverRule, type MethodInput } from './figures'
import { RULES, begun, excludedNow, ruleFigures } from './rules'

/** Inputs with a figure for each year: their past, the rule by which they go on, and each year to come. */
const props = defineProps<{ inputs: MethodInput[]; all: MethodInput[]; reported: string }>()
const emit = defineEmits<{ rule: [name: string, rule: DriverRule | null]; shift: [name: string, value: number | null] }>()
const notices = useNotices()
const PAST = 5
const past = computed(() => {
  const years = new Set(props.inputs.flatMap((of) => Object.keys(of.years!.history).map(Number)))
  return [...years].sort((a, b) => a - b).slice(-PAST)
})
const ahead = computed(() => Math.max(0, ...props.inputs.map((of) => of.years!.path.length)))
const heads = computed(() =>
  Array.from({ length: ahead.value }, (_, i) => (past.value.length ? String(past.value.at(-1)! + 1 + i) : String(i + 1))),
)
const columns = computed<SheetColumn<MethodInput>[]>(() => [
  { key: 'driver', head: 'Year by year' },
  { key: 'rule', head: 'Rule' },
  { key: 'all', head: 'Mean' },
  ...past.value.map((year) => ({ key: `past ${year}`, head: String(year), class: 'past' })),
  ...heads.value.map((year, i) => ({ key: `year ${i}`, head: year })),
])
const choices = (of: MethodInput): [DriverRule['rule'], string][] =>
  RULES.filter(([key]) =>
    key === 'consensus'
      ? of.years!.expected.length > 0
      : key === 'tied'
        ? props.inputs.length > 1
        : !key.startsWith('historical') || hasPast(of),
  )
/** A choice that says something of an input. */
const beside = (of: MethodInput): MethodInput | undefined => props.all.find((one) => one.beside === of.name)
const hasPast = (of: MethodInput): boolean => Object.values(of.years!.history).some((value) => value !== null)
const others = (of: MethodInput): [string, string][] =>
  props.inputs.filter((one) => one.name !== of.name && one.unit === of.unit).map((one) => [one.name, one.label])
function choose(of: MethodInput, rule: DriverRule['rule']): void {
  emit('rule', of.name, begun(of, rule, past.value, others(of)[0]?.[0] ?? ''))
}
const short = (of: MethodInput, value: number | null | undefined): string =>
  value == null ? '–' : inputText(of.unit, value, 1).replace(/[\s %m]+$/, '')
function type(of: MethodInput, text: string, put: (value: number) => void): void {
  const read = readInput(of.unit, text)
  if (read === null) notices.fail(`Write a number for ${of.label}, such as ${short(of, of.value ?? of.low)}.`)
  else put(read)
}
function year(of: MethodInput, i: number, text: string): void {
  if (text === short(of, of.years!.path[i])) return
  type(of, text, (value) => emit('rule', of.name, { rule: 'own', values: of.years!.path.map((now, j) => (j === i ? value : now)) }))
}
function figure(of: MethodInput, key: string, isPlain: boolean, text: string): void {
  const put = (value: number) => emit('rule', of.name, { ...of.years!.rule, [key]: value })
  if (isPlain) {
    const read = readInput('ratio', text)
    if (read === null) notices.fail('Write a number, such as 1.')
    else put(key === 'hold_years' ? Math.max(1, Math.round(read)) : read)
  } else type(of, text, put)
}
function toggle(of: MethodInput, y: number): void {
  emit('rule', of.name, { rule: of.years!.rule.rule, exclude: excludedNow(of.years!.rule, y) })
}
const isHistorical = (of: MethodInput): boolean => of.years!.rule.rule.startsWith('historical')
const isOut = (of: MethodInput, y: number): boolean => (of.years!.rule.exclude ?? []).includes(y)
const head = (of: MethodInput): string =>
  of.unit === 'percent' ? `${of.label}, %` : of.unit === 'money' ? `${of.label}, m ${props.reported}` : of.label
</script>

<template>
  <section class="mt-6">
    <SheetTable class="years" label="Year by year" :columns="columns" :rows="inputs" :row-key="(of) => of.name" many>
      <template #cell-driver="{ row: of }">
        {{ head(of) }}
        <div class="under">
          <div class="source quiet">
            <v-menu v-if="of.alternatives.length || of.changed">
              <template #activator="{ props: menu }"
                ><button class="figure" v-bind="menu" :aria-label="`${of.label}: other sources`">
                  {{ of.changed ? 'own' : of.source }} ▾
                </button></template
              >
              <v-list density="compact">
                <v-list-item
                  v-if="of.changed"
                  :title="`${of.source}: ${inputText(of.unit, of.usual)}`"
                  @click="(emit('rule', of.name, null), emit('shift', of.name, null))"
                />
                <v-list-item
                  v-for="one in of.alternatives"
                  :key="one.source"
                  :title="`${one.source}: ${inputText(of.unit, one.value)}`"
                  @click="emit('rule', of.name, { rule: 'own', values: [one.value] })"
                />
              </v-list>
            </v-menu>
            <template v-else>{{ of.source }}</template>
          </div>
          <ChoiceField
            v-if="beside(of)"
            :model-value="String(beside(of)!.value ?? 0)"
            :name="beside(of)!.label"
            :choices="beside(of)!.choices.map((one, i): [string, string] => [String(i), `of ${one}`])"
            @update:model-value="(to: string) => emit('shift', beside(of)!.name, Number(to))"
          />
        </div>
      </template>
      <template #cell-rule="{ row: of }">
        <ChoiceField
          :model-value="of.years!.rule.rule"
          :name="`Rule for ${of.label}`"
          :choices="choices(of)"
          @update:model-value="(to: DriverRule['rule']) => choose(of, to)"
        />
        <div class="parts">
          <ChoiceField
            v-if="of.years!.rule.rule === 'tied'"
            :model-value="of.years!.rule.along ?? ''"
            :name="`What ${of.label} goes along with`"
            :choices="others(of)"
            @update:model-value="(to: string) => emit('rule', of.name, { ...of.years!.rule, along: to })"
          />
          <label v-for="one in ruleFigures(of.years!.rule)" :key="one.key" class="quiet"
            >{{ one.word }}
            <CommitInput
              class="assumption small"
              :aria-label="`${of.label}: ${one.word}`"
              :model-value="one.plain ? String(one.value) : short(of, one.value)"
              @update:model-value="(text: string) => figure(of, one.key, one.plain, text)"
          /></label>
        </div>
      </template>
      <template #cell-all="{ row: of }"
        ><CommitInput
          class="assumption small"
          title="Moves all years by as much"
          :aria-label="of.label"
          :model-value="short(of, of.value)"
          @update:model-value="(text: string) => type(of, text, (value) => emit('shift', of.name, value))"
      /></template>
      <template #cell="{ row: of, column }">
        <template v-if="column <= past.length + 1">
          <button
            v-if="isHistorical(of) && of.years!.history[past[column - 2]!] != null"
            class="figure"
            :class="{ out: isOut(of, past[column - 2]!) }"
            :aria-pressed="!isOut(of, past[column - 2]!)"
            :aria-label="
              `${of.label} ${past[column - 2]}: ${isOut(of, past[column - 2]!) ? 'left out' : 'counted'}, ` +
              short(of, of.years!.history[past[column - 2]!])
            "
            @click="toggle(of, past[column - 2]!)"
          >
            {{ short(of, of.years!.history[past[column - 2]!]) }}
          </button>
          <span v-else>{{ short(of, of.years!.history[past[column - 2]!]) }}</span>
        </template>
        <CommitInput
          v-else-if="of.years!.path[column - 2 - past.length] !== undefined"
          class="assumption small"
          :model-value="short(of, of.years!.path[column - 2 - past.length])"
          :aria-label="`${of.label} ${heads[column - 2 - past.length]}`"
          @update:model-value="(text: string) => year(of, column - 2 - past.length, text)"
        />
        <span v-else class="quiet">–</span>
      </template>
    </SheetTable>
  </section>
</template>

<style scoped>
.years :deep(th),
.years :deep(td) {
  padding: 0 var(--space) !important;
}
.years :deep(tbody th) {
  min-width: 235px;
  white-space: normal;
}
.years :deep(.past) {
  color: rgb(var(--v-theme-quiet));
}
.out {
  text-decoration: line-through;
}
.source {
  font-size: var(--type-fine);
  line-height: 1;
}
.under {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 calc(var(--space) * 2);
}
.parts {
  display: flex;
  gap: var(--space);
  align-items: center;
  font-size: var(--type-fine);
}
input.small {
  width: 3.6em;
}
</style>
