import type { Schemas } from '@/api/client'

export type Definition = Schemas['DriverDefinition']
export type Rule = Schemas['RevenueDriver']
export type Segment = Definition['companies'][number]['segments'][number]

export const METHODS: [Segment['method'], string][] = [
  ['units_price', 'units × price'],
  ['capacity', 'capacity × use × price'],
  ['customers', 'customers × revenue of each'],
]
export const DRIVERS: Record<Segment['method'], string[]> = {
  units_price: ['units', 'price'],
  capacity: ['capacity', 'utilisation', 'price'],
  customers: ['customers', 'revenue_each'],
}
export const RULES: [Rule['rule'], string][] = [
  ['growth', 'grows by'],
  ['fading_growth', 'growth fades'],
  ['level', 'stays at'],
  ['step', 'steps by'],
  ['fade', 'fades'],
  ['values', 'year by year'],
  ['as', 'as another'],
]
type Field = { name: 'start' | 'value' | 'to' | 'years'; word: string; percent?: boolean }
/** What each rule is asked for. */
export const FIELDS: Record<Rule['rule'], Field[]> = {
  growth: [
    { name: 'start', word: 'from' },
    { name: 'value', word: 'a year', percent: true },
  ],
  fading_growth: [
    { name: 'start', word: 'from' },
    { name: 'value', word: 'first', percent: true },
    { name: 'to', word: 'to', percent: true },
    { name: 'years', word: 'in years' },
  ],
  level: [{ name: 'value', word: '' }],
  step: [
    { name: 'start', word: 'from' },
    { name: 'value', word: 'a year' },
  ],
  fade: [
    { name: 'start', word: 'from' },
    { name: 'to', word: 'to' },
    { name: 'years', word: 'in years' },
  ],
  values: [],
  as: [],
}

/** The same driver by another rule, with what it was asked for kept where it fits. */
export function withRule(driver: Rule | undefined, rule: Rule['rule']): Rule {
  const { start = 0, value = 0, to = 0 } = driver ?? {}
  return { ...driver, rule, start, value: rule === 'level' && driver?.rule === 'growth' ? start : value, to }
}

/** A segment by another method; drivers it does not have yet stay at nothing. */
export function withMethod(segment: Segment, method: Segment['method']): Segment {
  const names = DRIVERS[method]
  const drivers = Object.fromEntries(
    names.map((name, i) => {
      const before = segment.drivers[name] ?? (name === 'utilisation' ? undefined : segment.drivers[DRIVERS[segment.method][i]!])
      return [name, before ?? { rule: 'level', value: name === 'utilisation' ? 1 : 0 }]
    }),
  ) as Segment['drivers']
  return { ...segment, method, drivers }
}

/** Every driver of a model but one, to follow. */
export const others = (definition: Definition, place: string): [string, string][] =>
  definition.companies
    .flatMap((company) =>
      company.segments.flatMap((segment) => DRIVERS[segment.method].map((name) => `${company.ticker}/${segment.name}/${name}`)),
    )
    .filter((other) => other !== place)
    .map((other) => [other, other.replaceAll('/', ', ').replaceAll('_', ' ')])
