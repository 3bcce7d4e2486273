// @vitest-environment node
import { expect, test } from 'vitest'
import { checks, evaluate, latestPeriods, pasted, periodLabel } from '@/features/data/entry'

test('what is typed into a cell is a number or arithmetic on numbers', () => {
  const cases: [string, number | null][] = [
    ['12', 12],
    ['1,234.5', 1234.5],
    ['(1,234)', -1234],
    ['−5', -5],
    ['1200+35.5', 1235.5],
    ['=2*(3+4)', 14],
    ['10-2-3', 5],
    ['2+3*4', 14],
    ['100/8/2', 6.25],
    ['-3*-2', 6],
    ['1.5bn+200m', 1.7e9],
    ['5%', 0.05],
    ['', null],
    ['abc', null],
    ['1+', null],
    ['(1+2', null],
    ['1/0', null],
    ['2**3', null],
    ['1;2', null],
    ['3,5', 3.5],
    ['(3,5)', -3.5],
    ['2*1,5', 3],
    ['1,2,3', null],
  ]
  for (const [text, value] of cases) expect(evaluate(text), text).toBe(value)
})

test('a block from a spreadsheet becomes rows and columns', () => {
  expect(pasted('a\t1\t2\r\nb\t3\t\r\n')).toEqual([
    ['a', '1', '2'],
    ['b', '3', ''],
  ])
})

test('sums are checked as far as their parts are known', () => {
  const line = (key: string, required: boolean, rules: { sign: number; line: string }[][] = []) => ({
    key,
    label: key,
    unit: 'money',
    required,
    rules,
  })
  const lines = [
    line('revenue', true),
    line('cost', true),
    line('gross', true, [
      [
        { sign: 1, line: 'revenue' },
        { sign: -1, line: 'cost' },
      ],
    ]),
    line('research', false),
    line('expenses', true, [
      [
        { sign: 1, line: 'cost' },
        { sign: 1, line: 'research' },
      ],
    ]),
  ]
  const of = (values: Record<string, number>) => checks(lines, { share: 0.005, units: 2 }, (key) => values[key] ?? null)
  expect(of({ revenue: 1000, cost: 600, gross: 400 })).toEqual([])
  expect(of({ revenue: 1000, cost: 600, gross: 450 })).toEqual([{ line: 'gross', stated: 450, computed: 400 }])
  expect(of({ revenue: 1000, gross: 450 })).toEqual([])
  expect(of({ cost: 600, expenses: 600 })).toEqual([])
  expect(of({ revenue: 1000, cost: 600, gross: 401 })).toEqual([])
})

test('periods go back from the end of a year', () => {
  expect(latestPeriods(2025, 2, 'year')).toEqual([20250, 20240])
  expect(latestPeriods(2025, 3, 'half')).toEqual([20257, 20256, 20247])
  expect(latestPeriods(2025, 5, 'quarter')).toEqual([20254, 20253, 20252, 20251, 20244])
  expect([20250, 20254, 20256, 20257].map(periodLabel)).toEqual(['FY 2025', 'Q4 2025', 'H1 2025', 'H2 2025'])
})
