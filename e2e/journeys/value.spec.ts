import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { accessible, choose, register } from './support'

test('six methods lead to a price to buy below', async ({ page }) => {
  await register(page)
  await page.goto('/value/BRSW')
  await expect(page.getByTestId('centre')).toHaveText(/\d/, { timeout: 60_000 })
  await expect(page.getByText('What the price asks one to believe')).toBeVisible()
  await accessible(page)
  const before = await page.getByTestId('centre').textContent()
  await page.getByLabel('Weight of Dividends in stages').fill('9')
  await page.getByLabel('Weight of Dividends in stages').press('Enter')
  await expect(page.getByTestId('centre')).not.toHaveText(before!)
  await page.getByRole('button', { name: 'The usual weights' }).click()
  await expect(page.getByTestId('centre')).toHaveText(before!)
  await page.getByLabel('Weight of Dividends in stages').fill('often')
  await page.getByLabel('Weight of Dividends in stages').press('Enter')
  await expect(page.getByText('A weight is a number from 0 up')).toBeVisible()
  const buy = page
    .getByRole('region', { name: 'Buy below' })
    .or(page.locator('section', { hasText: 'Buy below' }))
    .first()
  await expect(buy.locator('tbody tr')).toHaveCount(7)
  await page.getByLabel('Margins of safety, per cent').fill('12, 40')
  await page.getByLabel('Margins of safety, per cent').press('Enter')
  await expect(buy.locator('tbody tr')).toHaveCount(2)
  await page.getByLabel('Margins of safety, per cent').fill('all')
  await page.getByLabel('Margins of safety, per cent').press('Enter')
  await expect(page.getByText('Write up to twenty margins')).toBeVisible()
  await page.getByRole('button', { name: 'No weights' }).click()
  await expect(page.getByText('Nothing is weighed: each method stands by itself')).toBeVisible()
  await page.getByRole('button', { name: 'The usual weights' }).click()
  await expect(page.getByTestId('centre')).toHaveText(before!)
  for (const name of [
    'Cash flow to equity',
    'Earnings to a horizon',
    'Residual income',
    'Earnings power',
    'Sum of the parts',
    'Three cases',
  ]) {
    const link = page.getByRole('link', { name, exact: true })
    if ((await link.count()) === 0) continue
    await link.click()
    await expect(page.getByRole('heading', { name, exact: true })).toBeVisible()
    await expect(page.getByTestId('method-value')).toHaveText(/\d/)
    await page.getByRole('tab', { name: 'All methods' }).click()
  }
  await page.getByRole('link', { name: /^Decide on/ }).click()
  await expect(page).toHaveURL(/decide\/BRSW\?value=/)
})

test('a method is changed, turned backwards, drawn, kept and taken along', async ({ page }) => {
  await register(page)
  await page.goto('/value/BRSW/earnings_path')
  const value = page.getByTestId('method-value')
  await expect(value).toHaveText(/\d/, { timeout: 60_000 })
  await accessible(page)
  const before = await value.textContent()
  await page.getByRole('textbox', { name: 'Growth a year', exact: true }).fill('9')
  await page.getByRole('textbox', { name: 'Growth a year', exact: true }).press('Enter')
  await expect(value).not.toHaveText(before!)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(value).toHaveText(before!)
  await page.getByRole('textbox', { name: 'Growth a year', exact: true }).fill('9')
  await page.getByRole('textbox', { name: 'Growth a year', exact: true }).press('Enter')
  await expect(value).not.toHaveText(before!)
  await choose(page, 'What is asked for', 'Growth a year')
  await expect(page.getByTestId('backwards')).toContainText('Growth a year would have to be')
  await page.getByLabel('Price asked for').fill('1000000')
  await page.getByLabel('Price asked for').press('Enter')
  await expect(page.getByTestId('backwards')).toContainText('No Growth a year between')

  const drawn = page.locator('section', { has: page.getByRole('heading', { name: 'Drawn many times' }) })
  await drawn.getByRole('checkbox', { name: 'Growth a year' }).check()
  await drawn.getByRole('checkbox', { name: 'Paid for it then' }).check()
  await drawn.getByLabel('Correlation of Growth a year and Paid for it then').fill('0.4')
  await drawn.getByLabel('Correlation of Growth a year and Paid for it then').press('Enter')
  await drawn.getByRole('button', { name: 'Draw' }).click()
  await expect(page.getByTestId('simulated')).toContainText('of 10\u2009000 draws lie above the price', { timeout: 30_000 })
  await accessible(page)

  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'JSON', exact: true }).click()])
  const text = readFileSync((await file.path())!, 'utf8')
  expect(JSON.parse(text)).toMatchObject({ format: 'logion-valuation', method: 'earnings_path', figures: { growth: 0.09 } })
  const read = async (content: string): Promise<void> =>
    page.getByLabel('Read a valuation file').setInputFiles({ name: 'v.json', mimeType: 'application/json', buffer: Buffer.from(content) })
  await read(text.replace('"version": 1', '"version": 9'))
  await expect(page.getByText(/written by a newer version/)).toBeVisible()
  await page.getByRole('button', { name: 'Defaults' }).click()
  await expect(value).toHaveText(before!)
  await read(text)
  await expect(value).not.toHaveText(before!)

  await page.getByLabel('Name of this version').fill('Nine a year')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByText('Kept: Nine a year.')).toBeVisible()
  await page.goto('/value/BRSW')
  await page.getByRole('link', { name: 'Nine a year' }).click()
  await expect(page.getByRole('textbox', { name: 'Growth a year', exact: true })).toHaveValue('9.0')
})

