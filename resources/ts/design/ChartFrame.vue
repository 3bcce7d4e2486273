<script setup lang="ts">
import { BarChart, CustomChart, LineChart, ScatterChart } from 'echarts/charts'
import {
  DataZoomComponent,
  GraphicComponent,
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
} from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer, SVGRenderer } from 'echarts/renderers'
import { computed, inject, markRaw, ref, useTemplateRef, watch } from 'vue'
import VChart from 'vue-echarts'
import { useTheme } from 'vuetify'
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
import { asShares, chartOption, readings, type Drawing, type Look } from './chart/option'
import { FOOTER } from './chart/footer'
import { savePicture } from './chart/picture'
import type { Happening, Overlay, Pane, Series } from './chart/series'
import { chartHues } from './themes'
import { download } from './download'

export type { Series } from './chart/series'

use([
  BarChart,
  CustomChart,
  LineChart,
  ScatterChart,
  DataZoomComponent,
  GraphicComponent,
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
  CanvasRenderer,
  SVGRenderer,
])

/**
 * A chart of one or several panes over the same labels: exact values under the pointer and by keyboard, a part chosen with a strip, the
 * same data as a table, and export.
 */
const props = withDefaults(
  defineProps<{
    title: string
    labels: string[]
    series: Series[]
    height?: number
    /** Lines on up to two axes, stacked amounts, or each as a share of their sum. */
    mode?: 'lines' | 'stack' | 'share'
    show?: (value: number, unit: string) => string
    panes?: Pane[]
    overlays?: Overlay[]
    happenings?: Happening[]
    brush?: boolean
    /** What the figures are, for who sees the picture alone. */
    definition?: string
    /** A click in the first pane is told: a level is being drawn. */
    picking?: boolean
  }>(),
  {
    height: 280,
    mode: 'lines',
    show: undefined,
    panes: () => [],
    overlays: () => [],
    happenings: () => [],
    definition: undefined,
  },
)
const emit = defineEmits<{ pick: [point: { label: string; value: number }]; happening: [of: Happening] }>()

/** More points than this are drawn as pixels: a drawing of so many lines would be slow. */
const DRAWN = 600
const theme = useTheme()
const asTable = ref(false)
const chart = useTemplateRef<InstanceType<typeof VChart>>('chart')
const show = (value: number | null | undefined, unit: string): string =>
  value == null || !Number.isFinite(value) ? '–' : props.show ? props.show(value, unit) : String(Math.round(value * 100) / 100)
const drawn = computed(() => (props.mode === 'share' ? asShares(props.labels, props.series) : props.series))
const drawing = computed<Drawing>(() => ({
  labels: props.labels,
  series: drawn.value,
  panes: props.panes,
  overlays: props.overlays,
  happenings: props.happenings,
  height: props.height,
  mode: props.mode,
  brush: props.brush,
  show,
}))
const look = computed<Look>(() => {
  const colors = theme.current.value.colors
  const of = (role: string): string => String(colors[role])
  return {
    text: of('on-surface'),
    quiet: of('quiet'),
    rule: of('rule'),
    surface: of('surface'),
    up: of('success'),
    down: of('error'),
    accent: of('accent'),
    hues: chartHues[theme.global.name.value === 'nightDesk' ? 'nightDesk' : 'paper'],
  }
})
// Raw: what draws it would look through every point of it for changes, and it is made anew for each.
const option = computed(() => markRaw(chartOption(drawing.value, look.value)))
const renderer = computed<'svg' | 'canvas'>(() => (props.labels.length > DRAWN ? 'canvas' : 'svg'))

// The keyboard moves along the labels as the pointer does.
const cursor = ref<number | null>(null)
watch(
  () => props.labels,
  () => (cursor.value = null),
)
const spoken = computed(() =>
  cursor.value === null ? 'Arrow keys read the values, plus and minus zoom' : readings(drawing.value, cursor.value).join(', '),
)
type Window = { start: number; end: number }
const shown = ref<Window>({ start: 0, end: 100 })
function zoomed(): void {
  const zoom = (chart.value?.getOption() as { dataZoom?: Window[] } | undefined)?.dataZoom?.[0]
  if (zoom) shown.value = { start: zoom.start, end: zoom.end }
}
function zoom(factor: number): void {
  const { start, end } = shown.value
  const last = Math.max(1, props.labels.length - 1)
  const about = cursor.value === null ? end : (100 * cursor.value) / last
  const from = Math.max(0, about - (about - start) * factor)
  const to = Math.min(100, about + (end - about) * factor)
  if (to - from > 100 / last) chart.value?.dispatchAction({ type: 'dataZoom', start: from, end: to })
}
function move(event: KeyboardEvent): void {
  const last = props.labels.length - 1
  const step = event.shiftKey ? Math.max(1, Math.round(last / 20)) : 1
  const from = cursor.value ?? last
  const to = { ArrowLeft: from - step, ArrowRight: from + step, Home: 0, End: last }[event.key]
  if (to !== undefined) {
    cursor.value = Math.min(last, Math.max(0, to))
    const seriesIndex = drawn.value.findIndex((one) => one.values[cursor.value!] !== null)
    chart.value?.dispatchAction({ type: 'showTip', seriesIndex: Math.max(0, seriesIndex), dataIndex: cursor.value })
  } else if (event.key === '+' || event.key === '=') zoom(0.6)
  else if (event.key === '-') zoom(1 / 0.6)
  else if (event.key === '0') chart.value?.dispatchAction({ type: 'dataZoom', start: 0, end: 100 })
  else if (event.key === 'Escape') chart.value?.dispatchAction({ type: 'hideTip' })
  else return
  event.preventDefault()
  event.stopPropagation()
}

