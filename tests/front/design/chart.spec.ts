import { describe, expect, it } from 'vitest'
import { asShares, chartOption, readings, type Drawing, type Look } from '@/design/chart/option'
import { wedges } from '@/design/chart/priceBars'
import { barOf, opens } from '@/features/read/happenings'
import { panesOf, seriesOf, type Market } from '@/features/read/priceChart'

const look: Look = {
  text: '#000',
  quiet: '#777',
  rule: '#ccc',
  surface: '#fff',
  up: '#0a0',
  down: '#a00',
  accent: '#a60',
  hues: ['#111111', '#222222'],
}
const drawing = (of: Partial<Drawing>): Drawing => ({
  labels: ['a', 'b', 'c'],
  series: [{ name: 'One', values: [1, null, 3], unit: 'XCR' }],
  panes: [],
  overlays: [],
  happenings: [],
  height: 300,
  mode: 'lines',
  brush: false,
  show: (value) => (value == null ? '–' : String(value)),
  ...of,
})

describe('a chart', () => {
  it('puts panes one above the other over one axis, and links their crosshairs', () => {
    const option = chartOption(
      drawing({
        panes: [
          { key: 'price', weight: 3 },
          { key: 'strength', weight: 1, guides: [30, 70], least: 0, most: 100 },
        ],
        series: [
          { name: 'Price', values: [1, 2, 3], unit: 'XCR', pane: 'price' },
          { name: 'Strength', values: [50, 60, 70], unit: '', pane: 'strength' },
        ],
      }),
      look,
    )
    const grids = option.grid as { top: number; height: number }[]
    expect(grids).toHaveLength(2)
    expect(grids[0]!.height).toBeCloseTo(3 * grids[1]!.height)
    expect(grids[1]!.top).toBeGreaterThan(grids[0]!.top + grids[0]!.height)
    const series = option.series as { xAxisIndex: number; yAxisIndex: number; markLine?: { data: { yAxis: number }[] } }[]
    expect(series.map((one) => one.xAxisIndex)).toEqual([0, 1])
    expect(series[1]!.markLine!.data.map((line) => line.yAxis)).toEqual([30, 70])
    expect(option.axisPointer).toMatchObject({ link: [{ xAxisIndex: 'all' }] })
    expect((option.yAxis as { max?: number }[])[1]!.max).toBe(100)
  })

  it('reads out every value at a label, with what a bar opened at and what happened', () => {
    const read = readings(
      drawing({
        series: [{ name: 'Price', values: [1, 2, 3], unit: '', range: { open: [1, 1, 2], high: [2, 3, 4], low: [0, 1, 2] } }],
        happenings: [{ label: 'b', kind: 'report', title: 'Annual report', symbol: 'circle' }],
      }),
      1,
    )
    expect(read).toEqual(['b', 'Price: 2', 'opened 1, from 1 to 3', 'Annual report'])
    expect(readings(drawing({}), 1)).toEqual(['b', 'One: –'])
  })

  it('marks every line it reads out with its colour, those too that have no point of their own there', () => {
    const option = chartOption(
      drawing({
        series: [
          { name: 'One', values: [1, 2, 3], unit: 'XCR' },
          { name: 'Two', values: [4, 5, 6], unit: 'XCR' },
          { name: 'Index', values: [7, 8, 9], unit: 'XCR', benchmark: true },
        ],
      }),
      look,
    )
    const told = (option.tooltip as { formatter: (points: object[]) => HTMLElement }).formatter([{ axisValue: 'b', seriesName: 'One' }])
    const rows = [...told.children] as HTMLElement[]
    expect(rows.map((row) => row.textContent)).toEqual(['b', 'One: 2', 'Two: 5', 'Index: 8'])
    expect(rows.map((row) => (row.firstElementChild as HTMLElement | null)?.style.backgroundColor)).toEqual([
      undefined,
      'rgb(17, 17, 17)',
      'rgb(34, 34, 34)',
      'rgb(119, 119, 119)',
    ])
  })

  it('hands over thousands of points in one piece, and leaves out what is missing', () => {
    const labels = Array.from({ length: 900 }, (_, i) => `day ${i}`)
    const values = labels.map((_, i) => (i === 1 ? null : i / 2))
    const range = { open: values, high: values, low: values }
    const option = chartOption(
      drawing({
        labels,
        series: [
          { name: 'Mean', values, unit: 'XCR' },
          { name: 'Price', values, unit: 'XCR', range },
        ],
      }),
      look,
    )
    const [mean, price] = option.series as unknown as { data: Float64Array; dimensions: string[]; encode: { y: number[] } }[]
    expect([...mean!.data.subarray(0, 6)]).toEqual([0, 0, 1, NaN, 2, 1])
    expect([mean!.data.length, mean!.dimensions.length, mean!.encode.y]).toEqual([1800, 2, [1]])
    expect([...price!.data.subarray(10, 15)]).toEqual([2, 1, 1, 1, 1])
    expect([price!.data.length, price!.encode.y]).toEqual([4500, [1, 2, 3, 4]])
  })

  it('draws levels across and lines between labels, those found by rule dashed', () => {
    const option = chartOption(
      drawing({
        overlays: [
          { name: 'Floor', from: { label: null, value: 2 }, own: false },
          { name: 'Rise', from: { label: 'a', value: 1 }, to: { label: 'c', value: 3 }, own: true },
        ],
      }),
      look,
    )
    const lines = (option.series as { name: string; markLine?: { data: unknown[] } }[]).find((one) => one.name === 'lines')!
    expect(lines.markLine!.data[0]).toMatchObject({ yAxis: 2, lineStyle: { type: 'dashed' } })
    expect(lines.markLine!.data[1]).toMatchObject([{ coord: ['a', 1], lineStyle: { type: 'solid' } }, { coord: ['c', 3] }])
  })

  it('makes shares of a sum and leaves out what has none', () => {
    const shares = asShares(
      ['a', 'b'],
      [
        { name: 'One', values: [1, null], unit: 'XCR' },
        { name: 'Other', values: [3, 0], unit: 'XCR' },
      ],
    )
    expect(shares.map((one) => one.values)).toEqual([
      [25, null],
      [75, null],
    ])
  })

  it('gives more than two units no third axis', () => {
    const option = chartOption(drawing({ series: ['XCR', '%', 'times'].map((unit) => ({ name: unit, values: [1, 2, 3], unit })) }), look)
    expect(option.yAxis).toHaveLength(2)
  })
})