test('a bank, an insurer, landlords and a loser of money each see first what fits them', async ({ page }) => {
  await register(page)
  const seen: [string, string, string][] = [
    ['FNSB', 'Excess return', 'Cash flow to the firm'],
    ['HMAS', 'Excess return', 'Cash flow to the firm'],
    ['MWPR', 'Net asset value', 'Cash flow to equity'],
    ['QSCW', 'Cash flow to the firm', 'Earnings to a horizon'],
  ]
  for (const [ticker, fits, misfit] of seen) {
    await page.goto(`/value/${ticker}`)
    const lines = page.getByRole('table', { name: 'Value a share by method' }).getByRole('row')
    await expect(lines.filter({ hasText: fits }).first()).toBeVisible({ timeout: 60_000 })
    await page.getByRole('button', { name: /that do(es)? not fit/ }).click()
    await page.getByRole('link', { name: misfit, exact: true }).click()
    await expect(page.getByRole('alert').first()).not.toBeEmpty()
    await expect(page.getByRole('button', { name: 'Use it all the same' })).toBeVisible()
    await accessible(page)
  }
  await page.goto('/value/BRSW/excess_return')
  await page.getByRole('button', { name: 'Use it all the same' }).click()
  await expect(page.getByText(/Forced: It is for banks and insurers/)).toBeVisible()
  await expect(page.getByTestId('method-value')).toHaveText(/\d/)
})

test('a cash flow is taken along as a workbook', async ({ page }) => {
  await register(page)
  await page.goto('/value/BRSW/cash-flow')
  await expect(page.getByTestId('per-share')).toHaveText(/\d/, { timeout: 60_000 })
  for (const format of ['XLSX', 'ODS']) {
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: format, exact: true }).click()])
    expect(file.suggestedFilename()).toBe(`BRSW cash flow.${format.toLowerCase()}`)
    expect(
      readFileSync((await file.path())!)
        .subarray(0, 2)
        .toString(),
    ).toBe('PK')
  }
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'JSON', exact: true }).click()])
  const started = JSON.parse(readFileSync((await file.path())!, 'utf8')) as Record<string, unknown>
  expect(started).toMatchObject({ method: 'dcf', ticker: 'BRSW', figures: {} })
  const before = await page.getByTestId('per-share').textContent()
  const read = async (of: object): Promise<void> =>
    page
      .getByLabel('Read a valuation file')
      .setInputFiles({ name: 'v.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify({ ...started, ...of })) })
  await read({ figures: { beta: 1.4 }, shape: { years: 6 }, note: 'Six years.' })
  await expect(page.getByTestId('per-share')).not.toHaveText(before!)
  await expect(page.getByText('6 years from FY')).toBeVisible()
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('Six years.')
  await read({ figures: { luck: 1 } })
  await expect(page.getByText('It names “luck”')).toBeVisible()
})

