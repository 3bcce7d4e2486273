<script setup lang="ts">
import { useEventListener, useResizeObserver } from '@vueuse/core'
import { mdiDotsVertical } from '@mdi/js'
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { ABSENT, inCell, unitHead } from '@/design/format'
import { useAnswer } from '@/api/answer'
import { useCatalogue } from '@/stores/catalogue'
import { useMargin } from '@/stores/margin'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import CompanyHead from './CompanyHead.vue'
import { GROUP_LINES, type Definition, type TableView } from './screen'

/** The survivors, however many: only the rows in sight are there, and pages are fetched as one comes to them. */
const props = defineProps<{ definition: Definition; result: Schemas['ScreenResult'] }>()
const columns = defineModel<string[]>('columns', { required: true })
const sort = defineModel<{ column: string; direction: string }[]>('sort', { required: true })
const view = defineModel<TableView>('view', { required: true })
const selected = defineModel<Set<string>>('selected', { required: true })
const session = useSession()
const catalogue = useCatalogue()
const margin = useMargin()
const notices = useNotices()

const ROW = 32
const PAGE = 100
const FIRST_WIDTH = 240
const WIDTH = 94
const box = useTemplateRef<HTMLElement>('box')
const top = ref(0)
const height = ref(600)

const pages = shallowRef(new Map<number, Schemas['ScreenRow'][]>())
let generation = 0
const first = computed(() => Math.max(0, Math.floor(top.value / ROW) - 6))
const last = computed(() => Math.min(props.result.total, Math.ceil((top.value + height.value) / ROW) + 6))
const rows = computed(() =>
  Array.from({ length: Math.max(0, last.value - first.value) }, (_, i) => {
    const index = first.value + i
    return { index, row: pages.value.get(Math.floor(index / PAGE))?.[index % PAGE] }
  }),
)
const pending = new Set<number>()
async function fetchSeen(): Promise<void> {
  for (let page = Math.floor(first.value / PAGE); page * PAGE < last.value; page++) {
    if (pages.value.has(page) || pending.has(page)) continue
    const asked = generation
    pending.add(page)
    try {
      const body = { screen: props.definition, as_of: session.asOf, offset: page * PAGE, limit: PAGE, shaded: view.value.shaded }
      const answer = await ask(api.POST('/screens/run', { body }))
      if (asked === generation) pages.value = new Map(pages.value).set(page, answer.rows)
    } catch (error) {
      notices.fail(error)
    } finally {
      pending.delete(page)
    }
  }
}
watch(
  () => props.result,
  (result) => {
    generation++
    pages.value = new Map([[0, result.rows]])
    void fetchSeen()
  },
  { immediate: true },
)
function scrolled(): void {
  top.value = box.value?.scrollTop ?? 0
  void fetchSeen()
}
useResizeObserver(box, () => (height.value = box.value?.clientHeight ?? 600))

const { state: lines } = useAnswer(
  'screens/group-lines',
  () => (view.value.lines.length ? { screen: props.definition, as_of: session.asOf } : null),
  (question, signal) =>
    question ? ask(api.POST('/screens/group-lines', { body: { screen: question.screen, as_of: question.as_of }, signal })) : null,
)

const direction = (column: string) =>
  sort.value.find((entry) => entry.column === column)?.direction as 'ascending' | 'descending' | undefined
const place = (column: string) => sort.value.findIndex((entry) => entry.column === column) + 1
/** Once: descending; again: ascending; with Shift a further column to sort by among equals. */
function sortBy(column: string, further: boolean): void {
  const now = direction(column)
  const next = { column, direction: now === 'descending' || (!now && column === 'name') ? 'ascending' : 'descending' }
  if (further) sort.value = now ? sort.value.map((entry) => (entry.column === column ? next : entry)) : [...sort.value, next].slice(0, 8)
  else sort.value = [next]
}
function move(from: number, to: number): void {
  if (to < 0 || to >= columns.value.length || from === to) return
  const changed = [...columns.value]
  const [taken] = changed.splice(from, 1)
  changed.splice(to, 0, taken!)
  columns.value = changed
}
const widthOf = (column: string) => view.value.widths[column] ?? (column === 'name' ? FIRST_WIDTH : WIDTH)
const setWidth = (column: string, width: number) =>
  (view.value = { ...view.value, widths: { ...view.value.widths, [column]: Math.round(Math.min(520, Math.max(56, width))) } })
const left = (index: number) => widthOf('name') + columns.value.slice(0, index).reduce((sum, column) => sum + widthOf(column), 0)
const total = computed(() => widthOf('name') + columns.value.reduce((sum, column) => sum + widthOf(column), 0))

