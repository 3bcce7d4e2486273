import { test, type Page } from '@playwright/test'

const into = (name: string) => ({ path: `docs/screenshots/${name}.png` })

async function demo(page: Page): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await page.getByRole('heading', { name: 'Desk' }).waitFor()
}

async function settled(page: Page): Promise<void> {
  await page.waitForLoadState('networkidle')
  await page.evaluate(() => document.fonts.ready)
  await page.waitForTimeout(400)
}

/** An account of its own with an example of the work. */
async function example(page: Page): Promise<void> {
  await page.context().clearCookies()
  await page.goto('/')
  await page.getByRole('button', { name: 'I am new here' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Reader')
  await page.getByLabel('E-mail').fill(`reader-${Date.now()}@example.invalid`)
  await page.getByLabel('Password').fill('a long enough password')
  await page.getByRole('button', { name: 'Make account' }).click()
  await page.getByRole('button', { name: 'Show it on an example' }).click()
  await page.getByText('An example is made').waitFor()
  await page.getByRole('button', { name: 'Close' }).click()
}

test('a picture of each main view', async ({ page }) => {
  test.setTimeout(180_000)
  await page.goto('/')
  await settled(page)
  await demo(page)

  await page.goto('/find')
  await page.getByTestId('total').waitFor()
  await settled(page)
  await page.screenshot(into('find'))

  await page.getByRole('tab', { name: 'Back-test' }).click()
  await page.getByRole('button', { name: 'Run the back-test' }).click()
  await page.getByText('Fingerprint').waitFor({ timeout: 90_000 })
  await settled(page)
  await page.screenshot(into('find-back-test'))
  await page.getByRole('button', { name: 'Delete', exact: true }).last().click()
  await page.goto('/industry/20')
  await page.getByRole('region', { name: 'Companies of the industry, scrollable' }).waitFor()
  await settled(page)
  await page.screenshot(into('industry'))
  await page.goto('/economy')
  await page.getByRole('heading', { name: 'What was forecast of each year' }).waitFor()
  await settled(page)
  await page.screenshot(into('economy'))

  await page.goto('/read/BRSW')
  await settled(page)
  await page.screenshot(into('read-first-reading'))
  await page.getByRole('button', { name: 'Price to earnings:' }).first().click()
  await settled(page)
  await page.screenshot(into('margin'))

  await page.goto('/read/TVRM/statements')
  await page.getByLabel('Chart Revenue', { exact: true }).check()
  await page.getByLabel('Chart Income tax', { exact: false }).first().check()
  await settled(page)
  await page.screenshot(into('read-statements'))
  await page.goto('/compare/BRSW/table')
  await page.getByRole('rowheader', { name: 'Median of the peers' }).waitFor()
  await settled(page)
  await page.screenshot(into('compare'))
  await page.goto('/compare/BRSW/cost')
  await page.getByText('a year after tax').waitFor()
  await settled(page)
  await page.screenshot(into('compare-cost-of-capital'))
  await page.goto('/data')
  await page.getByLabel('Hand in files').setInputFiles('samples/BRSW shifted column.csv')
  await page.getByText('A column seems to be shifted').first().waitFor()
  await settled(page)
  await page.screenshot(into('data-import'))
  await page.getByRole('button', { name: 'Forget it' }).click()
  await page.goto('/data/findings')
  await page.getByText(/\d+ findings/).waitFor()
  await settled(page)
  await page.screenshot(into('data-findings'))

  await page.goto('/read/ULVL/market')
  await settled(page)
  await page.screenshot(into('read-market'))
  await page.goto('/read/BRSW/market?part=earning-power')
  await page.getByRole('slider', { name: /price and earnings/ }).waitFor()
  await settled(page)
  await page.screenshot(into('read-earning-power'))

  await page.goto('/read/GRME/expectations')
  await page.getByRole('heading', { name: 'What is expected' }).waitFor()
  await settled(page)
  await page.screenshot(into('read-expectations'))

  await page.goto('/value/BRSW')
  await page.getByTestId('centre').waitFor()
  await settled(page)
  await page.screenshot(into('value'))

  await page.goto('/value/BRSW/cash-flow')
  await page.getByTestId('per-share').waitFor()
  await settled(page)
  await page.screenshot(into('value-cash-flow'))

  // The work of an example, on an account of its own.
  await example(page)
  await page.goto('/decide/SKCT')
  await settled(page)
  await page.screenshot(into('decide'))
  await page.goto('/hold')
  await settled(page)
  await page.screenshot(into('hold'))
  await page.goto('/desk')
  await settled(page)
  await page.screenshot(into('desk'))
})
