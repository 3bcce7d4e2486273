import { expect, test } from '@playwright/test'
import { accessible, register } from './support'

test('a first reading is seen, and what was expected, told and written stands behind it', async ({ page }) => {
  test.setTimeout(150_000)
  await register(page)

  // First reading: three pictures, and each multiple on its scale; every figure opens its working.
  await page.goto('/read/ORTN')
  for (const title of ['Price and earnings, five years', 'Ten years of the business', 'Expected earnings a share']) {
    await expect(page.getByRole('heading', { name: title })).toBeVisible()
  }
  const valuation = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Valuation' }) })
  await expect(valuation.getByRole('img').first()).toHaveAccessibleName(/^Now .*own ten years: .* median .*; sector: /)
  await accessible(page)
  await valuation.getByRole('button', { name: /^Price to earnings:/ }).click()
  await expect(page.getByRole('complementary', { name: 'Margin' })).toContainText('Price to earnings')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Table' }).first().click()
  await expect(page.getByRole('region', { name: 'Price and earnings, five years, as a table, scrollable' })).toBeVisible()

  // A company that nobody follows says so and shows the rest.
  await page.goto('/read/EBLP')
  await expect(page.getByText('No house has said in the last two years what it expects.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Valuation' })).toBeVisible()
  await page.goto('/read/EBLP/expectations')
  await expect(page.getByText('No house has said what it expects of this company by this day.')).toBeVisible()

  // Expectations, results and the line of time are of one company and one day.
  await page.goto('/read/GRME/expectations')
  await expect(page.getByRole('region', { name: 'Consensus, scrollable' })).toContainText('FY 2026 expected')
  await expect(page.getByText(/mean targets of the last five years whose year is over/)).toBeVisible()
  await accessible(page)
  await page.getByRole('tab', { name: 'Results' }).click()
  const told = (await page.getByRole('heading', { name: /told on/ }).textContent())!.match(/\d{4}-\d{2}-\d{2}/)![0]
  await expect(page.getByText(/the first day that could answer/)).toBeVisible()
  await accessible(page)
  await page.getByRole('tab', { name: 'Timeline' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: told }).filter({ hasText: 'Quarterly report' })).toBeVisible()
  await accessible(page)
  const insiders = page.getByRole('listitem').filter({ hasText: /bought \d/ })
  await expect(insiders.first()).toBeVisible()
  await page.getByRole('button', { name: 'Insiders' }).click()
  await expect(insiders).toHaveCount(0)
  for (const kind of ['Reports', 'News', 'Houses', 'Dividends', 'Splits and rights']) {
    await page.getByRole('button', { name: kind, exact: true }).click()
  }
  await expect(page.getByText('Nothing of these kinds is known by this day.')).toBeVisible()
})
