<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import { columnsOf } from '@/design/sheet'
import { LineChart, BarChart } from 'echarts/charts'
import { GridComponent, LegendComponent, TooltipComponent, MarkLineComponent } from 'echarts/components'
import { use, type ComposeOption } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import type { LineSeriesOption, BarSeriesOption } from 'echarts/charts'
import type { GridComponentOption, LegendComponentOption, TooltipComponentOption } from 'echarts/components'
import { computed, ref, useTemplateRef } from 'vue'
import VChart from 'vue-echarts'
import { useTheme } from 'vuetify'
import { chartHues } from './themes'
import { download } from './download'
import { tooltip } from '@/design/tooltip'

use([LineChart, BarChart, GridComponent, LegendComponent, TooltipComponent, MarkLineComponent, SVGRenderer])

export interface Series {
  name: string
  values: (number | null)[]
  benchmark?: boolean
  bars?: boolean
  /** Axis name; series of one unit share an axis, at most two are drawn. */
  unit: string
}

/** A chart with exact values on hover, the same data as a table, and export. */
const props = defineProps<{
  title: string
  labels: string[]
  series: Series[]
  height?: number
  /** Lines on up to two axes, stacked amounts, or each as a share of their sum. */
  mode?: 'lines' | 'stack' | 'share'
  show?: (value: number, unit: string) => string
}>()
const theme = useTheme()
const asTable = ref(false)
const chart = useTemplateRef<InstanceType<typeof VChart>>('chart')
const show = (value: number | null | undefined, unit: string): string =>
  value == null ? '–' : props.show ? props.show(value, unit) : String(Math.round(value * 100) / 100)
const stacked = computed(() => props.mode === 'stack' || props.mode === 'share')
const sums = computed(() => props.labels.map((_, i) => props.series.reduce((sum, series) => sum + Math.abs(series.values[i] ?? 0), 0)))
const drawn = computed<Series[]>(() =>
  props.mode === 'share'
    ? props.series.map((series) => ({
        ...series,
        unit: '%',
        values: series.values.map((value, i) => (value === null || !sums.value[i] ? null : (100 * value) / sums.value[i]!)),
      }))
    : props.series,
)
const units = computed(() => [...new Set(drawn.value.map((series) => series.unit))].slice(0, stacked.value ? 1 : 2))

type Option = ComposeOption<LineSeriesOption | BarSeriesOption | GridComponentOption | LegendComponentOption | TooltipComponentOption>
const option = computed<Option>(() => {
  const colors = theme.current.value.colors
  const hues = chartHues[theme.global.name.value === 'nightDesk' ? 'nightDesk' : 'paper']
  const text = { color: String(colors.quiet), fontFamily: 'Source Sans 3 Variable' }
  let hue = 0
  return {
    animation: false,
    textStyle: text,
    grid: { left: 8, right: 8, top: 40, bottom: 8, containLabel: true },
    legend: { top: 0, left: 0, icon: 'roundRect', itemHeight: 3, textStyle: { ...text, color: String(colors['on-surface']) } },
    tooltip: {
      trigger: 'axis',
      backgroundColor: String(colors.surface),
      borderColor: String(colors.rule),
      textStyle: { color: String(colors['on-surface']), fontFamily: 'Source Sans 3 Variable' },
      formatter: (points) => {
        const all = Array.isArray(points) ? points : [points]
        const lines = all.map((point) => {
          const series = drawn.value.find((candidate) => candidate.name === point.seriesName)
          return { text: `${point.seriesName}: ${show(point.value as number | null, series?.unit ?? '')}`, color: point.color }
        })
        return tooltip([{ text: all[0]?.name ?? '' }, ...lines])
      },
    },
    xAxis: {
      type: 'category',
      data: props.labels,
      axisLine: { lineStyle: { color: String(colors.rule) } },
      axisTick: { show: false },
      axisLabel: text,
    },
    yAxis: units.value.map((unit) => ({
      type: 'value',
      name: unit,
      max:
        props.mode === 'share' && drawn.value.every((series) => series.values.every((value) => value === null || value >= 0))
          ? 100
          : undefined,
      scale: !stacked.value && !props.series.some((series) => series.bars),
      nameTextStyle: { ...text, align: 'left' },
      axisLabel: { ...text, formatter: (value: number) => show(value, unit) },
      splitLine: { lineStyle: { color: String(colors.rule) } },
    })),
    series: drawn.value.map((series) => {
      const color = series.benchmark ? String(colors.quiet) : hues[hue++ % hues.length]
      const base = {
        name: series.name,
        data: series.values,
        yAxisIndex: Math.max(0, units.value.indexOf(series.unit)),
        itemStyle: { color },
      }
      return series.bars || stacked.value
        ? { ...base, type: 'bar' as const, barMaxWidth: stacked.value ? 44 : 22, ...(stacked.value ? { stack: 'all' } : {}) }
        : {
            ...base,
            type: 'line' as const,
            showSymbol: props.labels.length < 30,
            symbolSize: 5,
            lineStyle: { color, width: 1.8, type: series.benchmark ? ('dashed' as const) : ('solid' as const) },
          }
    }),
  }
})

const description = computed(() => {
  const names = props.series.map((entry) => entry.name).join(', ')
  return `${props.title}: ${names}, ${props.labels[0]} to ${props.labels[props.labels.length - 1]}. The table button shows the figures.`
})
const csv = (): string =>
  [
    ['', ...drawn.value.map((series) => `${series.name} (${series.unit})`)],
    ...props.labels.map((label, i) => [label, ...drawn.value.map((series) => series.values[i] ?? '')]),
  ]
    .map((row) => row.map((cell) => `"${String(cell).replaceAll('"', '""')}"`).join(','))
    .join('\n')

function saveSvg(): void {
  const svg = (chart.value as unknown as { $el?: HTMLElement } | null)?.$el?.querySelector('svg')
  if (svg) download(`${props.title}.svg`, new XMLSerializer().serializeToString(svg), 'image/svg+xml')
}
</script>

<template>
  <figure>
    <figcaption class="d-flex align-center">
      <h3 class="flex-grow-1">{{ title }}</h3>
      <v-btn size="x-small" :aria-pressed="asTable" @click="asTable = !asTable">{{ asTable ? 'Chart' : 'Table' }}</v-btn>
      <v-btn size="x-small" :disabled="asTable" @click="saveSvg">SVG</v-btn>
      <v-btn size="x-small" @click="download(`${title}.csv`, csv(), 'text/csv')">CSV</v-btn>
    </figcaption>
    <p v-if="!series.length || !labels.length" class="quiet">Nothing to draw yet.</p>
    <SheetTable
      v-else-if="asTable"
      :label="`${title}, as a table`"
      :style="{ maxHeight: `${height ?? 280}px` }"
      :columns="[{ key: 'label', head: '' }, ...columnsOf<number>(drawn.map((entry) => `${entry.name} (${entry.unit})`))]"
      :rows="labels.map((_, i) => i)"
      :row-key="(i) => i"
    >
      <template #cell-label="{ row: i }">{{ labels[i] }}</template>
      <template #cell="{ row: i, column }">{{ show(drawn[column]!.values[i], drawn[column]!.unit) }}</template>
    </SheetTable>
    <div v-else role="img" :aria-label="description">
      <VChart
        ref="chart"
        :option="option"
        autoresize
        :style="{ height: `${height ?? 280}px` }"
        :init-options="{ renderer: 'svg' }"
        :update-options="{ notMerge: true }"
      />
    </div>
  </figure>
</template>
