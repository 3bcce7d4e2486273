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

test('a picture of each main view', async ({ page }) => {
  test.setTimeout(180_000)
  await page.goto('/')
  await settled(page)
  await page.screenshot(into('door'))
  await demo(page)

  await page.goto('/find')
  await page.getByTestId('total').waitFor()
  await settled(page)
  await page.screenshot(into('find'))

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

  await page.goto('/read/ULVL/market')
  await settled(page)
  await page.screenshot(into('read-market'))

  await page.goto('/value/BRSW')
  await page.getByTestId('per-share').waitFor()
  await settled(page)
  await page.screenshot(into('value'))
  await page.getByRole('heading', { name: 'If two figures were otherwise' }).scrollIntoViewIfNeeded()
  await settled(page)
  await page.screenshot(into('value-beliefs'))

  await page.goto('/decide/BRSW')
  await page.getByRole('textbox', { name: /^Value per share/ }).fill('150')
  await settled(page)
  await page.screenshot(into('decide'))

  await page.goto('/desk')
  await settled(page)
  await page.screenshot(into('desk'))

  await page.getByRole('button', { name: 'Light or dark' }).click()
  await page.goto('/read/BRSW')
  await settled(page)
  await page.screenshot(into('night-desk'))
})
