import { describe, expect, it } from 'vitest'
import { inputText, readInput, type MethodInput } from '@/features/value/figures'
import { begun, changesInWords, excludedNow, ruleFigures } from '@/features/value/rules'

const driver = {
  years: {
    path: [0.05, 0.04, 0.03],
    history: { 2019: 0.01, 2020: null, 2024: 0.06, 2025: 0.05 },
    rule: { rule: 'own' as const, values: [0.05, 0.04, 0.03] },
  },
}

describe('a rule of a driver', () => {
  it('starts from the path there is', () => {
    expect(begun(driver, 'own', [], '')).toEqual({ rule: 'own', values: [0.05, 0.04, 0.03] })
    expect(begun(driver, 'fade', [], '')).toEqual({ rule: 'fade', from: 0.05, to: 0.03, hold_years: 1 })
    const step = begun(driver, 'step', [], '')
    expect(step.from).toBe(0.05)
    expect(step.step).toBeCloseTo(-0.01, 12)
    expect(begun(driver, 'tied', [], 'growth_ore')).toEqual({ rule: 'tied', along: 'growth_ore', times: 1, plus: 0 })
  })

  it('counts at first only the years one sees, and then what was left out before', () => {
    expect(begun(driver, 'historical_mean', [2024, 2025], '').exclude).toEqual([2019, 2020])
    const before = { years: { ...driver.years, rule: { rule: 'historical_median' as const, exclude: [2025] } } }
    expect(begun(before, 'historical_mean', [2024, 2025], '').exclude).toEqual([2025])
    expect(excludedNow({ rule: 'historical_mean', exclude: [2025] }, 2024)).toEqual([2025, 2024])
    expect(excludedNow({ rule: 'historical_mean', exclude: [2025] }, 2025)).toEqual([])
  })

  it('has figures one changes, of the input or plain', () => {
    expect(ruleFigures({ rule: 'fade', from: 0.1, to: 0.02, hold_years: 3 }).map((of) => [of.value, of.plain])).toEqual([
      [0.1, false],
      [0.02, false],
      [3, true],
    ])
    expect(ruleFigures({ rule: 'tied', along: 'a', times: 2, plus: 0.01 }).map((of) => of.key)).toEqual(['times', 'plus'])
    expect(ruleFigures({ rule: 'consensus' })).toEqual([])
  })
})

describe('a figure of an input', () => {
  it('is read as it is written', () => {
    for (const [unit, value] of [
      ['percent', 0.0825],
      ['money', 926_800_000],
      ['shares', 118_000_000],
      ['times', 14.6],
      ['money_per_share', 3.25],
    ] as const)
      expect(readInput(unit, inputText(unit, value)), unit).toBeCloseTo(value, 6)
    expect(readInput('money', '1.5')).toBe(1_500_000)
    expect(readInput('percent', 'much')).toBeNull()
    expect(inputText('money', null)).toBe('–')
  })
})

describe('what is otherwise than a method starts', () => {
  it('is told in words', () => {
    const inputs = [
      { name: 'growth', label: 'Growth', unit: 'percent', choices: [] },
      { name: 'after', label: 'What comes after', unit: 'count', choices: ['grows', 'a multiple'] },
    ] as unknown as MethodInput[]
    const rules = { growth: { rule: 'step' as const, from: 0.1, step: -0.01 } }
    expect(changesInWords({ figures: { growth: 0.04, after: 1, gone: 2 }, rules }, inputs)).toBe(
      'Growth 4.00 %, What comes after a multiple, gone 2.00, Growth step',
    )
    expect(changesInWords({}, inputs)).toBe('')
  })
})
