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
  await page.request.post(`${GOING_ON}/api/v1/simulation/advance`, {
    data: { days: 200 },
    headers: {
      'X-XSRF-TOKEN': decodeURIComponent((await page.context().cookies()).find((cookie) => cookie.name === 'XSRF-TOKEN')!.value),
      Accept: 'application/json',
    },
  })
  await page.reload()
  await expect(clock.getByRole('progressbar')).toBeVisible()
  await expect(clock).toContainText(/\d+ of 200 days/)
  await clock.getByRole('button', { name: 'Cancel' }).click()
  await expect(clock.getByRole('alert')).toHaveText('Cancelled. The days before are stored.')
  await expect(clock.getByRole('button', { name: 'A week' })).toBeVisible()

  // A company has the price of the day on which the exchange stands.
  await page.goto(`${GOING_ON}/read/BRSW`)
  await expect(page.getByText(/as of 2026-(0[7-9]|1\d)-\d\d/)).toBeVisible()
})
