import type { EChartsOption, SeriesOption, XAXisComponentOption, YAXisComponentOption } from 'echarts'
import { tooltip } from '@/design/tooltip'
import { wedges } from './priceBars'
import type { Happening, Overlay, Pane, Series, Show } from './series'

/** What a chart is drawn with: roles of the theme, and hues for its lines. */
export interface Look {
  text: string
  quiet: string
  rule: string
  surface: string
  up: string
  down: string
  accent: string
  hues: string[]
}

export interface Drawing {
  labels: string[]
  series: Series[]
  panes: Pane[]
  overlays: Overlay[]
  happenings: Happening[]
  height: number
  mode: 'lines' | 'stack' | 'share'
  /** Room that is kept free at the lower edge. */
  below?: number
  /** A strip below from which a part is chosen. */
  brush: boolean
  show: (value: number | null | undefined, unit: string) => string
}

const FONT = 'Source Sans 3 Variable'
const LEGEND = 50
const STRIP = 34
const HAPPENINGS = 16
const GAP = 22
const SIDE = 62

/** Series as shares of their sum, where that is what is asked for. */
export function asShares(labels: string[], series: Series[]): Series[] {
  const sums = labels.map((_, i) => series.reduce((sum, one) => sum + Math.abs(one.values[i] ?? 0), 0))
  return series.map((one) => ({
    ...one,
    unit: '%',
    values: one.values.map((value, i) => (value === null || !sums[i] ? null : (100 * value) / sums[i]!)),
  }))
}

/** What is read at a label: every series there, and what happened. */
export function readings(drawing: Pick<Drawing, 'labels' | 'series' | 'happenings' | 'show'>, at: number): string[] {
  const { show } = drawing
  const label = drawing.labels[at]!
  return [
    label,
    ...drawing.series.flatMap((series) =>
      series.range
        ? [
            `${series.name}: ${show(series.values[at], series.unit)}`,
            `opened ${show(series.range.open[at], series.unit)}, from ${show(series.range.low[at], series.unit)} ` +
              `to ${show(series.range.high[at], series.unit)}`,
          ]
        : [`${series.name}: ${show(series.values[at], series.unit)}`],
    ),
    ...drawing.happenings.filter((one) => one.label === label).map((one) => one.title),
  ]
}

