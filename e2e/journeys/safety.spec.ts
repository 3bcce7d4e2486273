import { expect, test, type Page } from '@playwright/test'
import { register } from './support'

const HOSTILE = '<img src=x onerror="window.taken=1"><b>bold</b>'
const NAMED = new Set(['name', 'holder', 'insider', 'member', 'title', 'company', 'label', 'segment'])

/** Every name in an answer made into markup; keys that are names, as of segments, too. */
function poisoned(value: unknown, key = ''): unknown {
  if (Array.isArray(value)) return value.map((entry) => poisoned(entry, key))
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([name, entry]) => [name, poisoned(entry, name)]))
  return typeof value === 'string' && NAMED.has(key) && !/^[a-z0-9_-]*$/.test(value) ? `${value} ${HOSTILE}` : value
}

async function walk(page: Page, path: string, charts: boolean): Promise<void> {
  await page.goto(path)
  await page.waitForLoadState('networkidle')
  const drawn = page.locator('x-vue-echarts')
  if (charts) await expect(drawn.first(), path).toBeVisible()
  for (const chart of await drawn.all()) {
    await chart.scrollIntoViewIfNeeded()
    const box = (await chart.boundingBox())!
    for (const x of [0.3, 0.5, 0.7]) await page.mouse.move(box.x + box.width * x, box.y + box.height * 0.5, { steps: 3 })
  }
  expect(await page.evaluate(() => (window as unknown as { taken?: number }).taken), path).toBeUndefined()
  await expect(page.locator('img[src="x"]'), path).toHaveCount(0)
}

test('names that look like markup are text in every chart and table, and the browser is told to run nothing else', async ({ page }) => {
  test.setTimeout(240_000)
  const refused: string[] = []
  page.on('console', (message) => /content security policy/i.test(message.text()) && refused.push(message.text()))
  await register(page)
  await page.route('**/api/v1/companies/**', async (route) => {
    if (route.request().resourceType() === 'document') return route.fallback()
    const answer = await route.fetch()
    const body = await answer.text()
    return route.fulfill({ response: answer, body: body.startsWith('{') ? JSON.stringify(poisoned(JSON.parse(body))) : body })
  })
  for (const [view, charts] of [
    ['', true],
    ['expectations', true],
    ['results', true],
    ['timeline', false],
    ['market', true],
    ['segments', true],
    ['dividends', true],
    ['people', true],
    ['statements', false],
    ['flows', false],
    ['identity', false],
  ] as const)
    await walk(page, `/read/GRME/${view}`, charts)
  await expect(page.getByText(HOSTILE).first()).toBeVisible()
  expect(refused).toEqual([])

  // What the page itself would not load, it could not be made to.
  await page.evaluate(() => {
    const script = document.createElement('script')
    script.textContent = 'window.taken = 2'
    document.body.append(script)
    const style = document.createElement('style')
    style.textContent = 'body { display: none }'
    document.body.append(style)
  })
  expect(await page.evaluate(() => (window as unknown as { taken?: number }).taken)).toBeUndefined()
  await expect(page.locator('body')).toBeVisible()
  expect(refused.length).toBeGreaterThanOrEqual(2)
})
