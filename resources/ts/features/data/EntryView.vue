<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
import ChoiceField from '@/design/ChoiceField.vue'
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask } from '@/api/client'
import { number } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'
import { SCALE_CHOICES, SCALES, STATEMENTS, type Scale, type Statement } from '@/features/read/statement'
import { checks, evaluate, latestPeriods, pasted, periodLabel, type Length } from './entry'

/** A statement from a paper report, typed or pasted, checked while it is typed. */
const props = defineProps<{ ticker: string }>()
const router = useRouter()
const session = useSession()
const subject = useSubject()
const notices = useNotices()
const typedTicker = ref(props.ticker || subject.last() || '')
const statement = ref<Statement>('income')
const scale = ref<Scale>('million')
const latest = ref(Number((session.latestDay ?? '2026').slice(0, 4)) - 1)
const count = ref(2)
const length = ref<Length>('year')
const LENGTHS: [Length, string][] = [
  ['year', 'years'],
  ['half', 'half-years'],
  ['quarter', 'quarters'],
]
const note = ref('')
const source = ref('')
const publicOn = ref('')
const cells = ref<Record<string, string>>({})
const grid = ref<HTMLTableElement | null>(null)
const company = computed(() => props.ticker || '')
const periods = computed(() => latestPeriods(latest.value, count.value, length.value))
const { state } = useAnswer(
  'entry-sheet',
  () => ({ ticker: company.value, statement: statement.value, periods: periods.value.join(',') }),
  ({ ticker, statement, periods }, signal) =>
    ticker
      ? ask(api.GET('/companies/{ticker}/entry-sheet', { params: { path: { ticker }, query: { statement, periods } }, signal }))
      : null,
)
watch(company, () => (cells.value = {}))
const lines = computed(() => state.value.data?.lines ?? [])
const id = (line: string, period: number): string => `${line}@${period}`
const factor = (unit: string): number => (unit === 'money' || unit === 'shares' ? SCALES[scale.value] : 1)

/** The figure of a cell in full: as typed, else as known. */
function value(line: string, column: number): number | null {
  const text = cells.value[id(line, periods.value[column]!)]
  const entry = lines.value.find((candidate) => candidate.key === line)
  if (text !== undefined && text.trim() !== '') {
    const typed = evaluate(text)
    return typed === null ? null : Number((typed * factor(entry?.unit ?? '')).toPrecision(15))
  }
  return entry?.values[column] ?? null
}
const isBad = (line: string, period: number): boolean => {
  const text = cells.value[id(line, period)]
  return text !== undefined && text.trim() !== '' && evaluate(text) === null
}
const shown = (line: (typeof lines.value)[number], column: number): string => {
  const known = line.values[column]
  return known === null || known === undefined
    ? ''
    : number(known / factor(line.unit), line.unit === 'money' || line.unit === 'shares' ? (scale.value === 'thousand' ? 0 : 1) : 2)
}
const wrong = computed(() =>
  periods.value.flatMap((period, column) =>
    checks(lines.value, state.value.data!.tolerance, (line) => value(line, column)).map((check) => ({ ...check, period, column })),
  ),
)
const label = (key: string): string => lines.value.find((line) => line.key === key)?.label ?? key
const entered = computed(() =>
  periods.value.flatMap((period, column) =>
    lines.value
      .filter((line) => (cells.value[id(line.key, period)] ?? '').trim() !== '')
      .map((line) => ({ line: line.key, period, value: value(line.key, column) })),
  ),
)
const needsDay = computed(() =>
  periods.value.some(
    (period, i) => (state.value.data?.filed[i] ?? null) === null && entered.value.some((figure) => figure.period === period),
  ),
)

function move(event: KeyboardEvent, row: number, column: number): void {
  const step: Record<string, [number, number]> = { Enter: [1, 0], ArrowDown: [1, 0], ArrowUp: [-1, 0] }
  const by = event.shiftKey && event.key === 'Enter' ? ([-1, 0] as const) : step[event.key]
  event.stopPropagation()
  if (!by) return
  event.preventDefault()
  focus(row + by[0], column + by[1])
}
const focus = (row: number, column: number): void => {
  const cell = grid.value?.querySelector<HTMLInputElement>(`[data-cell="${row}-${column}"]`)
  cell?.focus()
  cell?.select()
}
function paste(event: ClipboardEvent, row: number, column: number): void {
  const block = pasted(event.clipboardData?.getData('text') ?? '')
  if (block.length === 1 && block[0]!.length === 1) return
  event.preventDefault()
  let taken = 0
  block.forEach((texts, r) => {
    // A first column of labels is left out.
    const from = texts.length > 1 && evaluate(texts[0]!) === null && texts[0]!.trim() !== '' ? 1 : 0
    texts.slice(from).forEach((text, c) => {
      const line = lines.value[row + r]
      const period = periods.value[column + c]
      if (line && period && text.trim() !== '') {
        cells.value[id(line.key, period)] = text.trim()
        taken++
      }
    })
  })
  notices.say(`${taken} cells pasted.`)
}
async function store(): Promise<void> {
  try {
    const { batch } = await ask(
      api.POST('/companies/{ticker}/corrections', {
        params: { path: { ticker: company.value } },
        body: {
          figures: entered.value,
          note: note.value.trim() || `${STATEMENTS[statement.value]} entered by hand`,
          source: source.value,
          ...(publicOn.value ? { public_on: publicOn.value } : {}),
        },
      }),
    )
    const stored = entered.value.length
    // What was typed into other statements is still to be entered.
    const kept = cells.value
    const done = new Set(entered.value.map((figure) => id(figure.line, figure.period)))
    cells.value = Object.fromEntries(Object.entries(kept).filter(([key]) => !done.has(key)))
    session.figuresChanged()
    notices.say(`${stored} figures entered.`, async () => {
      await ask(api.DELETE('/corrections/{batch}', { params: { path: { batch } } }))
      cells.value = kept
      session.figuresChanged()
    })
  } catch (error) {
    notices.fail(error)
  }
}
function open(): void {
  void router.push({ name: 'data', params: { view: 'enter', id: typedTicker.value.trim().toUpperCase() } }).then(() => nextTick())
}
type Line = (typeof lines.value)[number]
</script>

