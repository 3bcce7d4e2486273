import { readNumber } from '@/design/format'

export interface EntryLine {
  key: string
  label: string
  unit: string
  required: boolean
  rules: { sign: number; line: string }[][]
}

export type Length = 'year' | 'half' | 'quarter'
/** Last digits of fiscal periods within a year, the latest first. */
const PARTS: Record<Length, number[]> = { year: [0], half: [7, 6], quarter: [4, 3, 2, 1] }

/** Fiscal periods back from the end of a year. */
export const latestPeriods = (year: number, count: number, length: Length): number[] =>
  Array.from({ length: count }, (_, i) => {
    const parts = PARTS[length]
    return (year - Math.floor(i / parts.length)) * 10 + parts[i % parts.length]!
  })

/** A fiscal period as statements head it. */
export function periodLabel(period: number): string {
  const part = period % 10
  return `${part === 0 ? 'FY' : part < 5 ? `Q${part}` : `H${part - 5}`} ${Math.floor(period / 10)}`
}

/**
 * What is typed into a cell: a number as people write it, or arithmetic on such numbers with + - * / and parentheses. Null if
 * it is neither.
 */
export function evaluate(text: string): number | null {
  const plain = text.trim().replaceAll('\u2212', '-').replace(/^=/, '')
  if (plain === '') return null
  const bracketed = /^\(([\d.,\s]+)\)$/.exec(plain)
  if (bracketed) {
    const value = readNumber(bracketed[1]!)
    return value === null ? null : -value
  }
  const single = readNumber(plain)
  if (single !== null) return single
  const tokens = plain.match(/\d[\d,\s]*\.?\d*(?:e[+-]?\d+)?(?:%|bn|tn|k|m)?|\.\d+|[-+*/()]/gi)
  if (!tokens || tokens.join('').replace(/\s/g, '') !== plain.replace(/\s/g, '')) return null
  let at = 0
  const sum = (): number | null => {
    let left = product()
    while (left !== null && (tokens[at] === '+' || tokens[at] === '-')) {
      const operator = tokens[at++]
      const right = product()
      left = right === null ? null : operator === '+' ? left + right : left - right
    }
    return left
  }
  const product = (): number | null => {
    let left = factor()
    while (left !== null && (tokens[at] === '*' || tokens[at] === '/')) {
      const operator = tokens[at++]
      const right = factor()
      left = right === null || (operator === '/' && right === 0) ? null : operator === '*' ? left * right : left / right
    }
    return left
  }
  const factor = (): number | null => {
    const token = tokens[at++]
    if (token === '-') {
      const value = factor()
      return value === null ? null : -value
    }
    if (token === '+') return factor()
    if (token === '(') {
      const value = sum()
      return tokens[at++] === ')' ? value : null
    }
    return token === undefined ? null : readNumber(token)
  }
  const value = sum()
  return at === tokens.length && value !== null && Number.isFinite(value) ? Number(value.toPrecision(14)) : null
}

/** Rows and columns of a text copied from a spreadsheet. */
export function pasted(text: string): string[][] {
  return text
    .replace(/\r/g, '')
    .replace(/\n+$/, '')
    .split('\n')
    .map((row) => row.split('\t'))
}

/** What is rounding in a sum: a share of it, or so many units of its last digit. */
export interface Tolerance {
  share: number
  units: number
}

export interface Check {
  line: string
  stated: number
  computed: number
}

/** Totals that do not agree with their parts, as typed so far: a required part that is not known leaves a total unchecked. */
export function checks(lines: EntryLine[], tolerance: Tolerance, value: (line: string) => number | null): Check[] {
  const known = new Map(lines.map((line) => [line.key, line]))
  const found: Check[] = []
  for (const line of lines) {
    const stated = value(line.key)
    if (stated === null) continue
    for (const rule of line.rules) {
      let computed: number | null = 0
      let any = false
      for (const part of rule) {
        const amount = value(part.line)
        if (amount !== null) {
          computed = computed === null ? null : computed + part.sign * amount
          any = true
        } else if (known.get(part.line)?.required !== false) computed = null
      }
      if (any && computed !== null && Math.abs(stated - computed) > Math.max(tolerance.share * Math.abs(stated), tolerance.units))
        found.push({ line: line.key, stated, computed })
    }
  }
  return found
}
