// @vitest-environment node
import { expect, test } from 'vitest'
import { condition, conditions, fromEntry, fromFormula, toEntry, toFormula, type Against } from '@/features/find/criterion'

const SENTENCES: [string, Against][] = [
  ['price_to_earnings < 15', 'number'],
  ['revenue_growth_5y >= -0.05', 'number'],
  ['price_to_book >= 0.5 and price_to_book <= 2', 'range'],
  ['piotroski_score == 7 or piotroski_score == 8 or piotroski_score == 9', 'one_of'],
  ['price_to_earnings < mean_of(price_to_earnings, 10)', 'own_mean'],
  ['price_to_earnings < median_of(price_to_earnings, 5)', 'own_median'],
  ['price_to_earnings <= lowest(price_to_earnings, 8)', 'own_lowest'],
  ['operating_margin >= highest(operating_margin, 8)', 'own_highest'],
  ['return_on_equity > sector_median(return_on_equity)', 'sector_median'],
  ['universe_percentile(price_to_book) <= 0.4', 'universe_percentile'],
  ['sector_percentile(price_to_book) <= 0.4', 'sector_percentile'],
  ['universe_place(market_cap) <= 50', 'universe_place'],
  ['sector_place(market_cap) <= 5', 'sector_place'],
  ['forward_price_to_earnings < price_to_earnings', 'metric'],
  ['price_to_earnings * price_to_book < 22.5', 'formula'],
]

for (const [formula, against] of SENTENCES)
  test(`“${formula}” is read as a sentence and written back`, () => {
    const read = fromFormula(formula)
    expect(read.against).toBe(against)
    expect(toFormula(read)).toBe(formula)
  })

test('groups are read and written in any depth, with what is switched off', () => {
  const entry = {
    group: 'at_least' as const,
    count: 2,
    active: false,
    criteria: [
      { formula: 'price_to_book < 2', active: true },
      { group: 'any' as const, active: true, criteria: [{ formula: 'gross_margin > 0.3', active: false }] },
    ],
  }
  expect(toEntry(fromEntry(entry))).toEqual(entry)
  expect(conditions(fromEntry(entry))).toHaveLength(2)
  expect(toEntry(fromEntry('price_to_book < 2'))).toEqual({ formula: 'price_to_book < 2', active: true })
})

test('very small thresholds are not written with an exponent, which the language does not know', () => {
  expect(toFormula(condition({ metric: 'illiquidity', value: 0.0000002 }))).toBe('illiquidity < 0.000000200000')
})
