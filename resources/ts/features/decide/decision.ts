import type { Schemas } from '@/api/client'
import { readNumber } from '@/design/format'
import { checkBody, checkTexts, type CheckTexts } from '@/features/desk/check'

/** A reason as it is typed: a sentence, and what of it can be checked. */
export interface TypedReason {
  text: string
  check: CheckTexts | null
}

export interface TypedDecision {
  verdict: 'buy' | 'watch' | 'pass'
  thesis: string
  disproof: string
  value: string
  safety: string
  reasons: TypedReason[]
  disproofs: TypedReason[]
  grades: { name: string; grade: string }[]
  cases: { name: string; value: string; probability: string }[]
  horizon: string
  confidence: string
  invalidation: string
  review_on: string
}

/** Names of grades are one's own and hold for every company. */
export const GRADED = ['Cash flow', 'Growth', 'Ratios', 'Management']

export const freshDecision = (value = ''): TypedDecision => ({
  verdict: 'watch',
  thesis: '',
  disproof: '',
  value,
  safety: '25%',
  reasons: [],
  disproofs: [],
  grades: GRADED.map((name) => ({ name, grade: '' })),
  cases: ['Bear', 'Base', 'Bull'].map((name) => ({ name, value: '', probability: '' })),
  horizon: '3',
  confidence: '',
  invalidation: '',
  review_on: '',
})

const percent = (of: number | null | undefined): string => (of == null ? '' : `${Number((100 * of).toPrecision(6))}%`)
const plain = (of: number | null | undefined): string => (of == null ? '' : String(Number(of.toPrecision(10))))
const reason = (of: Schemas['DecisionReason']): TypedReason => ({ text: of.text, check: of.check ? checkTexts(of.check as never) : null })

/** A decision that was written, to be revised. */
export function typed(of: Schemas['Decision']): TypedDecision {
  const fresh = freshDecision()
  return {
    verdict: of.verdict,
    thesis: of.thesis,
    disproof: of.disproof,
    value: of.value_per_share.toFixed(2),
    safety: percent(of.margin_of_safety),
    reasons: of.reasons.map(reason),
    disproofs: of.disproofs.map(reason),
    grades: [
      ...fresh.grades.map((one) => of.grades.find((kept) => kept.name === one.name) ?? one),
      ...of.grades.filter((kept) => !GRADED.includes(kept.name)),
    ],
    cases: of.cases.length
      ? of.cases.map((one) => ({ name: one.name, value: plain(one.value), probability: percent(one.probability) }))
      : fresh.cases,
    horizon: plain(of.horizon) || '3',
    confidence: percent(of.confidence),
    invalidation: plain(of.invalidation),
    review_on: of.review_on ?? '',
  }
}

/** A part of a whole: 25, 25% and 0.25 are the same. */
export function readPart(text: string): number | null {
  const read = readNumber(text)
  return read === null ? null : read > 1 && !text.includes('%') ? read / 100 : read
}

const reasonBody = (of: TypedReason): Schemas['WrittenReason'] => ({
  text: of.text.trim(),
  check: of.check === null ? null : (checkBody(of.check, readNumber) as unknown as Schemas['ReasonCheck']),
})

/** What the API takes; throws a sentence where something cannot be read. */
export function decisionBody(of: TypedDecision) {
  const value = readNumber(of.value)
  const margin = readPart(of.safety)
  if (value === null) throw new Error('Write the value per share as a number; a valuation under Value brings its own.')
  if (margin === null) throw new Error('Write the margin of safety as a percentage, such as 25%.')
  const cases = of.cases.filter((one) => one.value.trim())
  const number = (text: string, what: string): number | null => {
    if (!text.trim()) return null
    const read = readNumber(text)
    if (read === null) throw new Error(`Write ${what} as a number.`)
    return read
  }
  const part = (text: string, what: string): number | null => {
    if (!text.trim()) return null
    const read = readPart(text)
    if (read === null || read < 0 || read > 1) throw new Error(`Write ${what} as a percentage from 0 to 100.`)
    return read
  }
  const told = cases.map((one) => ({
    name: one.name.trim() || 'Case',
    value: number(one.value, `the value of ${one.name}`)!,
    probability: part(one.probability, `the probability of ${one.name}`),
  }))
  const sum = told.reduce((all, one) => all + (one.probability ?? 0), 0)
  if (told.length && told.every((one) => one.probability !== null) && Math.abs(sum - 1) > 0.005)
    throw new Error(`The probabilities of the cases add up to ${Math.round(100 * sum)} %, not to 100 %.`)
  return {
    verdict: of.verdict,
    thesis: of.thesis,
    disproof: of.disproof,
    value_per_share: value,
    margin_of_safety: margin,
    reasons: of.reasons.filter((one) => one.text.trim()).map(reasonBody),
    disproofs: of.disproofs.filter((one) => one.text.trim()).map(reasonBody),
    grades: of.grades.filter((one) => one.name.trim() && one.grade.trim()),
    cases: told,
    horizon: told.length ? number(of.horizon, 'the horizon in years') : null,
    confidence: part(of.confidence, 'your confidence'),
    invalidation: number(of.invalidation, 'the price that proves you wrong'),
    review_on: of.review_on || null,
  }
}