/** The option of a chart with its panes one above the other over one axis of labels. */
export function chartOption(drawing: Drawing, look: Look): EChartsOption {
  const { labels, height, happenings } = drawing
  const stacked = drawing.mode !== 'lines'
  const panes: Pane[] = drawing.panes.length ? drawing.panes : [{ key: '', weight: 1 }]
  const single = panes.length === 1 && !happenings.length
  const text = { color: look.quiet, fontFamily: FONT }
  const grids: EChartsOption['grid'] & object[] = []
  const xAxes: XAXisComponentOption[] = []
  const yAxes: YAXisComponentOption[] = []
  const series: SeriesOption[] = []
  const foot = drawing.brush ? STRIP + 24 : 26
  const strip = happenings.length ? HAPPENINGS + 6 : 0
  const room = height - LEGEND - foot - strip - GAP * (panes.length - 1)
  const weights = panes.reduce((sum, pane) => sum + pane.weight, 0)
  const twoAxes = panes.some((pane) => unitsOf(drawing.series, pane, panes, stacked).length > 1)
  let top = LEGEND
  let hue = 0
  // By their names: a crowded line has no point of its own at most labels.
  const colors = new Map<string, string>()

  panes.forEach((pane, at) => {
    const tall = (room * pane.weight) / weights
    grids.push(
      single
        ? { left: 8, right: 26, top: 40, bottom: (drawing.brush ? STRIP + 8 : 8) + (drawing.below ?? 0), containLabel: true }
        : { left: SIDE, right: twoAxes ? SIDE : 16, top, height: tall, outerBoundsMode: 'none' },
    )
    top += tall + (at === 0 ? strip : 0) + GAP
    xAxes.push(xAxis(labels, at, at === panes.length - 1, look))
    const own = drawing.series.filter((one) => paneOf(one, panes) === pane)
    const units = unitsOf(drawing.series, pane, panes, stacked)
    const firstAxis = yAxes.length
    for (const unit of units.length ? units : ['']) yAxes.push(yAxis(unit, pane, at, own, drawing, look))
    own.forEach((one, i) => {
      const color = one.benchmark || one.edge ? look.quiet : look.hues[hue++ % look.hues.length]!
      colors.set(one.name, color)
      const guides =
        i === 0 && pane.guides?.length
          ? {
              markLine: {
                silent: true,
                symbol: 'none',
                label: { show: false },
                lineStyle: { color: look.quiet, type: 'dotted' as const, width: 1 },
                data: pane.guides.map((value) => ({ yAxis: value })),
              },
            }
          : {}
      series.push({
        ...drawn(one, color, stacked, labels.length, look),
        xAxisIndex: at,
        yAxisIndex: firstAxis + Math.max(0, units.indexOf(one.unit)),
        ...guides,
      } as SeriesOption)
    })
  })
  if (drawing.overlays.length) series.push(overlays(drawing, look))
  if (happenings.length) {
    grids.push({
      left: SIDE,
      right: twoAxes ? SIDE : 16,
      top: LEGEND + (room * panes[0]!.weight) / weights + 4,
      height: HAPPENINGS,
      outerBoundsMode: 'none',
    })
    xAxes.push({ ...xAxis(labels, grids.length - 1, false, look), axisLine: { show: false } } as XAXisComponentOption)
    yAxes.push({ type: 'value', gridIndex: grids.length - 1, show: false, min: -1, max: 1 })
    series.push(...happened(happenings, grids.length - 1, yAxes.length - 1, look))
  }
  const all = xAxes.map((_, i) => i)

  return {
    animation: false,
    textStyle: text,
    grid: grids,
    legend: {
      type: 'scroll',
      top: 0,
      left: 0,
      icon: 'roundRect',
      itemHeight: 3,
      // Where it goes over several pages it is cut at the height of its lines.
      textStyle: { ...text, color: look.text, lineHeight: 18 },
      data: drawing.series.map((one) => one.name),
    },
    axisPointer: { link: [{ xAxisIndex: 'all' }], lineStyle: { color: look.quiet, type: 'solid' } },
    tooltip: {
      trigger: 'axis',
      backgroundColor: look.surface,
      borderColor: look.rule,
      confine: true,
      textStyle: { color: look.text, fontFamily: FONT },
      formatter: (points) => {
        const all = Array.isArray(points) ? points : [points]
        const at = (all[0] as { dataIndex?: number } | undefined)?.dataIndex ?? 0
        const label = String((all[0] as { axisValue?: string } | undefined)?.axisValue ?? labels[at])
        const where = labels.indexOf(label)
        return tooltip(lines(drawing, where < 0 ? at : where, colors))
      },
    },
    xAxis: xAxes,
    yAxis: yAxes,
    dataZoom:
      labels.length < 12
        ? []
        : [
            // The wheel alone scrolls the page.
            { type: 'inside', xAxisIndex: all, zoomOnMouseWheel: 'ctrl', moveOnMouseWheel: 'shift', filterMode: 'filter' },
            ...(drawing.brush
              ? [
                  {
                    type: 'slider' as const,
                    xAxisIndex: all,
                    height: STRIP - 10,
                    bottom: 4 + (drawing.below ?? 0),
                    borderColor: look.rule,
                    fillerColor: `${look.hues[0]}1f`,
                    handleStyle: { color: look.surface, borderColor: look.quiet },
                    moveHandleStyle: { color: look.rule },
                    dataBackground: { lineStyle: { color: look.quiet }, areaStyle: { color: look.rule } },
                    selectedDataBackground: { lineStyle: { color: look.hues[0] }, areaStyle: { color: look.rule } },
                    textStyle: text,
                    filterMode: 'filter' as const,
                  },
                ]
              : []),
          ],
    series,
  }
}

const paneOf = (series: Series, panes: Pane[]): Pane => panes.find((pane) => pane.key === series.pane) ?? panes[0]!

function unitsOf(series: Series[], pane: Pane, panes: Pane[], stacked: boolean): string[] {
  const units = new Set(series.filter((one) => paneOf(one, panes) === pane).map((one) => one.unit))
  return [...units].slice(0, stacked ? 1 : 2)
}

function xAxis(labels: string[], grid: number, shown: boolean, look: Look): XAXisComponentOption {
  return {
    type: 'category',
    gridIndex: grid,
    data: labels,
    axisLine: { lineStyle: { color: look.rule } },
    axisTick: { show: false },
    axisLabel: {
      show: shown,
      color: look.quiet,
      fontFamily: FONT,
      hideOverlap: true,
      ...(labels.length < 30 ? {} : { alignMaxLabel: 'right', alignMinLabel: 'left' }),
    },
    axisPointer: { label: { show: false } },
  } as XAXisComponentOption
}

