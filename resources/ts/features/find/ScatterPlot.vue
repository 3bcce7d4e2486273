<script setup lang="ts">
import { LineChart, ScatterChart, type LineSeriesOption, type ScatterSeriesOption } from 'echarts/charts'
import {
  GraphicComponent,
  GridComponent,
  TooltipComponent,
  type GridComponentOption,
  type TooltipComponentOption,
} from 'echarts/components'
import { use, type ComposeOption } from 'echarts/core'
import { CanvasRenderer, SVGRenderer } from 'echarts/renderers'
import { computed, inject, useTemplateRef } from 'vue'
import VChart from 'vue-echarts'
import { useTheme } from 'vuetify'
import { FOOTER } from '@/design/chart/footer'
import { savePicture } from '@/design/chart/picture'
import { csv, download } from '@/design/download'
import { number } from '@/design/format'
import { tooltip } from '@/design/tooltip'

use([LineChart, ScatterChart, GridComponent, GraphicComponent, TooltipComponent, CanvasRenderer, SVGRenderer])

export interface Point {
  x: number
  y: number
  name: string
  marked: boolean
}

/** Companies as points, with a line through them; marked ones stand out by shape and hue. */
const props = defineProps<{ title: string; x: string; y: string; points: Point[]; line?: [[number, number], [number, number]] | null }>()
const emit = defineEmits<{ choose: [name: string] }>()
const theme = useTheme()
const chart = useTemplateRef<InstanceType<typeof VChart>>('chart')

const HEIGHT = 250
const GRID = { left: 34, right: 12, top: 12, containLabel: true }
type Option = ComposeOption<LineSeriesOption | ScatterSeriesOption | GridComponentOption | TooltipComponentOption>
const option = computed<Option>(() => {
  const colors = theme.current.value.colors
  const text = { color: String(colors.quiet), fontFamily: 'Source Sans 3 Variable' }
  const axis = (name: string) => ({
    type: 'value' as const,
    name,
    nameLocation: 'middle' as const,
    nameGap: 26,
    scale: true,
    nameTextStyle: text,
    axisLabel: { ...text, formatter: (value: number) => number(value, Math.abs(value) < 10 && value % 1 ? 2 : 0) },
    axisLine: { lineStyle: { color: String(colors.rule) } },
    splitLine: { lineStyle: { color: String(colors.rule) } },
  })
  const of = (marked: boolean) =>
    props.points.filter((point) => point.marked === marked).map((point) => ({ name: point.name, value: [point.x, point.y] }))
  return {
    animation: false,
    textStyle: text,
    grid: { ...GRID, bottom: 30 },
    tooltip: {
      trigger: 'item',
      backgroundColor: String(colors.surface),
      borderColor: String(colors.rule),
      textStyle: { color: String(colors['on-surface']), fontFamily: 'Source Sans 3 Variable' },
      formatter: (point) => {
        const one = Array.isArray(point) ? point[0]! : point
        const value = one.value as [number, number]
        return tooltip([one.name, `${props.x}: ${number(value[0], 3)}`, `${props.y}: ${number(value[1], 3)}`].map((text) => ({ text })))
      },
    },
    xAxis: axis(props.x),
    yAxis: { ...axis(props.y), nameGap: 44 },
    series: [
      { type: 'scatter', data: of(false), symbolSize: 6, itemStyle: { color: String(colors.primary), opacity: 0.6 } },
      { type: 'scatter', data: of(true), symbol: 'diamond', symbolSize: 11, itemStyle: { color: String(colors.accent) } },
      ...(props.line
        ? [
            {
              type: 'line' as const,
              data: props.line,
              showSymbol: false,
              silent: true,
              lineStyle: { color: String(colors.quiet), type: 'dashed' as const, width: 1.5 },
            },
          ]
        : []),
    ],
  }
})
const footer = inject(FOOTER, null)
function save(as: 'svg' | 'png'): void {
  const colors = theme.current.value.colors
  savePicture(
    {
      title: props.title,
      told: [`${props.y} against ${props.x}.`, footer?.value],
      width: chart.value?.getWidth() ?? 600,
      height: HEIGHT,
      quiet: String(colors.quiet),
      surface: String(colors.surface),
      option: (below) => ({ ...option.value, grid: { ...GRID, bottom: 30 + below } }),
    },
    as,
  )
}
const saveCsv = () =>
  download(
    `${props.title}.csv`,
    csv([['company', props.x, props.y], ...props.points.map((point) => [point.name, point.x, point.y])]),
    'text/csv',
  )
</script>

<template>
  <figure>
    <figcaption class="d-flex align-center">
      <h3 class="flex-grow-1">{{ title }}</h3>
      <v-btn size="x-small" @click="save('svg')">SVG</v-btn>
      <v-btn size="x-small" @click="save('png')">PNG</v-btn>
      <v-btn size="x-small" @click="saveCsv">CSV</v-btn>
    </figcaption>
    <div role="img" :aria-label="`${title}: ${points.length} points, ${y} against ${x}. The table below has the figures.`">
      <VChart
        ref="chart"
        :option="option"
        autoresize
        :style="{ height: `${HEIGHT}px` }"
        :init-options="{ renderer: 'svg' }"
        :update-options="{ notMerge: true }"
        @click="(point: { name?: string }) => point.name && emit('choose', point.name)"
      />
    </div>
  </figure>
</template>
