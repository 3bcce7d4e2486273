/** A criterion as a sentence, and as the formula it stands for. */
export type Operator = '<' | '<=' | '>' | '>='
export type Against =
  'number' | 'own_mean' | 'own_median' | 'sector_median' | 'universe_percentile' | 'sector_percentile' | 'metric' | 'formula'

export interface Criterion {
  against: Against
  metric: string
  operator: Operator
  value: number
  years: number
  other: string
  formula: string
  active: boolean
}

export const operators: { value: Operator; title: string }[] = [
  { value: '<', title: 'is below' },
  { value: '<=', title: 'is at most' },
  { value: '>', title: 'is above' },
  { value: '>=', title: 'is at least' },
]

export const comparisons: { value: Against; title: string }[] = [
  { value: 'number', title: 'a number' },
  { value: 'own_mean', title: 'its own mean' },
  { value: 'own_median', title: 'its own median' },
  { value: 'sector_median', title: 'its sector’s median' },
  { value: 'universe_percentile', title: 'a share of all companies' },
  { value: 'sector_percentile', title: 'a share of its sector' },
  { value: 'metric', title: 'another metric' },
  { value: 'formula', title: 'a formula' },
]

export function toFormula(criterion: Criterion): string {
  const { metric, operator, value, years, other } = criterion
  switch (criterion.against) {
    case 'number':
      return `${metric} ${operator} ${plain(value)}`
    case 'own_mean':
      return `${metric} ${operator} mean_of(${metric}, ${years})`
    case 'own_median':
      return `${metric} ${operator} median_of(${metric}, ${years})`
    case 'sector_median':
      return `${metric} ${operator} sector_median(${metric})`
    case 'universe_percentile':
    case 'sector_percentile':
      return `${criterion.against}(${metric}) ${operator} ${plain(value)}`
    case 'metric':
      return `${metric} ${operator} ${other}`
    default:
      return criterion.formula
  }
}

const NAME = '([a-z][a-z0-9_]*)'
const OPERATOR = '(<=|>=|<|>)'
const NUMBER = '(-?\\d+(?:\\.\\d+)?)'

export function fromFormula(formula: string, active = true): Criterion {
  const base: Criterion = { against: 'formula', metric: '', operator: '<', value: 0, years: 5, other: '', formula, active }
  const text = formula.trim()
  let m = new RegExp(`^${NAME} ${OPERATOR} ${NUMBER}$`).exec(text)
  if (m) return { ...base, against: 'number', metric: m[1]!, operator: m[2] as Operator, value: Number(m[3]) }
  m = new RegExp(`^${NAME} ${OPERATOR} (mean|median)_of\\(\\1, (\\d+)\\)$`).exec(text)
  if (m)
    return { ...base, against: m[3] === 'mean' ? 'own_mean' : 'own_median', metric: m[1]!, operator: m[2] as Operator, years: Number(m[4]) }
  m = new RegExp(`^${NAME} ${OPERATOR} sector_median\\(\\1\\)$`).exec(text)
  if (m) return { ...base, against: 'sector_median', metric: m[1]!, operator: m[2] as Operator }
  m = new RegExp(`^(universe|sector)_percentile\\(${NAME}\\) ${OPERATOR} ${NUMBER}$`).exec(text)
  if (m) return { ...base, against: `${m[1] as 'universe'}_percentile`, metric: m[2]!, operator: m[3] as Operator, value: Number(m[4]) }
  m = new RegExp(`^${NAME} ${OPERATOR} ${NAME}$`).exec(text)
  if (m) return { ...base, against: 'metric', metric: m[1]!, operator: m[2] as Operator, other: m[3]! }
  return base
}

const plain = (value: number): string => (Math.abs(value) < 1e-6 && value !== 0 ? value.toFixed(12) : String(value))
