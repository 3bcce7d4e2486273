import { describe, expect, it } from 'vitest'
import { read, written } from '@/features/value/methodFile'

const whole = {
  ticker: 'BRSW',
  method: 'dividends',
  as_of: '2026-06-30',
  figures: { growth: 0.04 },
  rules: { growth: { rule: 'fade' as const, from: 0.05, to: 0.02, hold_years: 2 } },
  cases: [{ name: 'Bull', probability: 1, figures: { growth: 0.07 }, rules: {} }],
  forced: false,
  note: 'Salt keeps.',
}
const inputs = ['growth', 'dividend']

describe('a valuation as a file', () => {
  it('is read as it was written', () => {
    expect(read(written(whole), 'dividends', inputs)).toMatchObject(whole)
  })
  it('is read where it was written without rules and cases', () => {
    const { rules, cases, ...older } = JSON.parse(written(whole))
    expect([rules, cases]).toEqual([whole.rules, whole.cases])
    expect(read(JSON.stringify(older), 'dividends', inputs)).toMatchObject({ rules: {}, cases: [], figures: whole.figures })
  })
  it('keeps how a cash flow year by year is laid out', () => {
    const shape = { years: 8, terminal: 'perpetuity', convention: 'end_year' }
    expect(read(written({ ...whole, shape }), 'dividends', inputs).shape).toEqual(shape)
    expect(read(written(whole), 'dividends', inputs).shape).toBeUndefined()
  })
  it('says what it does not take, and why', () => {
    const changed = (of: object): string => JSON.stringify({ ...JSON.parse(written(whole)), ...of })
    expect(() => read('{', 'dividends', inputs)).toThrow('does not hold JSON')
    expect(() => read('null', 'dividends', inputs)).toThrow('no valuation')
    expect(() => read('{"criteria": []}', 'dividends', inputs)).toThrow('no valuation')
    expect(() => read(changed({ version: 2 }), 'dividends', inputs)).toThrow('newer version (2)')
    expect(() => read(written(whole), 'cases', inputs)).toThrow('“dividends”')
    expect(() => read(changed({ figures: { luck: 1 } }), 'dividends', inputs)).toThrow('“luck”')
    expect(() => read(changed({ rules: { luck: { rule: 'consensus' } } }), 'dividends', inputs)).toThrow('“luck”')
    expect(() => read(changed({ figures: { growth: 'much' } }), 'dividends', inputs)).toThrow('no number')
  })
})
