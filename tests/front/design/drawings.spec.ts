import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import NoteText from '@/design/NoteText.vue'
import SparkLine from '@/design/SparkLine.vue'
import YearBars from '@/design/YearBars.vue'

test('a course begins anew after a gap and ends with a dot', () => {
  const line = mount(SparkLine, { props: { values: [1, 2, null, 3, 5], label: 'Revenue' } })
  expect(line.get('path').attributes('d')?.match(/[ML]/g)).toEqual(['M', 'L', 'M', 'L'])
  expect(line.get('svg').attributes('aria-label')).toBe('Revenue')
  expect(Number(line.get('circle').attributes('cy'))).toBe(2)
  expect(line.find('line').exists()).toBe(false)
})

test('a course through zero shows where zero is, one without figures shows nothing', () => {
  const line = mount(SparkLine, { props: { values: [-4, 4], label: 'Income' } })
  expect(Number(line.get('line').attributes('y1'))).toBe(9)
  expect(
    mount(SparkLine, { props: { values: [null, 3], label: 'Income' } })
      .find('svg')
      .exists(),
  ).toBe(false)
  expect(
    mount(SparkLine, { props: { values: [3, null], label: 'Income' } })
      .find('circle')
      .exists(),
  ).toBe(false)
})

test('bars stand on zero, losses hang from it, and a missing year has none', () => {
  const bars = mount(YearBars, { props: { years: [2023, 2024, 2025], values: [10, null, -10], unit: 'percent', label: 'Margin' } })
  const drawn = bars.findAll('rect')
  expect(drawn.map((bar) => [Number(bar.attributes('y')), Number(bar.attributes('height'))])).toEqual([
    [0, 37],
    [37, 37],
  ])
  expect(bars.get('svg').attributes('aria-label')).toBe(
    'Margin by fiscal year. 2023: 1\u2009000.0 %; 2024: no value; 2025: \u22121\u2009000.0 %',
  )
  expect(bars.findAll('text').map((text) => text.text())).toEqual(['2023', '2025'])
})

test('a note is formatted and can do nothing', () => {
  const note = mount(NoteText, {
    props: { text: '**Salt** <img src=x onerror=alert(1)> [a](javascript:alert(1)) https://example.invalid' },
  })
  expect(note.get('strong').text()).toBe('Salt')
  expect(note.find('img').exists()).toBe(false)
  const links = note.findAll('a')
  expect(links.map((link) => link.attributes('href'))).toEqual(['https://example.invalid'])
  expect(links[0]?.attributes('rel')).toBe('noopener noreferrer')
})
