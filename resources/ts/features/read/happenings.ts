import type { RouteLocationRaw } from 'vue-router'
import type { Happening } from '@/design/chart/series'

/** What kinds of happenings are called, how they are drawn on an axis of time, and where each is read. */
export const KINDS: { key: string; word: string; symbol: Happening['symbol']; view: string | null }[] = [
  { key: 'report', word: 'Reports', symbol: 'circle', view: 'results' },
  { key: 'news', word: 'News', symbol: 'roundRect', view: null },
  { key: 'broker', word: 'Houses', symbol: 'rect', view: 'expectations' },
  { key: 'insider', word: 'Insiders', symbol: 'triangle', view: 'people' },
  { key: 'dividend', word: 'Dividends', symbol: 'diamond', view: 'dividends' },
  { key: 'shares', word: 'Splits and rights', symbol: 'pin', view: 'identity' },
  { key: 'note', word: 'Own notes', symbol: 'arrow', view: 'notes' },
  { key: 'decision', word: 'Own decisions', symbol: 'arrow', view: 'decide' },
  { key: 'paper', word: 'Own papers', symbol: 'arrow', view: 'notes' },
]

/** The page on which something of a kind is read in full; null where it is told in full already. */
export function opens(kind: string, ticker: string, day: string): RouteLocationRaw | null {
  const view = KINDS.find((of) => of.key === kind)?.view ?? null
  if (view === null) return null
  if (view === 'decide') return { name: 'decide', params: { ticker } }
  return { name: 'read', params: { ticker, view }, query: kind === 'report' ? { told: day } : {} }
}

/** The bar a day falls into: bars are told by their last day, or by day and hour. */
export function barOf(day: string, labels: string[]): string | null {
  if (!labels.length || day < labels[0]!.slice(0, 10)) return null
  let [low, high] = [0, labels.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (labels[middle]!.slice(0, 10) < day) low = middle + 1
    else high = middle
  }
  return labels[low] ?? null
}
