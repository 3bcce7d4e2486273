import type { Schemas } from '@/api/client'

/** A criterion as a sentence, and as the formula it stands for; or a group of criteria. */
export type Operator = '<' | '<=' | '>' | '>='
export type Against =
  | 'number'
  | 'range'
  | 'one_of'
  | 'metric'
  | 'own_mean'
  | 'own_median'
  | 'own_lowest'
  | 'own_highest'
  | 'sector_median'
  | 'universe_percentile'
  | 'sector_percentile'
  | 'universe_place'
  | 'sector_place'
  | 'formula'

export interface Condition {
  kind: 'condition'
  against: Against
  metric: string
  operator: Operator
  value: number
  /** Upper end of a range. */
  high: number
  /** What it may be one of. */
  values: number[]
  years: number
  other: string
  formula: string
  active: boolean
}

export interface Group {
  kind: 'group'
  group: 'all' | 'any' | 'at_least'
  count: number
  criteria: Criterion[]
  active: boolean
}

export type Criterion = Condition | Group

export const operators: { value: Operator; title: string }[] = [
  { value: '<', title: 'is below' },
  { value: '<=', title: 'is at most' },
  { value: '>', title: 'is above' },
  { value: '>=', title: 'is at least' },
]

export const comparisons: { value: Against; title: string }[] = [
  { value: 'number', title: 'a number' },
  { value: 'range', title: 'between two numbers' },
  { value: 'one_of', title: 'one of some numbers' },
  { value: 'metric', title: 'another metric' },
  { value: 'own_mean', title: 'its own mean' },
  { value: 'own_median', title: 'its own median' },
  { value: 'own_lowest', title: 'its own lowest' },
  { value: 'own_highest', title: 'its own highest' },
  { value: 'sector_median', title: 'its sector’s median' },
  { value: 'universe_percentile', title: 'a share of all companies' },
  { value: 'sector_percentile', title: 'a share of its sector' },
  { value: 'universe_place', title: 'a place among all, from the highest' },
  { value: 'sector_place', title: 'a place in its sector, from the highest' },
  { value: 'formula', title: 'a formula' },
]

const HISTORY: Partial<Record<Against, string>> = {
  own_mean: 'mean_of',
  own_median: 'median_of',
  own_lowest: 'lowest',
  own_highest: 'highest',
}

export const isPlaced = (against: Against): boolean => against.endsWith('_percentile') || against.endsWith('_place')

export function toFormula(criterion: Condition): string {
  const { metric, operator, value, years, other, against } = criterion
  switch (against) {
    case 'number':
      return `${metric} ${operator} ${plain(value)}`
    case 'range':
      return `${metric} >= ${plain(value)} and ${metric} <= ${plain(criterion.high)}`
    case 'one_of':
      return criterion.values.length ? criterion.values.map((one) => `${metric} == ${plain(one)}`).join(' or ') : `${metric} == 0`
    case 'metric':
      return `${metric} ${operator} ${other}`
    case 'sector_median':
      return `${metric} ${operator} sector_median(${metric})`
    case 'formula':
      return criterion.formula
    default:
      return HISTORY[against]
        ? `${metric} ${operator} ${HISTORY[against]}(${metric}, ${years})`
        : `${against}(${metric}) ${operator} ${plain(value)}`
  }
}

const NAME = '([a-z][a-z0-9_]*)'
const OPERATOR = '(<=|>=|<|>)'
const NUMBER = '(-?\\d+(?:\\.\\d+)?)'

export function condition(part: Partial<Condition>): Condition {
  return {
    kind: 'condition',
    against: 'number',
    metric: '',
    operator: '<',
    value: 0,
    high: 0,
    values: [],
    years: 5,
    other: '',
    formula: '',
    active: true,
    ...part,
  }
}

export function fromFormula(formula: string, active = true): Condition {
  const made = (part: Partial<Condition>): Condition => condition({ formula, active, ...part })
  const text = formula.trim()
  let m = new RegExp(`^${NAME} ${OPERATOR} ${NUMBER}$`).exec(text)
  if (m) return made({ metric: m[1]!, operator: m[2] as Operator, value: Number(m[3]) })
  m = new RegExp(`^${NAME} >= ${NUMBER} and \\1 <= ${NUMBER}$`).exec(text)
  if (m) return made({ against: 'range', metric: m[1]!, value: Number(m[2]), high: Number(m[3]) })
  m = new RegExp(`^${NAME} == ${NUMBER}(?: or \\1 == ${NUMBER})*$`).exec(text)
  if (m) return made({ against: 'one_of', metric: m[1]!, values: text.split(' or ').map((part) => Number(part.split(' == ')[1])) })
  m = new RegExp(`^${NAME} ${OPERATOR} (mean_of|median_of|lowest|highest)\\(\\1, (\\d+)\\)$`).exec(text)
  if (m) {
    const against = (Object.keys(HISTORY) as Against[]).find((key) => HISTORY[key] === m![3])!
    return made({ against, metric: m[1]!, operator: m[2] as Operator, years: Number(m[4]) })
  }
  m = new RegExp(`^${NAME} ${OPERATOR} sector_median\\(\\1\\)$`).exec(text)
  if (m) return made({ against: 'sector_median', metric: m[1]!, operator: m[2] as Operator })
  m = new RegExp(`^((?:universe|sector)_(?:percentile|place))\\(${NAME}\\) ${OPERATOR} ${NUMBER}$`).exec(text)
  if (m) return made({ against: m[1] as Against, metric: m[2]!, operator: m[3] as Operator, value: Number(m[4]) })
  m = new RegExp(`^${NAME} ${OPERATOR} ${NAME}$`).exec(text)
  if (m) return made({ against: 'metric', metric: m[1]!, operator: m[2] as Operator, other: m[3]! })
  return made({ against: 'formula' })
}

type Entry = Schemas['Criterion'] | string

export function toEntry(criterion: Criterion): Schemas['Criterion'] {
  if (criterion.kind === 'condition') return { formula: toFormula(criterion), active: criterion.active }
  return {
    group: criterion.group,
    active: criterion.active,
    criteria: criterion.criteria.map(toEntry),
    ...(criterion.group === 'at_least' ? { count: criterion.count } : {}),
  }
}

export function fromEntry(entry: Entry): Criterion {
  if (typeof entry === 'string') return fromFormula(entry)
  if (!entry.group) return fromFormula(entry.formula ?? '', entry.active ?? true)
  return {
    kind: 'group',
    group: entry.group,
    count: entry.count ?? 1,
    active: entry.active ?? true,
    criteria: (entry.criteria ?? []).map(fromEntry),
  }
}

/** The conditions of a criterion, groups opened. */
export const conditions = (criterion: Criterion): Condition[] =>
  criterion.kind === 'condition' ? [criterion] : criterion.criteria.flatMap(conditions)

const plain = (value: number): string => (Math.abs(value) < 1e-6 && value !== 0 ? value.toFixed(12) : String(value))