function resize(column: string, event: PointerEvent): void {
  const from = event.clientX
  const width = widthOf(column)
  const handle = event.target as HTMLElement
  handle.setPointerCapture(event.pointerId)
  const stop = useEventListener(handle, 'pointermove', (moved) => setWidth(column, width + moved.clientX - from))
  useEventListener(handle, 'pointerup', stop, { once: true })
}
function headKey(event: KeyboardEvent, column: string, index: number): void {
  if (!event.altKey || !['ArrowLeft', 'ArrowRight'].includes(event.key)) return
  event.preventDefault()
  event.stopPropagation()
  const step = event.key === 'ArrowLeft' ? -1 : 1
  if (event.shiftKey) setWidth(column, widthOf(column) + 12 * step)
  else {
    move(index, index + step)
    void nextTick(() => box.value?.querySelectorAll<HTMLElement>('thead [data-sort]')[index + step + 1]?.focus())
  }
}
const dragged = ref<number | null>(null)
function drop(index: number): void {
  if (dragged.value !== null) move(dragged.value, index)
  dragged.value = null
}
const unit = (column: string): string => props.result.units[column] ?? catalogue.unit(column)
function toggle(ticker: string): void {
  const changed = new Set(selected.value)
  if (!changed.delete(ticker)) changed.add(ticker)
  selected.value = changed
}
const cell = (row: Schemas['ScreenRow'], column: string): string =>
  row.values[column] == null ? (ABSENT[row.states[column] ?? 'missing'] ?? '–') : inCell(row.values[column]!, unit(column))
/** Ink for the upper half, ochre for the lower: the further from the middle, the deeper. */
const shade = (row: Schemas['ScreenRow'], column: string) => {
  const percentile = row.percentiles[column]
  if (!view.value.shaded || percentile === undefined) return undefined
  return {
    background: `rgba(var(--v-theme-${percentile >= 0.5 ? 'primary' : 'accent'}), ${(Math.abs(percentile - 0.5) * 0.44).toFixed(3)})`,
  }
}
const hint = (row: Schemas['ScreenRow'], column: string): string | undefined =>
  row.values[column] == null
    ? row.states[column]?.replaceAll('_', ' ')
    : row.percentiles[column] === undefined
      ? undefined
      : `above ${Math.round(100 * row.percentiles[column]!)} % of the survivors`
</script>