describe('what happened', () => {
  it('falls into the bar that ends on or after its day', () => {
    const weeks = ['2026-01-02', '2026-01-09', '2026-01-16']
    expect(barOf('2026-01-05', weeks)).toBe('2026-01-09')
    expect(barOf('2026-01-09', weeks)).toBe('2026-01-09')
    expect(barOf('2025-12-31', weeks)).toBeNull()
    expect(barOf('2026-01-17', weeks)).toBeNull()
    expect(barOf('2026-01-09', ['2026-01-08 09:00', '2026-01-09 09:00', '2026-01-09 10:00'])).toBe('2026-01-09 09:00')
    expect(barOf('2026-01-09', [])).toBeNull()
  })
})

describe('a chart of prices', () => {
  const market = {
    currency: 'XCR',
    labels: ['a'],
    open: [1],
    high: [3],
    low: [1],
    close: [2],
    volume: [100],
    with_dividends: [2.5],
    averages: [{ key: 'e20', values: [2] }],
    studies: [
      { key: 'strength', in_currency: false, guides: [30, 70], lines: [{ name: 'strength', values: [55] }] },
      { key: 'bands', in_currency: true, guides: [], lines: [{ name: 'upper', values: [3] }] },
    ],
  } as unknown as Market

  it('has a pane for each study but the bands, which lie over the prices', () => {
    expect(panesOf(market, true).map((pane) => pane.key)).toEqual(['price', 'volume', 'strength'])
    expect(panesOf(market, true)[0]!.logarithmic).toBe(true)
    const drawn = seriesOf(market, 'wedges', false)
    expect(drawn.map((one) => [one.name, one.pane])).toEqual([
      ['Price', 'price'],
      ['Exponential mean of 20', 'price'],
      ['Volume', 'volume'],
      ['Relative strength', 'strength'],
      ['Upper band', 'price'],
    ])
    expect(drawn[0]!.range!.low).toEqual([1])
    expect(seriesOf(market, 'line', false)[0]!.range).toBeUndefined()
  })

  it('leaves out what belongs to prices as traded where dividends are in them', () => {
    expect(seriesOf(market, 'wedges', true).map((one) => one.name)).toEqual(['Price, dividends reinvested', 'Volume', 'Relative strength'])
    const hours = { ...market, with_dividends: null } as Market
    expect(seriesOf(hours, 'line', true)[0]!.name).toBe('Price')
    expect(panesOf({ ...market, volume: [null] } as Market, false).map((pane) => pane.key)).toEqual(['price', 'strength'])
  })
})

/** What a custom series asks of its chart, with bars so many pixels apart. */
const apart = (pixels: number, bars: number[][]) => {
  const context = {}
  const draw = wedges('up', 'down', 'thread')
  return bars.map((bar, i) =>
    draw(
      { context, dataIndexInside: i, dataInsideLength: bars.length } as never,
      {
        value: (at: number) => bar[at],
        coord: ([x, y]: [number, number]) => [pixels * x, 100 - y],
        size: () => [pixels, 0],
      } as never,
    ),
  )
}
const BARS = [
  [0, 10, 12, 9, 13],
  [1, 12, 11, 10, 12],
  [2, NaN, 11, NaN, NaN],
]

it('bars with room are wedges of their own, crowded ones three shapes of the last', () => {
  const wide = apart(12, BARS) as { children: { type: string; style: { fill?: string; stroke?: string } }[] }[]
  expect(wide.map((one) => one.children.map((child) => child.type))).toEqual([['line', 'polygon'], ['line', 'polygon'], ['line']])
  expect(wide[0]!.children[1]!.style.fill).toBe('up')
  expect(wide[1]!.children[1]!.style.fill).toBe('down')

  const crowd = apart(1, BARS) as ({ children: { shape: { ends: number[] }; style: { stroke: string } }[] } | undefined)[]
  expect(crowd.slice(0, 2)).toEqual([undefined, undefined])
  expect(crowd[2]!.children.map((child) => child.style.stroke)).toEqual(['thread', 'up', 'down'])
  expect(crowd[2]!.children[0]!.shape.ends).toEqual([0, 91, 0, 87, 1, 90, 1, 88])
  expect(crowd[2]!.children[2]!.shape.ends).toEqual([0, 89, 2, 89])
})

it('a happening opens where it is read, a report on its own day', () => {
  expect(opens('report', 'BRSW', '2026-03-05')).toEqual({
    name: 'read',
    params: { ticker: 'BRSW', view: 'results' },
    query: { told: '2026-03-05' },
  })
  expect(opens('decision', 'BRSW', '2026-03-05')).toEqual({ name: 'decide', params: { ticker: 'BRSW' } })
  expect(opens('news', 'BRSW', '2026-03-05')).toBeNull()
})
