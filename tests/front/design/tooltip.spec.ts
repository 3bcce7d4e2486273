import { expect, test } from 'vitest'
import { tooltip } from '@/design/tooltip'

test('a name that looks like markup is text', () => {
  const hostile = '<img src=x onerror="document.title=1">'
  const box = tooltip([{ text: '2025' }, { text: `${hostile}: 4.1`, color: '#0a5' }])
  expect(box.querySelector('img')).toBeNull()
  expect([...box.children].map((line) => line.textContent)).toEqual(['2025', `${hostile}: 4.1`])
})

test('only a line with a colour has a marker', () => {
  const box = tooltip([{ text: '2025' }, { text: 'Revenue: 4.1', color: 'rgb(1, 2, 3)' }])
  expect(box.querySelectorAll('.tooltip-marker')).toHaveLength(1)
  expect(box.children[1]!.querySelector<HTMLElement>('.tooltip-marker')!.style.backgroundColor).toBe('rgb(1, 2, 3)')
})
