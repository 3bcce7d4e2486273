import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'

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

test('which of several choices is taken is told to who does not see it', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Desk', exact: true })).toBeVisible()
  for (const at of [
    '/read/ORTN/statements',
    '/read/ORTN/market',
    '/read/ORTN/timeline',
    '/value/ORTN/cash-flow',
    '/decide/ORTN',
    '/data/enter/ORTN',
  ]) {
    await page.goto(at)
    await page.getByRole('main').waitFor()
    await page.waitForLoadState('networkidle')
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
