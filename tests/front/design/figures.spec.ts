import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test } from 'vitest'
import { amount, figureText, inCell, threshold, unitHead, withUnit } from '@/design/format'
import FigureButton from '@/features/margin/FigureButton.vue'
import { useMargin } from '@/stores/margin'

beforeEach(() => setActivePinia(createPinia()))

const question = { kind: 'metric', ticker: 'BRSW', metric: 'net_margin', label: 'Net margin' } as const

test('a figure opens its working in the margin', async () => {
  const button = mount(FigureButton, { props: { figure: { value: 0.1234, unit: 'percent', state: 'value', reason: null }, question } })
  expect(button.text()).toBe('12.3 %')
  expect(button.attributes('aria-label')).toBe('Net margin: 12.3 %')
  await button.trigger('click')
  expect(useMargin().open).toBe(true)
  expect(useMargin().question).toEqual(question)
})

test.each([
  ['missing', '–'],
  ['not_applicable', 'n/a'],
  ['not_meaningful', 'n.m.'],
  ['not_enough_history', '–'],
] as const)('what is %s is shown as %s, with the reason', (state, shown) => {
  const button = mount(FigureButton, { props: { figure: { value: null, unit: 'percent', state, reason: 'Why not.' }, question } })
  expect(button.text()).toBe(shown)
  expect(button.attributes('title')).toBe('Why not.')
  expect(button.attributes('aria-label')).toBe('Net margin: Why not.')
  expect(button.classes()).toContain('quiet')
})

test('amounts stand in the largest scale that leaves a digit before the point', () => {
  expect([0, 9999, 12_345, 1_234_567, 2.5e9, -4.2e6].map(amount)).toEqual(['0', '9\u2009999', '12.3 k', '1.2 m', '2.50 bn', '\u22124.2 m'])
})

test('a value in a cell leaves its unit to the head', () => {
  expect([inCell(0.05, 'percent'), inCell(3.2e8, 'money'), inCell(4.5e7, 'money'), inCell(12.34, 'times'), inCell(31, 'days')]).toEqual([
    '5.0',
    '320',
    '45.0',
    '12.3',
    '31',
  ])
  expect([unitHead('money', 'XCR'), unitHead('percent'), unitHead('ratio')]).toEqual(['XCR m', '%', ''])
  expect([withUnit(20260630, 'date'), withUnit(7, 'score'), withUnit(1.85, 'score')]).toEqual(['2026-06-30', '7', '1.85'])
  expect(figureText({ value: 3, unit: 'times', state: 'value' })).toBe('3.0×')
})

test('a threshold is written so that it can be typed again', () => {
  expect([threshold(0.125, 'percent'), threshold(3e8, 'money'), threshold(2.5e9, 'shares'), threshold(15, 'times')]).toEqual([
    '12.5%',
    '300m',
    '2.5bn',
    '15',
  ])
})
