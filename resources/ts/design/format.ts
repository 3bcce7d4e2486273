import type { Figure } from '@/api/client'

const THIN = '\u2009'
const MINUS = '\u2212'

export const ABSENT: Record<string, string> = { missing: '–', not_applicable: 'n/a', not_meaningful: 'n.m.', not_enough_history: '–' }

/** A number with thin spaces between thousands and a true minus. */
export function number(value: number, digits: number): string {
  const text = Math.abs(value)
    .toLocaleString('en-GB', { minimumFractionDigits: digits, maximumFractionDigits: digits })
    .replaceAll(',', THIN)
  return value < 0 && Number(text.replaceAll(THIN, '')) !== 0 ? MINUS + text : text
}

/** A count with its word: 1 touch, 2 touches. */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`

/** Name of a month from 1 to 12. */
export const month = (of: number): string => new Date(2020, of - 1, 1).toLocaleString('en-GB', { month: 'long' })

export const percent = (value: number, digits = 1): string => number(100 * value, digits)

/** A change in per cent with a mark of its direction, so that no colour has to tell it; the head or the text names the unit. */
export const change = (of: number | null | undefined, digits = 1): string =>
  of == null ? '–' : `${of > 0 ? '▲ ' : of < 0 ? '▼ ' : ''}${percent(Math.abs(of), digits)}`

/** The same where the unit stands with it. */
export const changePercent = (of: number | null | undefined, digits = 1): string => (of == null ? '–' : `${change(of, digits)} %`)

/** Class of a change: better above nothing, worse below. */
export const tone = (of: number | null | undefined): string => (of == null || of === 0 ? '' : of > 0 ? 'better' : 'worse')

/** An amount in the largest scale that leaves at least one digit before the point. */
export function amount(value: number): string {
  const size = Math.abs(value)
  if (size >= 1e9) return number(value / 1e9, 2) + ' bn'
  if (size >= 1e6) return number(value / 1e6, 1) + ' m'
  if (size >= 1e4) return number(value / 1e3, 1) + ' k'
  return number(value, 0)
}

/** Day YYYYMMDD stored as a number. */
const dayOf = (value: number): string => String(value).replace(/^(\d{4})(\d{2})(\d{2})$/, '$1-$2-$3')

/** A value in its unit with the unit's sign, as it stands in running text and in the first reading. */
export function withUnit(value: number, unit: string): string {
  switch (unit) {
    case 'percent':
      return percent(value) + ' %'
    case 'money':
    case 'shares':
      return amount(value)
    case 'money_per_share':
      return number(value, 2)
    case 'times':
      return number(value, 1) + '×'
    case 'days':
      return number(value, 0) + ' days'
    case 'years':
      return number(value, 1) + ' years'
    case 'date':
      return dayOf(value)
    case 'count':
      return number(value, 0)
    case 'score':
      return number(value, Number.isInteger(value) ? 0 : 2)
    default:
      return number(value, 2)
  }
}

/** A value for a table cell whose head names the unit. */
export function inCell(value: number, unit: string): string {
  switch (unit) {
    case 'percent':
      return percent(value)
    case 'money':
      return number(value / 1e6, Math.abs(value) < 1e8 ? 1 : 0)
    case 'shares':
      return number(value / 1e6, 1)
    case 'times':
      return number(value, 1)
    default:
      return withUnit(value, unit).replace(/ (days|years)$/, '')
  }
}

/** The unit as a column head shows it. */
export function unitHead(unit: string, currency = ''): string {
  const heads: Record<string, string> = {
    percent: '%',
    money: `${currency} m`.trim(),
    shares: 'm',
    times: '×',
    money_per_share: currency,
    days: 'days',
    years: 'years',
    count: 'number',
    date: 'day',
  }
  return heads[unit] ?? ''
}

export function figureText(figure: Pick<Figure, 'value' | 'unit' | 'state'>, cell = false): string {
  if (figure.value === null || figure.state !== 'value') return ABSENT[figure.state] ?? '–'
  return cell ? inCell(figure.value, figure.unit) : withUnit(figure.value, figure.unit)
}

/** Reads a number as people write it: 10%, 2.5bn, 300m, 40k, a true minus, thin spaces. Null if it is none. */
export function readNumber(text: string): number | null {
  const plain = ungrouped(text.trim().replaceAll(MINUS, '-'))
  const match = /^([+-]?\d*\.?\d+(?:e[+-]?\d+)?)\s*(%|k|m|bn|tn)?$/i.exec(plain)
  if (!match) return null
  const scale: Record<string, number> = { '%': 0.01, k: 1e3, m: 1e6, bn: 1e9, tn: 1e12 }
  const value = Number(match[1]) * (match[2] ? (scale[match[2].toLowerCase()] ?? 1) : 1)
  return Number.isFinite(value) ? Number(value.toPrecision(12)) : null
}

/**
 * Without the signs that group thousands. A comma groups only where three digits follow each and no zero leads; a single other
 * one is a decimal sign, since "3,5" was never meant as thirty-five.
 */
function ungrouped(text: string): string {
  const number = /^[+-]?[1-9]\d{0,2}(?:([,\s\u2009\u202f])\d{3})(?:\1\d{3})*(?!\d|\1)/.exec(text)
  if (number && !text.slice(number[0].length).includes(',')) {
    return number[0].replace(/[,\s\u2009\u202f]/g, '') + text.slice(number[0].length)
  }
  return text.includes('.') ? text : text.replace(/^([+-]?\d*),(\d)/, '$1.$2')
}

/** A threshold as one would type it for a metric of a unit. */
export function threshold(value: number, unit: string): string {
  if (unit === 'percent') return `${Number((100 * value).toPrecision(6))}%`
  const size = Math.abs(value)
  if (unit === 'money' || unit === 'shares') {
    if (size >= 1e9) return `${Number((value / 1e9).toPrecision(6))}bn`
    if (size >= 1e6) return `${Number((value / 1e6).toPrecision(6))}m`
  }
  return String(Number(value.toPrecision(6)))
}