function clicked(event: { offsetX: number; offsetY: number }): void {
  if (!props.picking || !chart.value) return
  const point = [event.offsetX, event.offsetY]
  if (!chart.value.containPixel({ gridIndex: 0 }, point)) return
  const [at, value] = chart.value.convertFromPixel({ gridIndex: 0 }, point) as [number, number]
  const label = props.labels[Math.round(at)]
  if (label !== undefined) emit('pick', { label, value })
}
function chosen(event: { seriesType?: string; name?: string; value?: unknown }): void {
  if (event.seriesType !== 'scatter') return
  const label = (event.value as [string, number])[0]
  const of = props.happenings.find((one) => one.label === label && one.title === event.name)
  if (of) emit('happening', of)
}

const description = computed(() => {
  const names = props.series.map((entry) => entry.name).join(', ')
  return `${props.title}: ${names}, ${props.labels[0]} to ${props.labels[props.labels.length - 1]}. The table button shows the figures.`
})
interface Column {
  head: string
  unit: string
  values: (number | null)[]
}
const columns = computed<Column[]>(() =>
  drawn.value.flatMap(({ name, unit, values, range }) => {
    const column = (head: string, of: (number | null)[]): Column => ({ head: `${head} (${unit})`, unit, values: of })
    return range
      ? [column('Open', range.open), column('High', range.high), column('Low', range.low), column(name, values)]
      : [column(name, values)]
  }),
)
const csv = (): string =>
  [
    ['', ...columns.value.map((column) => column.head)],
    ...props.labels.map((label, i) => [label, ...columns.value.map((column) => column.values[i] ?? '')]),
  ]
    .map((row) => row.map((cell) => `"${String(cell).replaceAll('"', '""')}"`).join(','))
    .join('\n')

const footer = inject(FOOTER, null)
const save = (as: 'svg' | 'png') =>
  savePicture(
    {
      title: props.title,
      told: [props.definition, footer?.value],
      width: chart.value?.getWidth() ?? 900,
      height: props.height,
      quiet: look.value.quiet,
      surface: look.value.surface,
      option: (below) => chartOption({ ...drawing.value, below }, look.value),
      shown: shown.value,
    },
    as,
  )
</script>

<template>
  <figure>
    <figcaption class="d-flex align-center">
      <h3 class="flex-grow-1">{{ title }}</h3>
      <slot name="actions" />
      <v-btn size="x-small" :aria-pressed="asTable" @click="asTable = !asTable">{{ asTable ? 'Chart' : 'Table' }}</v-btn>
      <v-btn size="x-small" :disabled="asTable" @click="save('svg')">SVG</v-btn>
      <v-btn size="x-small" :disabled="asTable" @click="save('png')">PNG</v-btn>
      <v-btn size="x-small" @click="download(`${title}.csv`, csv(), 'text/csv')">CSV</v-btn>
    </figcaption>
    <p v-if="!series.length || !labels.length" class="quiet">Nothing to draw yet.</p>
    <SheetTable
      v-else-if="asTable"
      :label="`${title}, as a table`"
      :style="{ maxHeight: `${height}px` }"
      :columns="[{ key: 'label', head: '' }, ...columnsOf<number>(columns.map((column) => column.head))]"
      :rows="labels.map((_, i) => i)"
      :row-key="(i) => i"
    >
      <template #cell-label="{ row: i }">{{ labels[i] }}</template>
      <template #cell="{ row: i, column }">{{ show(columns[column]!.values[i], columns[column]!.unit) }}</template>
    </SheetTable>
    <div
      v-else
      role="slider"
      tabindex="0"
      :class="{ picking }"
      :aria-label="description"
      :aria-valuemin="0"
      :aria-valuemax="labels.length - 1"
      :aria-valuenow="cursor ?? labels.length - 1"
      :aria-valuetext="spoken"
      @keydown="move"
    >
      <VChart
        :key="renderer"
        ref="chart"
        :option="option"
        autoresize
        :style="{ height: `${height}px` }"
        :init-options="{ renderer }"
        :update-options="{ notMerge: true }"
        @click="chosen"
        @datazoom="zoomed"
        @zr:click="clicked"
      />
    </div>
  </figure>
</template>

<style scoped>
figcaption .v-btn {
  min-width: 0;
  padding: 0 calc(var(--space) * 1.5);
}
.picking {
  cursor: crosshair;
}
</style>
