export type Period = '1m' | '3m' | 'year' | '1y' | '3y' | '5y' | 'all'

export const PERIODS: [Period, string][] = [
  ['all', 'from the first transaction'],
  ['5y', 'five years'],
  ['3y', 'three years'],
  ['1y', 'one year'],
  ['year', 'this calendar year'],
  ['3m', 'three months'],
  ['1m', 'one month'],
]

/** The day a period up to a day begins after; null for all. */
export function sinceDay(period: Period, until: string): string | null {
  if (period === 'all') return null
  const [year, month, day] = until.split('-').map(Number) as [number, number, number]
  if (period === 'year') return `${year - 1}-12-31`
  const months = { '1m': 1, '3m': 3, '1y': 12, '3y': 36, '5y': 60 }[period]
  const target = new Date(Date.UTC(year, month - 1 - months, 1))
  const last = new Date(Date.UTC(target.getUTCFullYear(), target.getUTCMonth() + 1, 0)).getUTCDate()
  target.setUTCDate(Math.min(day, last))
  return target.toISOString().slice(0, 10)
}
