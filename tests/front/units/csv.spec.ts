// @vitest-environment node
import { expect, test } from 'vitest'
import { csv } from '@/design/download'

test('a table becomes CSV as RFC 4180 asks', () => {
  expect(
    csv([
      ['ticker', 'name'],
      ['AB', 'Say "aye", Sons'],
    ]),
  ).toBe('"ticker","name"\r\n"AB","Say ""aye"", Sons"\r\n')
  expect(csv([[1.5, -2, null, undefined, '']])).toBe('1.5,-2,"","",""\r\n')
  expect(csv([['two\nlines']])).toBe('"two\nlines"\r\n')
})

test('a text that a spreadsheet would run as a formula stays a text', () => {
  for (const text of ['=1+1', '+1', '-1', '@sum(a1)', '\tx', '\rx']) expect(csv([[text]])).toBe(`"'${text}"\r\n`)
  expect(csv([[-1]])).toBe('-1\r\n')
  expect(csv([['a=b']])).toBe('"a=b"\r\n')
})