function yAxis(unit: string, pane: Pane, grid: number, own: Series[], drawing: Drawing, look: Look): YAXisComponentOption {
  const whole = drawing.mode === 'share' && own.every((one) => one.values.every((value) => value === null || value >= 0))
  const title = pane.title ? `${pane.title}${unit ? `, ${unit}` : ''}` : unit
  return {
    type: pane.logarithmic ? 'log' : 'value',
    gridIndex: grid,
    name: title,
    min: pane.least,
    max: whole ? 100 : pane.most,
    scale: drawing.mode === 'lines' && !own.some((one) => one.bars),
    splitNumber: grid === 0 ? 5 : 2,
    nameTextStyle: { color: look.quiet, fontFamily: FONT, align: 'left' },
    nameGap: grid === 0 ? 15 : 6,
    axisLabel: {
      color: look.quiet,
      fontFamily: FONT,
      hideOverlap: true,
      showMinLabel: pane.logarithmic ? false : undefined,
      formatter: (value: number) => drawing.show(value, unit),
    },
    splitLine: { lineStyle: { color: look.rule } },
  } as YAXisComponentOption
}

/** So many labels are more than there are pixels for. */
const CROWDED = 800

/** Places along the labels and what stands there, without a box around each number: a chart takes half the time to read thousands. */
function packed(columns: (number | null)[][]): { data: Float64Array; dimensions: string[]; encode: { x: number; y: number[] } } {
  const width = columns.length + 1
  const data = new Float64Array((columns[0]?.length ?? 0) * width)
  columns.forEach((values, column) => {
    values.forEach((value, i) => {
      data[i * width] = i
      data[i * width + column + 1] = value ?? NaN
    })
  })
  return {
    data,
    dimensions: ['at', ...columns.map((_, i) => `figure ${i + 1}`)],
    encode: { x: 0, y: columns.map((_, i) => i + 1) },
  }
}

function drawn(one: Series, color: string, stacked: boolean, count: number, look: Look): object {
  const base = { name: one.name, itemStyle: { color }, ...(count > CROWDED ? packed([one.values]) : { data: one.values as unknown[] }) }
  if (one.range) {
    const { open, high, low } = one.range
    return { ...base, type: 'custom', renderItem: wedges(look.up, look.down, look.quiet), ...packed([open, one.values, low, high]) }
  }
  if (one.bars || stacked) {
    return { ...base, type: 'bar', barMaxWidth: stacked ? 44 : 22, ...(stacked ? { stack: 'all' } : {}), large: count > CROWDED }
  }
  return {
    ...base,
    type: 'line',
    showSymbol: count < 30,
    symbolSize: 5,
    // More points than pixels: those that keep the shape are drawn (S. Steinarsson, 2013); values that are read out are of all.
    ...(count > CROWDED ? { sampling: 'lttb' } : {}),
    lineStyle: { color, width: one.edge ? 1 : 1.8, type: one.benchmark ? 'dashed' : one.edge ? 'dotted' : 'solid' },
  }
}

/** Levels go across the pane, lines from one label to another; those drawn by hand are solid. */
function overlays(drawing: Drawing, look: Look): SeriesOption {
  const style = (own: boolean, below = false) => ({
    lineStyle: { color: own ? look.accent : look.quiet, type: own ? ('solid' as const) : ('dashed' as const), width: own ? 1.5 : 1 },
    label: {
      formatter: '{b}',
      position: below ? ('insideEndBottom' as const) : ('insideEndTop' as const),
      color: own ? look.accent : look.quiet,
      fontFamily: FONT,
      fontSize: 11,
    },
  })
  return {
    name: 'lines',
    type: 'line',
    data: [],
    silent: true,
    markLine: {
      silent: true,
      symbol: 'none',
      data: drawing.overlays.map((line) =>
        line.to && line.from.label !== null
          ? [
              { name: line.name, coord: [line.from.label, line.from.value], ...style(line.own, line.below) },
              { coord: [line.to.label, line.to.value] },
            ]
          : { name: line.name, yAxis: line.from.value, ...style(line.own, line.below) },
      ),
    },
  } as SeriesOption
}

function happened(happenings: Happening[], axis: number, valueAxis: number, look: Look): SeriesOption[] {
  const kinds = [...new Set(happenings.map((one) => one.kind))]
  return kinds.map((kind, i) => ({
    name: kind,
    type: 'scatter',
    xAxisIndex: axis,
    yAxisIndex: valueAxis,
    symbolSize: 9,
    cursor: 'pointer',
    itemStyle: { color: look.hues[i % look.hues.length] },
    data: happenings
      .filter((one) => one.kind === kind)
      .map((one) => ({ value: [one.label, 0], name: one.title, symbol: one.symbol, symbolRotate: one.down ? 180 : 0 })),
  }))
}

function lines(drawing: Drawing, at: number, colors: Map<string, string>): { text: string; color?: unknown }[] {
  return readings(drawing, at).map((text) => {
    const name = drawing.series.find((one) => text.startsWith(`${one.name}: `))?.name
    return name === undefined ? { text } : { text, color: colors.get(name) }
  })
}

export type { Show }
