import { expect, test } from '@playwright/test'
import { amount, figureText, inCell, number, percent, readNumber, threshold, unitHead, withUnit } from '../../resources/ts/shared/format'

test('numbers are read as people write them', () => {
  const cases: [string, number | null][] = [
    ['15', 15],
    ['10%', 0.1],
    ['-2.5%', -0.025],
    ['\u22123', -3],
    ['2.5bn', 2.5e9],
    ['300m', 3e8],
    ['40k', 4e4],
    ['1tn', 1e12],
    ['1 234.5', 1234.5],
    ['1\u2009234', 1234],
    ['1,000', 1000],
    ['.5', 0.5],
    ['1e3', 1000],
    ['2.5 BN', 2.5e9],
    ['', null],
    ['cheap', null],
    ['10%%', null],
    ['--1', null],
    ['5 apples', null],
    ['1e999', null],
    ['%', null],
  ]
  for (const [text, value] of cases) expect(readNumber(text), text).toBe(value)
})

test('a threshold is written so that it reads back', () => {
  for (const [value, unit] of [
    [0.15, 'percent'],
    [-0.034, 'percent'],
    [2.5e9, 'money'],
    [3.2e5, 'money'],
    [4.1e7, 'shares'],
    [14.5, 'times'],
    [0, 'ratio'],
  ] as const)
    expect(readNumber(threshold(value, unit))).toBeCloseTo(value, 9)
})

test('numbers carry thin spaces and a true minus', () => {
  expect(number(1234567.891, 2)).toBe('1\u2009234\u2009567.89')
  expect(number(-5, 1)).toBe('\u22125.0')
  expect(number(-0.001, 1)).toBe('0.0')
  expect(percent(0.1234)).toBe('12.3')
  expect([amount(2.5e9), amount(-3.2e6), amount(45000), amount(12)]).toEqual(['2.50 bn', '\u22123.2 m', '45.0 k', '12'])
})

test('figures without a value show which kind of none', () => {
  const none = (state: 'missing' | 'not_applicable' | 'not_meaningful' | 'not_enough_history') =>
    figureText({ value: null, unit: 'percent', state })
  expect([none('missing'), none('not_applicable'), none('not_meaningful'), none('not_enough_history')]).toEqual(['–', 'n/a', 'n.m.', '–'])
  expect(figureText({ value: 0, unit: 'percent', state: 'value' })).toBe('0.0 %')
})

test('units stand in the head of a table and beside a figure in text', () => {
  expect([inCell(0.05, 'percent'), withUnit(0.05, 'percent'), unitHead('percent')]).toEqual(['5.0', '5.0 %', '%'])
  expect([inCell(1.5e9, 'money'), withUnit(1.5e9, 'money'), unitHead('money', 'XCR')]).toEqual(['1\u2009500', '1.50 bn', 'XCR m'])
  expect([inCell(12.34, 'times'), withUnit(12.34, 'times'), unitHead('times')]).toEqual(['12.3', '12.3×', '×'])
  expect(withUnit(20260315, 'date')).toBe('2026-03-15')
  expect([withUnit(7, 'score'), withUnit(2.345, 'score')]).toEqual(['7', '2.35'])
})
