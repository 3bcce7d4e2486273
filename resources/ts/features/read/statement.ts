import type { paths } from '@/api/schema'
import { number, percent } from '@/design/format'

export const STATEMENTS = {
  income: 'Income statement',
  balance: 'Balance sheet',
  cash_flow: 'Cash flow',
  per_share_and_counts: 'Per share and counts',
} as const
export const BASES = { annual: 'Annual', half_year: 'Half-year', quarterly: 'Quarterly', trailing: 'Trailing' } as const
export const VIEWS = { amounts: 'Amounts', per_share: 'Per share', common_size: 'Common size', growth: 'Change', index: 'Index' } as const
export const VERSIONS = { restated: 'As restated', first: 'As first reported', adjusted: 'As adjusted' } as const
export const SCALES = { thousand: 1e3, million: 1e6, billion: 1e9 } as const

export type Statement = keyof typeof STATEMENTS
export type Basis = keyof typeof BASES
export type View = keyof typeof VIEWS
export type Version = keyof typeof VERSIONS
export type Scale = keyof typeof SCALES
export const SCALE_CHOICES = (Object.keys(SCALES) as Scale[]).map((scale): [Scale, string] => [scale, `${scale}s`])

/** A figure of a statement in the scale of choice; per-share figures and shares of a whole keep their own. */
export function scaled(value: number, unit: string, scale: Scale): string {
  if (unit === 'money' || unit === 'shares') {
    const size = value / SCALES[scale]
    const digits = scale === 'billion' ? 3 : scale === 'million' ? (Math.abs(size) < 100 ? 1 : 0) : 0
    return number(size, digits)
  }
  return unit === 'percent' ? percent(value) : unit === 'ratio' ? number(value, 1) : number(value, unit === 'count' ? 0 : 2)
}

/** What stands above the first column: the unit of the figures below. */
export function heading(view: View, statement: Statement, currency: string, scale: Scale): string {
  if (view === 'growth') return 'Change on the year, %'
  if (view === 'common_size') return statement === 'balance' ? '% of total assets' : '% of revenue'
  if (view === 'per_share') return `${currency} per share`
  if (view === 'index') return 'First year = 100'
  return `${currency} ${scale}`
}

type Marks = paths['/companies/{ticker}/statements']['get']['responses'][200]['content']['application/json']['rows'][number]['marks']
export type Mark = NonNullable<Marks[number]>

/** What a mark beside a figure means; what a statement shows to be none has no sign. */
export const MARKS: Record<Mark, { sign: string; text: string } | null> = {
  zero: null,
  absent: null,
  corrected: { sign: '✎', text: 'Corrected or supplied by you' },
  adjusted: { sign: '◇', text: 'Adjusted for a one-off you marked' },
  restated: { sign: '↻', text: 'Restated: filings give it differently' },
  total: { sign: '*', text: 'Not reported; added up from its parts' },
  balance: { sign: '*', text: 'Not reported; the rest of a reported total' },
  derived: { sign: '*', text: 'Not reported; the only line a reported total lacks' },
}
