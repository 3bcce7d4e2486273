import { expect, test } from '@playwright/test'
import { accessible, asked, register } from './support'

type Problem = { choices: { reference: string; name: string }[] }

test('a ticker of two companies is asked about, one used again means who had it, a file brings a new one', async ({ page }) => {
  await register(page)
  // Two of the drawn companies have one ticker.
  const found = await asked<{ results: { key: string; label: string }[] }>(page, '/finder?q=xqos')
  const shared = found.results.map((result) => result.key).find((key) => key.startsWith('XQOS:') && !key.includes('@'))!
  const ticker = shared.split(':')[1]!
  await page.goto(`/read/${ticker}`)
  await expect(page.getByText(`Several companies have the ticker ${ticker}.`)).toBeVisible()
  await accessible(page)
  const problem = (await (await page.request.get(`/api/v1/companies/${ticker}`)).json()) as Problem
  expect(problem.choices.map((choice) => choice.reference)).toContain(shared)
  await page.getByRole('link', { name: problem.choices.find((choice) => choice.reference === shared)!.name }).click()
  await expect(page).toHaveURL(new RegExp(`/read/${shared}$`))
  await expect(page.getByRole('heading', { name: 'Where the price stands' })).toBeVisible()

  // A former name leads to the company of today, which shows what it was called.
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Company, metric, screen, list, note, paper or page' }).fill('ropeworks')
  await expect(page.getByText('Skellanmoor Combined Trades').first()).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/read\/SKCT/)
  await page.getByRole('tab', { name: 'Identity' }).click()
  await expect(page.getByText('Skellanmoor Ropeworks')).toBeVisible()
  await expect(page.getByRole('row', { name: /XQOS:SKRW.*to 2018-06-01.*The ticker was changed/ })).toBeVisible()
  await accessible(page)

  // Its old ticker is that of another company now; the address then says which on any day.
  await page.goto('/read/skrw/identity')
  await expect(page).toHaveURL(/\/read\/XQOS:SKRW@2021-01-11\/identity/)
  await expect(page.getByRole('heading', { name: 'What it is and was called' })).toBeVisible()
  await expect(page.getByText('Skellanmoor')).toHaveCount(0)

  // A new ticker comes in by a file, is seen at once, and is taken back.
  await page.goto('/data')
  const csv = 'Company,Exchange,Ticker,Listed from\nVorrisay Instruments,XQOS,VORR,2026-05-04\n'
  await page.getByLabel('Hand in files').setInputFiles({ name: 'tickers.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
  await expect(page.getByTestId('counts')).toContainText('1 new')
  await expect(page.getByTestId('counts')).toContainText('1 changed')
  await page.getByRole('button', { name: 'Store it' }).click()
  await expect(page.getByText('Stored: tickers.csv.')).toBeVisible()
  await page.goto('/read/VRSI/identity')
  await expect(page).toHaveURL(/\/read\/VORR\/identity/)
  await expect(page.getByRole('row', { name: /XQOS:VORR.*since 2026-05-04/ })).toBeVisible()
  const imports = await asked<{ data: { id: number }[] }>(page, '/imports')
  const token = decodeURIComponent((await page.context().cookies()).find((cookie) => cookie.name === 'XSRF-TOKEN')!.value)
  const headers = { 'X-XSRF-TOKEN': token, Accept: 'application/json' }
  const undone = await page.request.delete(`/api/v1/imports/${imports.data[0]!.id}`, { headers })
  expect([undone.status(), await undone.text()]).toEqual([200, expect.stringContaining('undone')])
  await page.goto('/read/VRSI/identity')
  await expect(page.getByRole('row', { name: /XQOS:VRSI.*since before the prices begin/ })).toBeVisible()
  await expect(page.getByText(/VORR/)).toHaveCount(0)
})
