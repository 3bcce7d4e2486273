import { expect, test } from '@playwright/test'
import { GOING_ON } from '../../playwright.config'
import { accessible } from './support'

test('the exchange goes on from Desk, and the program with it', async ({ page }) => {
  await page.goto(GOING_ON)
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Desk' })).toBeVisible()
  await page.goto(`${GOING_ON}/desk`)
  const clock = page.getByRole('region', { name: 'Simulated exchange' })
  await expect(clock).toContainText('The exchange stands at 2026-06-30.')
  await accessible(page)
  await clock.getByRole('button', { name: 'Next day' }).press('Enter')
  await expect(clock).toContainText('The exchange stands at 2026-07-01.', { timeout: 40_000 })
  await expect(page.getByText('as of 2026-07-01')).toBeVisible()

  // A long way is told, and can be broken off; the days before stay.
  await clock.getByRole('button', { name: 'A year' }).click()
  await expect(clock.getByRole('progressbar')).toBeVisible()
  await expect(clock).toContainText(/[1-9]\d* of 252 days/)
  await clock.getByRole('button', { name: 'Cancel' }).click()
  await expect(clock.getByRole('alert')).toHaveText('Cancelled. Days that were begun are kept.')
  await expect(clock.getByRole('button', { name: 'A week' })).toBeVisible()
  // Everything moves to the last day that is stored once its metrics are there; who does not wait for that is not refused.
  await clock.getByRole('button', { name: 'Next day' }).click()
  await expect(clock).toContainText('Days are on their way')
  await expect(clock).toContainText('goes on when you let it')
  await expect(clock.getByRole('alert')).toBeHidden()
  await expect(page.getByText(`as of ${await clock.locator('strong').innerText()}`)).toBeVisible()

  // A company has the price of the day on which the exchange stands.
  await page.goto(`${GOING_ON}/read/BRSW`)
  await expect(page.getByText(/as of 2026-(0[7-9]|1\d)-\d\d/)).toBeVisible()
})

test('a results day is read from Desk: announced, told beside what was expected, and opened by a key', async ({ page }) => {
  test.setTimeout(240_000)
  await page.goto(GOING_ON)
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Desk' })).toBeVisible()
  await page.goto(`${GOING_ON}/desk`)
  const clock = page.getByRole('region', { name: 'Simulated exchange' })
  const goOn = async (by: string) => {
    const before = await clock.locator('strong').innerText()
    await clock.getByRole('button', { name: by }).click()
    await expect(clock.locator('strong')).not.toHaveText(before, { timeout: 120_000 })
    await expect(clock.getByRole('button', { name: by })).toBeVisible()
    await expect(clock).toContainText('goes on when you let it')
    await expect(clock.getByRole('alert')).toBeHidden()
    await page.waitForLoadState('networkidle')
  }
  // Who follows nobody yet takes the example.
  const dates = page.getByRole('heading', { name: 'Next dates' })
  const example = page.getByRole('button', { name: 'Show it on an example' })
  await expect(dates.or(example).first()).toBeVisible()
  if (await example.isVisible()) {
    await example.click()
    await expect(page.getByText('An example is made')).toBeVisible({ timeout: 30_000 })
  }
  // Between two seasons of results nothing may be announced.
  const announced = page.getByRole('complementary').getByRole('listitem').filter({ hasText: ', results' }).first()
  await expect(dates).toBeVisible()
  for (let weeks = 0; weeks < 12 && !(await announced.isVisible()); weeks++) {
    await goOn('A week')
  }
  const [day, name] = (await announced.innerText()).trim().split(/\s*\n\s*/) as [string, string]
  const company = name.replace(/,.*/, '')
  const results = page
    .getByRole('article', { name: new RegExp(company) })
    .getByRole('listitem')
    .filter({ hasText: 'result' })
  // What is announced long before may come some days earlier or later: until then the exchange goes on.
  const daysLeft = async () => (Date.parse(day) - Date.parse(await clock.locator('strong').innerText())) / 86_400_000 + 10
  for (let steps = 0; steps < 16 && (await daysLeft()) > 0; steps++) {
    await goOn((await daysLeft()) > 31 ? 'A month' : 'A week')
  }
  const toldAt = async () =>
    (await results.allInnerTexts()).findIndex((text) => {
      const told = /\d{4}-\d\d-\d\d/.exec(text)?.[0]
      return told !== undefined && Math.abs(Date.parse(told) - Date.parse(day)) / 86_400_000 < 10
    })
  await expect.poll(toldAt).not.toBe(-1)
  const result = results.nth(await toldAt())
  const told = /\d{4}-\d\d-\d\d/.exec(await result.innerText())![0]
  await expect(result).toContainText(/\d+\.\d\d a share, −?\d+\.\d\d were expected/)
  await accessible(page)
  const sentence = await result.getByRole('link').innerText()
  await result.getByRole('link').press('Enter')
  await expect(page).toHaveURL(/\/results/)
  await expect(page.getByRole('banner')).toContainText(company)
  await expect(page.getByRole('main')).toContainText(told)
  // The figure of the sentence is the one the report shows.
  const actual = /(−?\d+\.\d\d)/.exec(sentence)![1]!
  await expect(page.getByRole('main')).toContainText(actual)
  await accessible(page)
})
