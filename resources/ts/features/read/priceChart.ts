import { useLocalStorage } from '@vueuse/core'
import type { Schemas } from '@/api/client'
import type { Pane, Series } from '@/design/chart/series'

export type Market = Schemas['Market']
export type Span = 'hour' | 'day' | 'week' | 'month'
export type Period = '1m' | '3m' | '6m' | '1y' | '3y' | '5y' | '10y' | 'all'
export type Study = 'momentum' | 'strength' | 'stochastic' | 'range' | 'bands'

export const PERIODS: [Period, string][] = [
  ['1m', '1 m'],
  ['3m', '3 m'],
  ['6m', '6 m'],
  ['1y', '1 y'],
  ['3y', '3 y'],
  ['5y', '5 y'],
  ['10y', '10 y'],
  ['all', 'all'],
]
export const SPANS: [Span, string][] = [
  ['hour', 'Hours'],
  ['day', 'Days'],
  ['week', 'Weeks'],
  ['month', 'Months'],
]
export const STUDIES: [Study, string][] = [
  ['momentum', 'Momentum'],
  ['strength', 'Relative strength'],
  ['stochastic', 'Stochastic'],
  ['range', 'True range'],
  ['bands', 'Bands'],
]
const PANE_TITLES: Record<string, string> = {
  momentum: 'Momentum 12/26/9',
  strength: 'Relative strength 14',
  stochastic: 'Stochastic 14/3/3',
  range: 'Average true range 14',
}
const LINE_NAMES: Record<string, string> = {
  macd: 'Momentum',
  signal: 'Signal',
  histogram: 'Momentum less signal',
  strength: 'Relative strength',
  k: '%K',
  d: '%D',
  range: 'Average true range',
  upper: 'Upper band',
  middle: 'Mean of 20',
  lower: 'Lower band',
}

/** How prices are drawn, the same for the next company and kept from one visit to the next. */
export const chosen = useLocalStorage('price chart', {
  span: 'day' as Span,
  period: '1y' as Period,
  shape: 'wedges' as 'line' | 'wedges',
  logarithmic: false,
  dividends: false,
  averages: ['s50', 's200'],
  studies: [] as Study[],
  happenings: true,
  levels: true,
})

/** s200 as a reader says it. */
export const averageName = (key: string): string => `${key.startsWith('e') ? 'Exponential mean' : 'Mean'} of ${key.slice(1)}`

/** The panes of a chart: prices, volume, and one for each study that is not laid over the prices. */
export function panesOf(market: Market, logarithmic: boolean): Pane[] {
  return [
    { key: 'price', weight: 4, title: 'Price', logarithmic },
    ...(market.volume.some((of) => of !== null) ? [{ key: 'volume', weight: 0.8, title: 'Volume' }] : []),
    ...market.studies
      .filter((study) => study.key !== 'bands')
      .map((study) => ({
        key: study.key,
        weight: 1.1,
        title: PANE_TITLES[study.key],
        guides: study.guides,
        ...(study.in_currency ? {} : { least: 0, most: 100 }),
      })),
  ]
}

/** The lines of a chart, pane by pane. */
export function seriesOf(market: Market, shape: 'line' | 'wedges', dividends: boolean): Series[] {
  const unit = market.currency
  const total = dividends && market.with_dividends !== null
  const price: Series = total
    ? { name: 'Price, dividends reinvested', values: market.with_dividends!, unit, pane: 'price' }
    : {
        name: 'Price',
        values: market.close,
        unit,
        pane: 'price',
        ...(shape === 'wedges' ? { range: { open: market.open, high: market.high, low: market.low } } : {}),
      }
  return [
    price,
    ...(total ? [] : market.averages.map((of) => ({ name: averageName(of.key), values: of.values, unit, pane: 'price' }))),
    ...(market.volume.some((of) => of !== null)
      ? [{ name: 'Volume', values: market.volume, unit: 'shares', pane: 'volume', bars: true, benchmark: true }]
      : []),
    ...market.studies.flatMap((study) =>
      total && study.key === 'bands'
        ? []
        : study.lines.map((line) => ({
            name: LINE_NAMES[line.name] ?? line.name,
            values: line.values,
            unit: study.in_currency ? unit : '',
            pane: study.key === 'bands' ? 'price' : study.key,
            edge: study.key === 'bands',
            bars: line.name === 'histogram',
            benchmark: line.name === 'histogram',
          })),
    ),
  ]
}