test('a cash flow is driven year by year, put under cases, kept and handed on', async ({ page }) => {
  await register(page)
  await page.goto('/value/GRME/driver_cash_flow')
  const value = page.getByTestId('method-value')
  await expect(value).toHaveText(/\d/, { timeout: 60_000 })
  await accessible(page)
  const before = await value.textContent()

  // A rule, its figures, and a single year; each is taken back by Undo.
  await choose(page, 'Rule for Licences, growth', 'step')
  await page.getByLabel('Licences, growth: by').fill('-2')
  await page.getByLabel('Licences, growth: by').press('Enter')
  await expect(page.getByLabel('Licences, growth: by')).toHaveValue('−2.0')
  await expect(value).not.toHaveText(before!)
  const stepped = await value.textContent()
  await page.getByLabel('Licences, growth 2028', { exact: true }).fill('20')
  await page.getByLabel('Licences, growth 2028', { exact: true }).press('Enter')
  await expect(page.getByLabel('Rule for Licences, growth')).toHaveValue('own figures')
  await expect(value).not.toHaveText(stepped!)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(value).toHaveText(stepped!)
  await choose(page, 'Cost of revenue follows', 'of Manufacturing')
  await expect(value).not.toHaveText(stepped!)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(value).toHaveText(stepped!)
  await page.getByRole('button', { name: /^Research and development expense, of sales 2024: counted/ }).click()
  await expect(page.getByRole('button', { name: /^Research and development expense, of sales 2024: left out/ })).toBeVisible()
  await page.getByLabel('Licences, growth 2027', { exact: true }).fill('much')
  await page.getByLabel('Licences, growth 2027', { exact: true }).press('Enter')
  await expect(page.getByText('Write a number for Licences, growth')).toBeVisible()

  await page.getByLabel('Cost of capital, upper end').fill('12')
  await page.getByLabel('Cost of capital, upper end').press('Enter')
  await expect(page.getByRole('button', { name: 'The usual ranges' })).toBeVisible()

  // Two cases; the value expected of them is kept with the version.
  await page.getByRole('button', { name: 'Put these figures aside as a case' }).click()
  await page.getByLabel('Probability of Base').fill('60')
  await page.getByLabel('Probability of Base').press('Enter')
  await expect(page.getByText('Together they are 60.0 % likely')).toBeVisible()
  await page.getByRole('textbox', { name: 'Growth for ever' }).fill('1')
  await page.getByRole('textbox', { name: 'Growth for ever' }).press('Enter')
  await page.getByRole('button', { name: 'Put these figures aside as a case' }).click()
  await expect(page.getByTestId('expected')).toContainText('Expected:')
  await accessible(page)
  await page.getByLabel('Name of this version').fill('By drivers')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByText('Kept: By drivers.')).toBeVisible()
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'XLSX', exact: true }).click()])
  expect(file.suggestedFilename()).toBe('GRME driver_cash_flow.xlsx')
  await page.goto('/value/GRME')
  await page.getByRole('link', { name: 'By drivers' }).click()
  await expect(page.getByLabel('Licences, growth: by')).toHaveValue('−2.0')
  await expect(page.getByLabel('Probability of Base')).toHaveValue('60.0 %')
})

test('a version of an earlier day says on today’s data why it is another one', async ({ page }) => {
  await register(page)
  const setDay = async (day: string): Promise<void> => {
    await page.getByRole('button', { name: /^as of/ }).click()
    await page.getByLabel('As of', { exact: true }).fill(day)
    await page.getByRole('button', { name: 'Set', exact: true }).click()
  }
  await page.goto('/value/BRSW/driver_cash_flow')
  await setDay('2025-03-31')
  await expect(page.getByTestId('method-value')).toHaveText(/\d/, { timeout: 60_000 })
  await page.getByLabel('Name of this version').fill('A year ago')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByText('Kept: A year ago.')).toBeVisible()
  await page.getByRole('button', { name: /^as of/ }).click()
  await page.getByRole('button', { name: 'Latest day', exact: true }).click()
  await page.goto('/value/BRSW')
  await page.getByRole('table', { name: 'Value a share by method' }).getByRole('link', { name: 'A year ago, 2025-03-31' }).click()
  await expect(page.getByTestId('change')).toContainText('Kept as of 2025-03-31 at')
  await expect(page.getByTestId('change')).toContainText('reports and what is expected')
  await expect(page.getByTestId('change')).toContainText('by rates')
  await accessible(page)
  await page.getByRole('button', { name: 'See it as of 2025-03-31' }).click()
  await expect(page.getByText('as of 2025-03-31').first()).toBeVisible()
  await expect(page.getByTestId('change')).toHaveCount(0)
})