<template>
  <div>
    <form class="choices" @submit.prevent="open">
      <v-text-field v-model="typedTicker" label="Company (ticker)" max-width="150" maxlength="12" @keydown.stop />
      <v-btn size="small" type="submit">Open</v-btn>
      <v-btn-toggle role="group" v-model="statement" aria-label="Statement"
        ><v-btn v-for="(word, key) in STATEMENTS" :key="key" :value="key" size="small" :aria-pressed="statement === key">{{
          word
        }}</v-btn></v-btn-toggle
      >
      <label class="quiet"
        >Latest year
        <input v-model.number="latest" type="number" class="assumption" min="1950" max="2100" aria-label="Latest year" @keydown.stop
      /></label>
      <ChoiceField v-model="count" label="with" name="Number of periods" :choices="[1, 2, 3, 4, 5].map((n) => [n, String(n)])" />
      <ChoiceField v-model="length" name="Length of the periods" :choices="LENGTHS" />
      <ChoiceField v-model="scale" label="Typed in" name="Scale of what is typed" :choices="SCALE_CHOICES" />
    </form>
    <p v-if="!company" class="quiet">Open the company whose report you have before you.</p>
    <v-progress-linear v-if="company && state.status === 'pending'" indeterminate color="primary" height="2" aria-label="Loading" />
    <p v-if="state.status === 'error'" class="worse" role="alert">{{ state.error.message }}</p>
    <template v-if="state.data && company">
      <h2>
        {{ state.data.name }} <span class="quiet">{{ state.data.template }}</span>
      </h2>
      <p class="quiet small">
        Enter and the arrows move up and down, Tab goes across. A cell takes arithmetic (1200+35), a minus in parentheses, and blocks copied
        from a spreadsheet. What is known stands in grey and stays unless you type over it.
      </p>
      <div ref="grid">
        <SheetTable
          class="grid"
          label="Entry sheet"
          :columns="[
            { key: 'line', head: `${state.data.currency} ${scale}`, of: (line) => line.label },
            ...columnsOf<Line>(periods.map(periodLabel)),
            { key: 'check', head: 'Check', class: 'left' },
          ]"
          :rows="lines"
          :row-key="(line) => line.key"
          :row-class="(line) => (line.rules.length ? 'total' : undefined)"
        >
          <template #cell="{ row: line, index: row, column }">
            <input
              v-model="cells[id(line.key, periods[column]!)]"
              :data-cell="`${row}-${column}`"
              :placeholder="shown(line, column)"
              class="assumption"
              :class="{ refused: isBad(line.key, periods[column]!) }"
              :aria-label="`${line.label}, ${periodLabel(periods[column]!)}`"
              :aria-invalid="isBad(line.key, periods[column]!)"
              @keydown="move($event, row, column)"
              @paste="paste($event, row, column)"
            />
          </template>
          <template #cell-check="{ row: line }">
            <template v-for="check in wrong.filter((entry) => entry.line === line.key)" :key="check.period">
              <span class="worse small" role="status"
                >{{ periods.length > 1 ? `${periodLabel(check.period)}: ` : '' }}the parts give
                {{ number(check.computed / factor(line.unit), 1) }}, off by
                {{ number((check.stated - check.computed) / factor(line.unit), 1) }}
              </span>
            </template>
          </template>
        </SheetTable>
      </div>
      <p v-if="wrong.length" class="attention" data-testid="off">
        {{ wrong.length }} of the sums do not agree; they can be entered as reported all the same. First: {{ label(wrong[0]!.line) }}.
      </p>
      <form class="choices mt-3" @submit.prevent="store">
        <v-text-field v-model="note" label="Note" min-width="220" maxlength="1000" @keydown.stop />
        <v-text-field v-model="source" label="Source (report and page)" min-width="220" maxlength="300" @keydown.stop />
        <v-text-field v-if="needsDay" v-model="publicOn" type="date" label="Public since" min-width="150" @keydown.stop />
        <v-btn
          variant="flat"
          type="submit"
          :disabled="!entered.length || entered.some((figure) => figure.value === null) || (needsDay && !publicOn)"
          >Enter {{ entered.length }} figures</v-btn
        >
      </form>
    </template>
  </div>
</template>

<style scoped>
.grid {
  max-height: 62vh;
}
.grid :deep(table) {
  max-width: 900px;
}
input.assumption {
  width: 8em;
}
.small {
  font-size: var(--type-small);
}
</style>
