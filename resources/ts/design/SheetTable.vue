<script setup lang="ts" generic="Row">
import {
  createColumnHelper,
  FlexRender,
  getCoreRowModel,
  getSortedRowModel,
  useVueTable,
  type SortingState,
  type Updater,
} from '@tanstack/vue-table'
import { useVirtualizer } from '@tanstack/vue-virtual'
import { useResizeObserver } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { SheetColumn } from './sheet'

/**
 * A table of figures: the first cell of a row names it. Slots `head-<column>` and `cell-<column>` fill what is more than a text,
 * `cell` any cell; `under` is a further row across the whole table, `foot` rows at the end. Of a long table only the rows in
 * sight are there.
 */
const props = defineProps<{
  columns: SheetColumn<Row>[]
  rows: Row[]
  rowKey: (row: Row, index: number) => string | number
  rowClass?: (row: Row) => string | Record<string, boolean> | undefined
  /** Whether columns are so many that they stand closer. */
  many?: boolean
  /** What is scrolled, said to those who cannot see it. */
  label?: string
  /** Whether an expanded row is shown under a row. */
  isOpen?: (row: Row) => boolean
  /** What rows are sorted by to begin with; else they stay as they come. */
  sortedBy?: { key: string; descending: boolean }
  /** Whether columns go through time: where not all have room, the newest are in view. */
  throughTime?: boolean
}>()

const ROW = 32
/** From so many rows on only those in sight are drawn. */
const LONG = 120
const helper = createColumnHelper<Row>()
const sorting = ref<SortingState>(props.sortedBy ? [{ id: props.sortedBy.key, desc: props.sortedBy.descending }] : [])
const set = (change: Updater<SortingState>) => (sorting.value = typeof change === 'function' ? change(sorting.value) : change)
const table = useVueTable({
  get data() {
    return props.rows
  },
  get columns() {
    return props.columns.map((column) =>
      helper.accessor((row: Row) => column.by?.(row) ?? undefined, {
        id: column.key,
        header: column.head,
        cell: ({ row }) => column.of?.(row.original) ?? '',
        enableSorting: column.by !== undefined,
        sortUndefined: 'last',
        meta: column,
      }),
    )
  },
  state: {
    get sorting() {
      return sorting.value
    },
  },
  onSortingChange: set,
  getRowId: (row, index) => String(props.rowKey(row, index)),
  getCoreRowModel: getCoreRowModel(),
  getSortedRowModel: getSortedRowModel(),
})
const all = computed(() => table.getRowModel().rows)
const isLong = computed(() => all.value.length > LONG)
const box = useTemplateRef<HTMLElement>('box')
const virtualizer = useVirtualizer(
  computed(() => ({
    count: isLong.value ? all.value.length : 0,
    getScrollElement: () => box.value,
    estimateSize: () => ROW,
    overscan: 12,
  })),
)
const items = computed(() => virtualizer.value.getVirtualItems())
const shown = computed(() => (isLong.value ? items.value.map((item) => all.value[item.index]!) : all.value))
const before = computed(() => items.value[0]?.start ?? 0)
const after = computed(() => virtualizer.value.getTotalSize() - (items.value.at(-1)?.end ?? 0))
const of = (id: string): SheetColumn<Row> => props.columns.find((column) => column.key === id)!
const classOf = (id: string, row: Row): string | undefined => {
  const named = of(id).class
  return typeof named === 'function' ? named(row) : named
}
/** Whether the end of the columns is in view, and so stays in view when the room becomes less. */
const atEnd = ref(true)
const toEnd = (): void => {
  if (props.throughTime && box.value) box.value.scrollLeft = box.value.scrollWidth
}
function scrolled(): void {
  if (box.value) atEnd.value = box.value.scrollLeft + box.value.clientWidth >= box.value.scrollWidth - 4
}
watch(
  () => props.throughTime && props.columns.map((column) => column.head).join(),
  () => nextTick(toEnd),
  { immediate: true, flush: 'post' },
)
useResizeObserver(box, () => atEnd.value && toEnd())
const MARKS = { asc: ' ▴', desc: ' ▾' }
</script>

<template>
  <div
    ref="box"
    @scroll.passive="scrolled"
    :class="{ scroll: label, long: isLong }"
    :tabindex="label ? 0 : undefined"
    :role="label ? 'region' : undefined"
    :aria-label="label ? `${label}, scrollable` : undefined"
  >
    <table class="sheet" :class="{ many }" :aria-label="label" :aria-rowcount="isLong ? all.length + 1 : undefined">
      <thead>
        <tr v-for="group in table.getHeaderGroups()" :key="group.id">
          <th
            v-for="(header, i) in group.headers"
            :key="header.id"
            scope="col"
            :class="typeof of(header.id).class === 'string' ? of(header.id).class : undefined"
            :title="of(header.id).title"
            :aria-sort="header.column.getIsSorted() ? (header.column.getIsSorted() === 'asc' ? 'ascending' : 'descending') : undefined"
          >
            <slot :name="`head-${header.id}`">
              <button v-if="header.column.getCanSort()" class="figure" @click="header.column.toggleSorting()">
                <FlexRender :render="header.column.columnDef.header" :props="header.getContext()" />{{
                  MARKS[header.column.getIsSorted() || ('none' as keyof typeof MARKS)] ?? ''
                }}
              </button>
              <FlexRender v-else-if="of(header.id).head" :render="header.column.columnDef.header" :props="header.getContext()" />
              <span v-else class="visually-hidden">{{ of(header.id).heard ?? (i === 0 ? 'What' : 'What can be done') }}</span>
            </slot>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-if="before > 0" aria-hidden="true" class="spacer">
          <td :style="{ height: `${before}px` }"></td>
        </tr>
        <template v-for="row in shown" :key="row.id">
          <tr :class="rowClass?.(row.original)" :aria-rowindex="isLong ? row.index + 2 : undefined">
            <template v-for="(cell, i) in row.getVisibleCells()" :key="cell.id">
              <component :is="i === 0 ? 'th' : 'td'" :scope="i === 0 ? 'row' : undefined" :class="classOf(cell.column.id, row.original)">
                <!-- Asked for by name: a slot that draws nothing in this row would else fall back on the next. -->
                <slot
                  v-if="$slots[`cell-${cell.column.id}`]"
                  :name="`cell-${cell.column.id}`"
                  :row="row.original"
                  :index="row.index"
                  :column="i - 1"
                />
                <slot v-else-if="i > 0 && $slots.cell" name="cell" :row="row.original" :index="row.index" :column="i - 1" />
                <FlexRender v-else :render="cell.column.columnDef.cell" :props="cell.getContext()" />
              </component>
            </template>
          </tr>
          <tr v-if="isOpen?.(row.original)">
            <td :colspan="columns.length"><slot name="under" :row="row.original" /></td>
          </tr>
        </template>
        <tr v-if="after > 0" aria-hidden="true" class="spacer">
          <td :style="{ height: `${after}px` }"></td>
        </tr>
        <slot name="foot" />
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.long {
  max-height: 70vh;
}
.spacer td {
  padding: 0;
  border: 0;
}
</style>
