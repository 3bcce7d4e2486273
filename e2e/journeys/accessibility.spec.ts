import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'

/** Beside what every journey checks of its pages: that one finds, says and hits what one sees. */
const RULES = ['target-size', 'label-content-name-mismatch', 'page-has-heading-one', 'landmark-unique']
const VIEWS = 'statements flows segments dividends market cases expectations results timeline people identity checklist notes files'
const PAGES = [
  ...['/desk', '/desk/stages', '/desk/waiting', '/desk/lists', '/desk/conditions', '/find', '/metrics', '/read/ORTN'],
  ...VIEWS.split(' ').map((view) => `/read/ORTN/${view}`),
  ...['/compare/ORTN', '/value/ORTN', '/value/ORTN/cash-flow', '/decide/ORTN', '/hold', '/economy', '/industry/07', '/data', '/account'],
  ...['/help', '/help/glossary', '/help/pages'],
]

test('every page has a heading, names that say what is seen, and nothing too small to hit', async ({ page }) => {
  test.setTimeout(180_000)
  await page.goto('/')
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Desk', exact: true })).toBeVisible()
  const found: string[] = []
  for (const at of PAGES) {
    await page.goto(at)
    await page.getByRole('main').waitFor()
    await page.waitForLoadState('networkidle')
    const { violations } = await new AxeBuilder({ page }).options({ runOnly: { type: 'rule', values: RULES } }).analyze()
    for (const { id, nodes } of violations) found.push(`${at} ${id}: ${nodes.map((node) => node.target.join(' ')).join(' | ')}`)
  }
  expect(found).toEqual([])
})
