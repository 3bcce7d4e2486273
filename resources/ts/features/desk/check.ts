/** Kinds of checks and what each asks for. */
export interface CheckKind {
  word: string
  fields: ('price' | 'within' | 'formula' | 'line' | 'beyond' | 'days' | 'amount' | 'day' | 'drawn_line')[]
  /** Whether it says what stands, so that a reason can rest on it. */
  stands: boolean
}

export const CHECKS: Record<string, CheckKind> = {
  price_below: { word: 'Price at or below', fields: ['price'], stands: true },
  price_above: { word: 'Price at or above', fields: ['price'], stands: true },
  level: { word: 'Price near a line I drew', fields: ['drawn_line', 'within'], stands: true },
  criterion: { word: 'A criterion holds', fields: ['formula'], stands: true },
  criterion_ends: { word: 'A criterion does not hold', fields: ['formula'], stands: true },
  surprise: { word: 'A result beyond what was expected', fields: ['line', 'beyond'], stands: false },
  revision: { word: 'What is expected moves', fields: ['line', 'beyond', 'days'], stands: true },
  insider: { word: 'Insiders buy', fields: ['amount'], stands: false },
  dividend: { word: 'Another dividend than before', fields: [], stands: false },
  date: { word: 'A day comes', fields: ['day'], stands: true },
}

export const LINES: [string, string][] = [
  ['earnings_per_share_diluted', 'earnings a share'],
  ['revenue', 'revenue'],
  ['ebitda', 'EBITDA'],
]

export interface CheckTexts {
  kind: string
  price: string
  within: string
  formula: string
  line: string
  beyond: string
  days: string
  amount: string
  day: string
  drawn_line: number | null
}

export const freshCheck = (kind = 'price_below'): CheckTexts => ({
  kind,
  price: '',
  within: '2%',
  formula: '',
  line: 'earnings_per_share_diluted',
  beyond: '-5%',
  days: '90',
  amount: '10000',
  day: '',
  drawn_line: null,
})

/** What the API takes of what was typed; per cent are fractions there. */
export function checkBody(of: CheckTexts, read: (text: string) => number | null): Record<string, unknown> & { kind: string } {
  const part = (text: string): number | null => {
    const value = read(text)
    return value === null ? null : text.includes('%') ? value : value / 100
  }
  const body: Record<string, unknown> & { kind: string } = { kind: of.kind }
  for (const field of CHECKS[of.kind]?.fields ?? []) {
    if (field === 'formula' || field === 'line' || field === 'day' || field === 'drawn_line') body[field] = of[field]
    else if (field === 'within' || field === 'beyond') body[field] = part(of[field])
    else body[field] = read(of[field])
  }
  return body
}

/** The texts of a check that is kept. */
export function checkTexts(kept: { kind: string } & Record<string, unknown>): CheckTexts {
  const fresh = freshCheck(kept.kind)
  const percent = (of: unknown): string => `${Number((100 * Number(of)).toPrecision(6))}%`
  for (const field of CHECKS[kept.kind]?.fields ?? []) {
    const value = kept[field]
    if (value == null) continue
    if (field === 'drawn_line') fresh.drawn_line = Number(value)
    else fresh[field] = field === 'within' || field === 'beyond' ? percent(value) : String(value)
  }
  return fresh
}
