import { expect, test, type Page } from '@playwright/test'
import { register } from './support'

/** Width of the paper's text in pixels of the style sheet, and how much a browser shrinks what is wider. */
const PAPER = 957
const MOST_SHRUNK = 2

/** What would be cut off on paper: parts that scroll on the screen, and what lies beyond the widest page. */
const cut = (page: Page): Promise<string[]> =>
  page.evaluate((widest) => {
    const name = (of: Element) => `${of.tagName.toLowerCase()}.${of.className} ${(of.textContent ?? '').trim().slice(0, 40)}`
    const found: string[] = []
    for (const one of document.querySelectorAll('main, main *')) {
      const style = getComputedStyle(one)
      const box = one.getBoundingClientRect()
      if (box.width < 2 || box.height < 2 || style.visibility === 'hidden' || one.closest('svg, .v-input')) continue
      const scrolls = /auto|scroll/.test(style.overflowX + style.overflowY)
      if (scrolls && (one.scrollWidth > one.clientWidth + 2 || one.scrollHeight > one.clientHeight + 2)) found.push(`scrolls: ${name(one)}`)
      else if (box.right > widest + 2) found.push(`beyond the paper: ${name(one)}`)
    }
    return found.slice(0, 5)
  }, PAPER * MOST_SHRUNK)

for (const path of [
  '/desk',
  '/find',
  '/metrics',
  '/read/BRSW',
  '/read/BRSW/market',
  '/read/BRSW/statements',
  '/read/BRSW/ratios',
  '/read/BRSW/segments',
  '/read/BRSW/results',
  '/compare/BRSW',
  '/value/BRSW',
  '/value/BRSW/cash_flow_to_firm',
  '/decide/BRSW',
  '/hold',
  '/economy',
  '/industry/20',
  '/data',
  '/account',
  '/help',
]) {
  test(`${path} is whole on paper`, async ({ page }) => {
    await register(page)
    await page.goto(path)
    await page.waitForLoadState('networkidle')
    await page.emulateMedia({ media: 'print' })
    await page.setViewportSize({ width: PAPER, height: 300 })
    await expect(page.getByRole('navigation', { name: 'Steps of the work' })).toBeHidden()
    // What it is about, and what is told of it.
    await expect(page.getByRole('banner')).toContainText(path.includes('BRSW') ? 'Brannoch Saltworks' : 'Logion')
    expect((await page.locator('main').innerText()).length).toBeGreaterThan(60)
    await expect(page.locator('main button.v-btn').filter({ visible: true })).toHaveCount(0)
    await expect.poll(() => cut(page)).toEqual([])
  })
}
