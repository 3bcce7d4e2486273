// @vitest-environment node
import { expect, test } from 'vitest'
import { decode, encode, useScreen } from '@/features/find/screen'

test('a view survives being a piece of an address', async () => {
  const view = {
    screen: { name: 'Ünïted ≥ 3', criteria: [{ formula: 'price_to_book < 2', active: true }] },
    tab: 'ranking',
    long: 'x'.repeat(5000),
  }
  const text = await encode(view)
  expect(text).toMatch(/^[A-Za-z0-9_-]+$/)
  expect(text.length).toBeLessThan(400)
  expect(await decode(text)).toEqual(view)
  await expect(decode(text.slice(0, 20))).rejects.toThrow()
})

test('a screen file is read into the page and written back the same', () => {
  const { definition, whole, use, usable } = useScreen()
  const file = {
    version: 2,
    name: 'A',
    belief: 'B',
    literature: 'C',
    universe: { sectors: ['C'], market_cap: { least: 1e8 } },
    criteria: [{ formula: 'price_to_book < 2', active: false }],
    columns: ['price_to_book'],
    sort: [{ column: 'price_to_book', direction: 'descending' }],
    set_aside: [{ ticker: 'BRSW', reason: 'mine' }],
  }
  use(file)
  expect(definition.value).toEqual(file)
  const ranking = {
    components: [{ formula: 'beta_raw', weight: 1, better: 'lower' as const }],
    combination: 'rank' as const,
    within: 'sector' as const,
    missing: 'worst' as const,
  }
  const regression = { dependent: { formula: 'beta_raw', log: false }, regressors: [{ formula: 'market_cap', log: true }] }
  use({ ...file, ranking, regression })
  expect(whole.value).toEqual({ ...file, ranking, regression })
  expect(usable.value).toBe(true)
  use({ criteria: [{ formula: '', active: true }], sort: ['-price_to_book'] as unknown as { column: string; direction: string }[] })
  expect(usable.value).toBe(false)
  expect(definition.value.sort).toEqual([{ column: 'price_to_book', direction: 'descending' }])
})
