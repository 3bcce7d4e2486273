import { inputText, type DriverRule, type MethodBody, type MethodInput } from './figures'

/** What is known of a driver: its years to come, its past by year, and its rule now. */
interface Known {
  path: number[]
  history: Record<string, number | null>
  rule: DriverRule
}

/** How a driver goes through the years of a forecast. */
export const RULES: [DriverRule['rule'], string][] = [
  ['own', 'own figures'],
  ['fade', 'fade'],
  ['step', 'step'],
  ['historical_mean', 'past mean'],
  ['historical_median', 'past median'],
  ['consensus', 'consensus'],
  ['tied', 'along with'],
]

/** A rule as it starts from what an input is now. Of the past only the years one sees count at first. */
export function begun(of: { years: Known | null }, rule: DriverRule['rule'], seen: number[], other: string): DriverRule {
  const { path, history, rule: now } = of.years!
  const [first, last] = [path[0] ?? 0, path.at(-1) ?? 0]
  switch (rule) {
    case 'own':
      return { rule, values: path }
    case 'fade':
      return { rule, from: first, to: last, hold_years: 1 }
    case 'step':
      return { rule, from: first, step: path.length > 1 ? (last - first) / (path.length - 1) : 0 }
    case 'tied':
      return { rule, along: other, times: 1, plus: 0 }
    case 'consensus':
      return { rule }
    default:
      return {
        rule,
        exclude:
          now.exclude ??
          Object.keys(history)
            .map(Number)
            .filter((year) => !seen.includes(year)),
      }
  }
}

/** Figures of a rule that one changes by themselves; plain ones are no figure of the input's unit. */
export function ruleFigures(of: DriverRule): { key: string; word: string; value: number; plain: boolean }[] {
  if (of.rule === 'fade')
    return [
      { key: 'from', word: 'from', value: of.from ?? 0, plain: false },
      { key: 'to', word: 'to', value: of.to ?? 0, plain: false },
      { key: 'hold_years', word: 'after', value: of.hold_years ?? 1, plain: true },
    ]
  if (of.rule === 'step')
    return [
      { key: 'from', word: 'from', value: of.from ?? 0, plain: false },
      { key: 'step', word: 'by', value: of.step ?? 0, plain: false },
    ]
  if (of.rule === 'tied')
    return [
      { key: 'times', word: 'times', value: of.times ?? 1, plain: true },
      { key: 'plus', word: 'plus', value: of.plus ?? 0, plain: false },
    ]
  return []
}

/** The years left out once one is left out, or counted again. */
export function excludedNow(of: DriverRule, year: number): number[] {
  const now = of.exclude ?? []
  return now.includes(year) ? now.filter((other) => other !== year) : [...now, year]
}

/** What is otherwise than a method starts, one after the other. */
export function changesInWords(of: Partial<Pick<MethodBody, 'figures' | 'rules'>>, inputs: MethodInput[]): string {
  const input = (name: string): MethodInput | undefined => inputs.find((one) => one.name === name)
  const label = (name: string): string => input(name)?.label ?? name
  return [
    ...Object.entries(of.figures ?? {}).map(
      ([name, value]) => `${label(name)} ${input(name)?.choices?.[value] ?? inputText(input(name)?.unit ?? 'ratio', value)}`,
    ),
    ...Object.entries(of.rules ?? {}).map(([name, rule]) => `${label(name)} ${RULES.find(([key]) => key === rule.rule)?.[1] ?? rule.rule}`),
  ].join(', ')
}
