<script setup lang="ts">
import { getCoreRowModel, useVueTable, type ColumnDef } from '@tanstack/vue-table'
import { useVirtualizer } from '@tanstack/vue-virtual'
import { useElementSize, useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import { ABSENT, inCell } from '@/design/format'
import { useCatalogue } from '@/stores/catalogue'
import { useMargin } from '@/stores/margin'
import { useSession } from '@/stores/session'
import CompanyHead from './CompanyHead.vue'
import { GROUP_LINES, type Definition, type TableView } from './screen'
import SurvivorHead from './SurvivorHead.vue'
import { useSurvivors } from './survivors'

/** The survivors, however many: only the rows in sight are there. The server sorts them. */
const props = defineProps<{ definition: Definition; result: Schemas['ScreenResult'] }>()
const columns = defineModel<string[]>('columns', { required: true })
const sort = defineModel<{ column: string; direction: string }[]>('sort', { required: true })
const view = defineModel<TableView>('view', { required: true })
const selected = defineModel<Set<string>>('selected', { required: true })
const session = useSession()
const catalogue = useCatalogue()
const margin = useMargin()

type Row = Schemas['ScreenRow']
type Direction = 'ascending' | 'descending'
const NAME = 'name'
const ROW = 32
const survivors = useSurvivors(() => ({ definition: props.definition, result: props.result, shaded: view.value.shaded }))

const definitions = computed<ColumnDef<Row>[]>(() => [
  { id: NAME, size: 240 },
  ...columns.value.map((column): ColumnDef<Row> => ({ id: column, size: 104, minSize: 56, maxSize: 520 })),
])
const table = useVueTable<Row>({
  // Rows come page by page and are drawn by their place; the table keeps the columns.
  data: [],
  get columns() {
    return definitions.value
  },
  state: {
    get columnOrder() {
      return [NAME, ...columns.value]
    },
    get columnSizing() {
      return view.value.widths
    },
    get columnPinning() {
      return { left: [NAME, ...columns.value.slice(0, view.value.frozen)] }
    },
    get sorting() {
      return sort.value.map((entry) => ({ id: entry.column, desc: entry.direction === 'descending' }))
    },
  },
  manualSorting: true,
  getCoreRowModel: getCoreRowModel(),
})
const leaves = computed(() => table.getVisibleLeafColumns())
const figures = computed(() => leaves.value.slice(1))
const widthOf = (column: string): number => table.getColumn(column)!.getSize()
const setWidth = (column: string, width: number) =>
  (view.value = { ...view.value, widths: { ...view.value.widths, [column]: Math.round(Math.min(520, Math.max(56, width))) } })
/** Where a column that is held stands from the left. */
const held = (column: string, zIndex?: number) =>
  table.getColumn(column)?.getIsPinned() ? { left: `${table.getColumn(column)!.getStart('left')}px`, zIndex } : undefined

const box = useTemplateRef<HTMLElement>('box')
const virtualizer = useVirtualizer(
  computed(() => ({ count: props.result.total, getScrollElement: () => box.value, estimateSize: () => ROW, overscan: 6 })),
)
const rows = computed(() => virtualizer.value.getVirtualItems().map(({ index }) => ({ index, row: survivors.row(index) })))
const before = computed(() => virtualizer.value.getVirtualItems()[0]?.start ?? 0)
const after = computed(() => virtualizer.value.getTotalSize() - (virtualizer.value.getVirtualItems().at(-1)?.end ?? 0))
watch(
  () => [props.result, rows.value[0]?.index ?? 0, rows.value.at(-1)?.index ?? 0] as const,
  ([, first, last]) => void survivors.reach(first, last + 1),
  { immediate: true },
)

const { state: lines } = useAnswer(
  'screens/group-lines',
  () => (view.value.lines.length ? { screen: props.definition, as_of: session.asOf } : null),
  (question, signal) =>
    question ? ask(api.POST('/screens/group-lines', { body: { screen: question.screen, as_of: question.as_of }, signal })) : null,
)

const direction = (column: string): Direction | undefined => {
  const sorted = table.getColumn(column)?.getIsSorted()
  return sorted ? (sorted === 'desc' ? 'descending' : 'ascending') : undefined
}
/** Once: descending; again: ascending; with Shift a further column to sort by among equals. */
function sortBy(column: string, further: boolean): void {
  const now = direction(column)
  const next = { column, direction: now === 'descending' || (!now && column === NAME) ? 'ascending' : 'descending' }
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
const cell = (row: Row, column: string): string =>
  row.values[column] == null ? (ABSENT[row.states[column] ?? 'missing'] ?? '–') : inCell(row.values[column]!, unit(column))
/** Ink for the upper half, ochre for the lower: the further from the middle, the deeper. */
const shade = (row: Row, column: string) => {
  const percentile = row.percentiles[column]
  if (!view.value.shaded || percentile === undefined) return undefined
  return {
    background: `rgba(var(--v-theme-${percentile >= 0.5 ? 'primary' : 'accent'}), ${(Math.abs(percentile - 0.5) * 0.44).toFixed(3)})`,
  }
}
const hint = (row: Row, column: string): string | undefined =>
  row.values[column] == null
    ? row.states[column]?.replaceAll('_', ' ')
    : row.percentiles[column] === undefined
      ? undefined
      : `above ${Math.round(100 * row.percentiles[column]!)} % of the survivors`
/** What one comes to by keyboard stands beside what stays where it is, not under it. */
const heads = useTemplateRef<HTMLElement>('heads')
const { height } = useElementSize(heads, undefined, { box: 'border-box' })
const frozen = computed(() => `${height.value}px 0 0 ${table.getLeftTotalSize()}px`)
const MARKS = { ascending: ' ▴', descending: ' ▾' }
</script>

<template>
  <div ref="box" class="scroll table" tabindex="0" role="region" aria-label="Survivors, scrollable" :style="{ scrollPadding: frozen }">
    <table class="sheet" :style="{ width: `${table.getTotalSize()}px` }" :aria-rowcount="result.total + 1">
      <colgroup>
        <col v-for="leaf in leaves" :key="leaf.id" :style="{ width: `${leaf.getSize()}px` }" />
      </colgroup>
      <thead ref="heads">
        <tr>
          <th :aria-sort="direction(NAME) ?? 'none'" scope="col">
            <button data-sort class="figure" @click="sortBy(NAME, $event.shiftKey)">
              Company{{ direction(NAME) ? MARKS[direction(NAME)!] : '' }}
            </button>
            <span class="grip" aria-hidden="true" @pointerdown="resize(NAME, $event)"></span>
          </th>
          <th
            v-for="({ id: column }, i) in figures"
            :key="column"
            scope="col"
            :aria-sort="direction(column) ?? 'none'"
            :class="{ frozen: i < view.frozen }"
            :style="held(column, 3)"
            draggable="true"
            @dragstart="dragged = i"
            @dragover.prevent
            @drop="drop(i)"
            @keydown="headKey($event, column, i)"
          >
            <SurvivorHead
              :column="column"
              :unit="unit(column)"
              :direction="direction(column)"
              :place="sort.length > 1 ? table.getColumn(column)!.getSortIndex() + 1 : 0"
              :is-first="i === 0"
              :is-last="i === columns.length - 1"
              :is-frozen="i < view.frozen"
              @sort="(further) => sortBy(column, further)"
              @order="(chosen) => (sort = [{ column, direction: chosen }])"
              @move="(step) => move(i, i + step)"
              @widen="(by) => setWidth(column, widthOf(column) + by)"
              @freeze="view = { ...view, frozen: i < view.frozen ? 0 : i + 1 }"
              @remove="columns = columns.filter((other) => other !== column)"
            />
            <span class="grip" aria-hidden="true" @pointerdown="resize(column, $event)"></span>
          </th>
        </tr>
        <tr v-for="line in GROUP_LINES.filter((entry) => view.lines.includes(entry.key))" :key="line.key" class="group">
          <th scope="row">{{ line.word }}</th>
          <td
            v-for="({ id: column }, i) in figures"
            :key="column"
            :class="{ frozen: i < view.frozen }"
            :style="held(column)"
            :title="lines.data?.lines[column] ? `of ${lines.data.lines[column]!.count} companies that have it` : undefined"
          >
            {{ lines.data?.lines[column]?.[line.key] == null ? '–' : inCell(lines.data.lines[column]![line.key]!, unit(column)) }}
          </td>
        </tr>
      </thead>
      <tbody>
        <tr v-if="before > 0" aria-hidden="true" :style="{ height: `${before}px` }"></tr>
        <tr v-for="{ index, row } in rows" :key="index" :aria-rowindex="index + 2" class="row">
          <template v-if="row">
            <th scope="row">
              <CompanyHead :company="row">
                <input
                  type="checkbox"
                  :checked="selected.has(row.ticker)"
                  :aria-label="`Select ${row.name}`"
                  @change="toggle(row.ticker)"
                  @keydown.stop
                />
              </CompanyHead>
            </th>
            <td
              v-for="({ id: column }, i) in figures"
              :key="column"
              :class="{ frozen: i < view.frozen }"
              :style="{ ...shade(row, column), ...held(column) }"
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
        <tr v-if="after > 0" aria-hidden="true" :style="{ height: `${after}px` }"></tr>
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
thead tr:first-child th {
  height: 46px;
  white-space: normal;
  vertical-align: bottom;
  line-height: 1.15;
}
thead th:first-child .figure {
  text-align: left;
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
  margin-right: calc(var(--space) * 0.5);
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
