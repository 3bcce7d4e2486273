// @vitest-environment node
import { expect, test } from 'vitest'
import { change, changePercent, number, readNumber, tone } from '@/design/format'

test('numbers are read as people write them, and never as other ones', () => {
  const cases: [string, number | null][] = [
    ['1234.5', 1234.5],
    ['1,234.5', 1234.5],
    ['1,234,567', 1234567],
    ['1 234 567', 1234567],
    ['1\u2009234', 1234],
    ['12,345', 12345],
    ['3,5', 3.5],
    ['0,125', 0.125],
    ['1234,5', 1234.5],
    ['-3,25', -3.25],
    ['\u22123,25%', -0.0325],
    ['1,5bn', 1.5e9],
    ['5 m', 5e6],
    ['2.5k', 2500],
    ['1,234k', 1234000],
    ['1e3', 1000],
    ['.5', 0.5],
    ['1,23,4', null],
    ['1,234.5,6', null],
    ['1.234,5', null],
    ['1,2345,678', null],
    ['1 2', null],
    ['1,234 5', null],
    ['', null],
    ['-', null],
    ['abc', null],
    ['1e999', null],
  ]
  for (const [text, value] of cases) expect(readNumber(text), JSON.stringify(text)).toBe(value)
})

test('what is shown is read back', () => {
  for (const value of [0, 1, -1, 12.34, 1234, 123456.78, -9876543.21, 0.05])
    expect(readNumber(number(value, 2)), number(value, 2)).toBeCloseTo(value, 9)
})

test('a change tells its direction without its colour', () => {
  expect([0.123, -0.0456, 0].map((of) => change(of))).toEqual(['▲ 12.3', '▼ 4.6', '0.0'])
  expect(change(null)).toBe('–')
  expect(changePercent(-0.5, 0)).toBe('▼ 50 %')
  expect(changePercent(undefined)).toBe('–')
  expect([0.1, -0.1, 0, null].map(tone)).toEqual(['better', 'worse', '', ''])
})
