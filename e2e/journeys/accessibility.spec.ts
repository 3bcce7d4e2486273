import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'

/** Beside what every journey checks of its pages: that one finds, says and hits what one sees. */
const RULES = [
  'target-size',
  'label-content-name-mismatch',
  'page-has-heading-one',
  'landmark-unique',
  'empty-table-header',
  'heading-order',
]
const VIEWS = 'statements flows segments dividends market cases expectations results timeline people identity checklist notes files'
const PAGES = [
  ...['/desk', '/desk/stages', '/desk/waiting', '/desk/lists', '/desk/conditions', '/find', '/metrics', '/read/ORTN'],
  ...VIEWS.split(' ').map((view) => `/read/ORTN/${view}`),
  ...['/compare/ORTN', '/value/ORTN', '/value/ORTN/cash-flow', '/decide/ORTN', '/hold', '/economy', '/industry/07', '/data', '/account'],
  ...['/help', '/help/glossary', '/help/pages'],
]

async function entered(page: Page): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Desk', exact: true })).toBeVisible()
}

/** A page with all that it asks for. */
async function opened(page: Page, at: string): Promise<void> {
  await page.goto(at)
  await page.getByRole('main').waitFor()
  await page.waitForLoadState('networkidle')
}

test('every page has a heading, names that say what is seen, and nothing too small to hit', async ({ page }) => {
  test.setTimeout(180_000)
  await entered(page)
  const found: string[] = []
  for (const at of PAGES) {
    await opened(page, at)
    const { violations } = await new AxeBuilder({ page }).options({ runOnly: { type: 'rule', values: RULES } }).analyze()
    for (const { id, nodes } of violations) found.push(`${at} ${id}: ${nodes.map((node) => node.target.join(' ')).join(' | ')}`)
  }
  expect(found).toEqual([])
})

test('which of several choices is taken is told to who does not see it', async ({ page }) => {
  await entered(page)
  for (const at of [
    '/read/ORTN/statements',
    '/read/ORTN/market',
    '/read/ORTN/timeline',
    '/value/ORTN/cash-flow',
    '/decide/ORTN',
    '/data/enter/ORTN',
  ]) {
    await opened(page, at)
    const silent = page.locator(
      '.v-btn-toggle .v-btn:not([aria-pressed]), .v-btn-toggle:not([role=group]), .v-btn--active[aria-pressed=false]',
    )
    await expect(silent, at).toHaveCount(0)
  }
  await page.goto('/read/ORTN/statements')
  const statements = page.getByRole('group', { name: 'Statement' })
  await expect(statements.getByRole('button', { name: 'Income statement' })).toHaveAttribute('aria-pressed', 'true')
  await statements.getByRole('button', { name: 'Balance sheet' }).press('Enter')
  await expect(statements.getByRole('button', { pressed: true })).toHaveText('Balance sheet')
})

/** What can be clicked and no key comes to; of tabs the chosen one stands for all, which arrows move through. */
const unreached = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const pointed = (of: Element | null): boolean => of !== null && getComputedStyle(of).cursor === 'pointer'
    const isStop = (of: Element): boolean => of instanceof HTMLElement && of.tabIndex >= 0
    return [...document.querySelectorAll('body *')]
      .filter(
        (of) =>
          pointed(of) &&
          !pointed(of.parentElement) &&
          of.checkVisibility({ checkVisibilityCSS: true, checkOpacity: true }) &&
          !of.closest(':disabled, [disabled], [aria-disabled=true], [aria-hidden=true], [inert], label') &&
          !isStop(of) &&
          ![...of.querySelectorAll('*')].some(isStop) &&
          !(of.matches('[role=tab]') && [...(of.closest('[role=tablist]')?.querySelectorAll('[role=tab]') ?? [])].some(isStop)),
      )
      .map((of) => `${of.tagName} ${of.className} ${of.textContent?.trim().slice(0, 40)}`)
  })

/** What is focused: its number, and what is wrong with how it is seen; null beyond the page. */
const focused = (page: Page): Promise<{ nth: string; wrong: string } | null> =>
  page.evaluate(() => {
    const at = document.activeElement as HTMLElement | null
    if (at === null || at === document.body) return null
    at.dataset.nth ??= String(performance.now())
    const style = getComputedStyle(at)
    const overlay = at.querySelector(':scope > .v-btn__overlay, :scope > .v-list-item__overlay')
    const marked =
      (style.outlineStyle !== 'none' && parseFloat(style.outlineWidth) > 0) ||
      style.boxShadow !== 'none' ||
      (overlay !== null && parseFloat(getComputedStyle(overlay).opacity) > 0) ||
      at.closest('.v-field--focused, .v-selection-control--focus-visible') !== null
    const box = at.getBoundingClientRect()
    const isOut = box.bottom <= 0 || box.top >= innerHeight || box.right <= 0 || box.left >= innerWidth
    const middle = document.elementFromPoint(
      Math.min(innerWidth - 1, Math.max(0, box.left + box.width / 2)),
      Math.min(innerHeight - 1, Math.max(0, box.top + box.height / 2)),
    )
    const isCovered =
      middle !== null &&
      !at.contains(middle) &&
      !middle.contains(at) &&
      !middle.closest('label') &&
      !at.closest('.v-input')?.contains(middle)
    const wrong = [marked ? '' : 'not marked', isOut ? 'out of sight' : '', isCovered ? `under ${middle.className}` : '']
    const name = `${at.tagName} ${(at.getAttribute('aria-label') ?? at.textContent ?? '').trim().slice(0, 40)}`
    return { nth: at.dataset.nth, wrong: wrong.join('') === '' ? '' : `${name}: ${wrong.join(' ').trim()}` }
  })

/** Stops that Tab has not come to; rows that are only there while they are in sight, and choices of which one is a stop, apart. */
const unmet = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('a[href], button, input, select, textarea, summary, [tabindex="0"]')]
      .filter(
        (of) =>
          of.tabIndex >= 0 &&
          of.dataset.nth === undefined &&
          of.checkVisibility({ checkVisibilityCSS: true, checkOpacity: true }) &&
          !of.matches(':disabled, [type=radio], tr.row *') &&
          !of.closest('[inert]'),
      )
      .map((of) => `${of.tagName} ${(of.getAttribute('aria-label') ?? of.textContent ?? '').trim().slice(0, 40)}`),
  )

test('whatever can be clicked is reached by Tab, which is not caught anywhere, and where one is can be seen', async ({ page }) => {
  test.setTimeout(400_000)
  await entered(page)
  const found: string[] = []
  for (const at of PAGES) {
    await opened(page, at)
    for (const of of await unreached(page)) found.push(`${at}: no key comes to ${of}`)
    const seen = new Set<string>()
    let last = ''
    for (let presses = 0; presses < 600; presses++) {
      await page.keyboard.press('Tab')
      const stop = await focused(page)
      // Beyond the last stop comes the browser's own, or the first again; a date is several stops.
      if (stop === null || (stop.nth !== last && seen.has(stop.nth))) break
      last = stop.nth
      seen.add(stop.nth)
      if (stop.wrong !== '') found.push(`${at}: ${stop.wrong}`)
    }
    for (const of of await unmet(page)) found.push(`${at}: Tab does not come to ${of}`)
  }
  expect(found).toEqual([])
})

test('arrows move through tabs', async ({ page }) => {
  await entered(page)
  await page.goto('/read/ORTN')
  await page.getByRole('tab', { name: 'First reading' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('tab', { name: 'Statements' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/statements/)
})