<template>
  <div ref="box" class="scroll table" tabindex="0" role="region" aria-label="Survivors, scrollable" @scroll.passive="scrolled">
    <table class="sheet" :style="{ width: `${total}px` }" :aria-rowcount="result.total + 1">
      <colgroup>
        <col :style="{ width: `${widthOf('name')}px` }" />
        <col v-for="column in columns" :key="column" :style="{ width: `${widthOf(column)}px` }" />
      </colgroup>
      <thead>
        <tr>
          <th :aria-sort="direction('name') ?? 'none'" scope="col">
            <button data-sort class="figure" @click="sortBy('name', $event.shiftKey)">
              Company{{ direction('name') === 'descending' ? ' ▾' : direction('name') === 'ascending' ? ' ▴' : '' }}
            </button>
            <span class="grip" aria-hidden="true" @pointerdown="resize('name', $event)"></span>
          </th>
          <th
            v-for="(column, i) in columns"
            :key="column"
            scope="col"
            :aria-sort="direction(column) ?? 'none'"
            :class="{ frozen: i < view.frozen }"
            :style="i < view.frozen ? { left: `${left(i)}px`, zIndex: 3 } : undefined"
            draggable="true"
            @dragstart="dragged = i"
            @dragover.prevent
            @drop="drop(i)"
          >
            <button
              data-sort
              class="figure"
              :title="catalogue.byKey.get(column)?.note || catalogue.byKey.get(column)?.formula || column"
              @click="sortBy(column, $event.shiftKey)"
              @keydown="headKey($event, column, i)"
            >
              {{ catalogue.label(column) }}{{ direction(column) === 'descending' ? ' ▾' : direction(column) === 'ascending' ? ' ▴' : ''
              }}<sub v-if="sort.length > 1 && place(column)">{{ place(column) }}</sub>
            </button>
            <v-menu>
              <template #activator="{ props: activator }">
                <v-btn
                  :icon="mdiDotsVertical"
                  size="x-small"
                  class="menu"
                  :aria-label="`Column ${catalogue.label(column)}`"
                  v-bind="activator"
                />
              </template>
              <v-list density="compact">
                <v-list-item title="Sort by it, highest first" @click="sort = [{ column, direction: 'descending' }]" />
                <v-list-item title="Sort by it, lowest first" @click="sort = [{ column, direction: 'ascending' }]" />
                <v-list-item title="Sort by it among equals" @click="sortBy(column, true)" />
                <v-list-item title="Move left" :disabled="i === 0" @click="move(i, i - 1)" />
                <v-list-item title="Move right" :disabled="i === columns.length - 1" @click="move(i, i + 1)" />
                <v-list-item title="Wider" @click="setWidth(column, widthOf(column) + 30)" />
                <v-list-item title="Narrower" @click="setWidth(column, widthOf(column) - 30)" />
                <v-list-item
                  :title="i < view.frozen ? 'Let columns scroll' : 'Hold up to here'"
                  @click="view = { ...view, frozen: i < view.frozen ? 0 : i + 1 }"
                />
                <v-list-item title="Remove" @click="columns = columns.filter((other) => other !== column)" />
                <v-list-item
                  v-if="catalogue.byKey.has(column)"
                  title="About this metric"
                  :to="{ name: 'metrics', params: { key: column } }"
                />
              </v-list>
            </v-menu>
            <div class="unit">{{ unitHead(unit(column), session.currency) || ' ' }}</div>
            <span class="grip" aria-hidden="true" @pointerdown="resize(column, $event)"></span>
          </th>
        </tr>
        <tr v-for="line in GROUP_LINES.filter((entry) => view.lines.includes(entry.key))" :key="line.key" class="group">
          <th scope="row">{{ line.word }}</th>
          <td
            v-for="(column, i) in columns"
            :key="column"
            :class="{ frozen: i < view.frozen }"
            :style="i < view.frozen ? { left: `${left(i)}px` } : undefined"
            :title="lines.data?.lines[column] ? `of ${lines.data.lines[column]!.count} companies that have it` : undefined"
          >
            {{ lines.data?.lines[column]?.[line.key] == null ? '–' : inCell(lines.data.lines[column]![line.key]!, unit(column)) }}
          </td>
        </tr>
      </thead>
      <tbody>
        <tr v-if="first > 0" aria-hidden="true" :style="{ height: `${first * ROW}px` }"></tr>
        <tr v-for="{ index, row } in rows" :key="index" :aria-rowindex="index + 2" class="row">
          <template v-if="row">
            <CompanyHead :company="row">
              <input
                type="checkbox"
                :checked="selected.has(row.ticker)"
                :aria-label="`Select ${row.name}`"
                @change="toggle(row.ticker)"
                @keydown.stop
              />
            </CompanyHead>
            <td
              v-for="(column, i) in columns"
              :key="column"
              :class="{ frozen: i < view.frozen }"
              :style="{ ...shade(row, column), ...(i < view.frozen ? { left: `${left(i)}px` } : {}) }"
            >
              <button
                class="figure"
                :class="{ quiet: row.values[column] == null }"
                :title="hint(row, column)"
                @click="margin.ask({ kind: 'metric', ticker: row.ticker, metric: column, label: catalogue.label(column) })"
              >
                {{ cell(row, column) }}
              </button>
            </td>
          </template>
          <th v-else scope="row" class="quiet">…</th>
        </tr>
        <tr v-if="last < result.total" aria-hidden="true" :style="{ height: `${(result.total - last) * ROW}px` }"></tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.table {
  flex: 1;
  min-height: 0;
}
table.sheet {
  table-layout: fixed;
}
.unit {
  font-size: 0.77rem;
  font-weight: 400;
  padding-right: 12px;
}
thead tr:first-child th {
  height: 46px;
  white-space: normal;
  vertical-align: bottom;
  line-height: 1.15;
}
thead th .figure {
  text-align: right;
  max-width: 100%;
  margin-right: 9px;
  font-size: 0.84rem;
  white-space: normal;
  hyphens: auto;
}
thead th:first-child .figure {
  text-align: left;
}
.menu {
  position: absolute !important;
  right: -5px;
  bottom: 14px;
  width: 20px !important;
  height: 22px !important;
  opacity: 0.55;
}
.menu:focus-visible,
th:hover .menu {
  opacity: 1;
}
.grip {
  position: absolute;
  right: -3px;
  top: 0;
  bottom: 0;
  width: 7px;
  cursor: col-resize;
  touch-action: none;
}
.grip:hover {
  background: rgb(var(--v-theme-rule));
}
tr.row > th,
tr.row > td {
  overflow: hidden;
  text-overflow: ellipsis;
}
tr.row th input {
  margin-right: 2px;
}
tr.group > * {
  font-weight: 600;
  background: rgb(var(--v-theme-background));
}
tr.group th {
  text-align: left !important;
  left: 0;
  color: inherit;
}
.frozen {
  position: sticky !important;
  z-index: 1;
  background: rgb(var(--v-theme-background));
}
</style>
