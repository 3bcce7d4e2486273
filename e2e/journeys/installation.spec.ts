import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { EMPTY } from '../../playwright.config'
import { asked } from './support'

test.use({ baseURL: EMPTY })

const FILES = 'samples/first steps'

/** Hands a file in and waits for what it would change. */
async function handIn(page: Page, name: string): Promise<void> {
  await page.goto('/data')
  await page.locator('input[type=file]').setInputFiles({ name, mimeType: 'text/plain', buffer: readFileSync(`${FILES}/${name}`) })
  await expect(page.getByTestId('counts')).toBeVisible()
}

async function store(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Store it' }).click()
  await expect(page.getByTestId('counts')).toContainText('stored')
}

test('from an empty installation and files of one’s own to a decision, and to a second reader', async ({ page, browser }) => {
  test.setTimeout(150_000)
  await page.goto('/')
  await expect(page.getByText('Nobody has an account here yet')).toBeVisible()
  await page.getByLabel('Name').fill('Ada')
  await page.getByLabel('E-mail').fill('ada@example.invalid')
  await page.getByLabel('Password').fill('a long enough password')
  await page.getByRole('button', { name: 'Make account' }).click()

  // What makes figures comparable is asked step by step; a step can be skipped.
  await expect(page.getByRole('heading', { name: 'A beginning' })).toBeVisible()
  await page.getByLabel('Currency', { exact: true }).fill('eur')
  await page.getByRole('button', { name: 'Choose' }).click()
  await page.getByLabel('Name of the exchange').fill('Quillport Exchange')
  await page.getByLabel('Code').fill('xqpx')
  await page.getByLabel('Country').fill('XA')
  await page.getByLabel('Trades in').fill('EUR')
  await page.getByRole('button', { name: 'Make it' }).click()
  await page.getByLabel('Name of the index').fill('Quillport All')
  await page.getByLabel('Ticker').fill('QALL')
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByRole('heading', { name: 'A rate without risk' })).toBeVisible()
  await page.getByRole('button', { name: 'Skip this' }).click()
  await expect(page.getByRole('heading', { name: 'A rate without risk' })).toBeHidden()

  // A statement of a company nobody knows brings its name and currency along.
  await handIn(page, 'Quill Sound Ferries.csv')
  await expect(page.getByText('Choose one, or make a new one')).toBeVisible()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Quill Sound Ferries')
  await expect(page.getByLabel('Reports in')).toHaveValue('EUR')
  await page.getByLabel('Ticker', { exact: true }).fill('QSFR')
  await page.getByRole('button', { name: 'Make it with the import' }).click()
  await page.getByLabel('Public since').fill('2026-03-12')
  await expect(page.getByTestId('counts')).toContainText('120 new')
  await store(page)
  // Statements can be read without prices.
  await page.goto('/read/QSFR/statements')
  await expect(page.getByRole('button', { name: /^Revenue, FY 2025: 4.119$/ })).toBeVisible()

  await handIn(page, 'Hollow Tarn Mills.xhtml')
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Hollow Tarn Mills')
  await page.getByLabel('Ticker', { exact: true }).fill('HTML')
  await page.getByRole('button', { name: 'Make it with the import' }).click()
  await page.getByLabel('Public since').fill('2026-03-05')
  await expect(page.getByTestId('counts')).toContainText('64 new')
  await store(page)
  await handIn(page, 'prices.csv')
  await store(page)
  await handIn(page, 'dividends.tsv')
  await store(page)

  // What was skipped is asked where it is missed.
  await page.goto('/data/reference')
  await expect(page.getByText('No ten-year government yield is known')).toBeVisible()
  await page.getByLabel('A day and a rate in per cent a line').fill('2024-01-02 2.4\n2026-01-02 2.85')
  await page.getByRole('button', { name: 'Keep 2 points' }).click()
  await expect(page.getByText('2.85 %')).toBeVisible()

  // A screen over both, a first reading, a beta, a value, a decision.
  await page.goto('/find')
  await expect(page.getByText('Universe: 2 companies')).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText('left, 2 by itself').first()).toBeVisible({ timeout: 60_000 })
  await page.goto('/read/QSFR')
  await expect(page.getByRole('tab', { name: 'First reading' })).toBeVisible()
  const { figures } = await asked<{ figures: Record<string, { value: number | null }> }>(
    page,
    '/companies/QSFR/metrics?keys=beta_raw,cost_of_equity,market_cap',
  )
  expect(figures.beta_raw!.value).toBeCloseTo(1.436, 2)
  expect(figures.market_cap!.value).toBeCloseTo(102.5e6 * 86.54, -1)
  expect(figures.cost_of_equity!.value).toBeCloseTo(0.0285 + 0.05 * (1 / 3 + (2 / 3) * figures.beta_raw!.value!), 6)
  const { per_share: value } = await asked<{ per_share: number }>(page, '/companies/QSFR/cash-flow-value', {})
  await page.goto('/value/QSFR/cash-flow')
  await expect(page.getByText(value.toFixed(2)).first()).toBeVisible()
  await page.goto('/decide/QSFR')
  await page.getByLabel('Thesis: why it should be worth more than it costs').fill('It earns its margin on ferries nobody else runs.')
  await page.getByLabel('What would prove this wrong').fill('A margin under eight per cent.')
  await page.getByRole('textbox', { name: /^Value per share/ }).fill(value.toFixed(2))
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('Written down.')).toBeVisible()

  // A change has an author and is taken back; a reader is invited and may not change what all share.
  await page.goto('/data/changes')
  await expect(page.getByText('Exchange XQPX made')).toBeVisible()
  await page.goto('/data/people')
  await page.getByRole('button', { name: 'Make a link' }).click()
  const link = await page.getByRole('status').locator('code').innerText()
  const other = await (await browser.newContext()).newPage()
  await other.goto(link)
  await expect(other.getByText('You were invited')).toBeVisible()
  await other.getByLabel('Name').fill('Ben')
  await other.getByLabel('E-mail').fill('ben@example.invalid')
  await other.getByLabel('Password').fill('a long enough password')
  await other.getByRole('button', { name: 'Make account' }).click()
  await expect(other.getByRole('heading', { name: 'Desk' })).toBeVisible()
  await other.goto(`${EMPTY}/data/reference`)
  await expect(other.getByRole('heading', { name: 'Exchanges' })).toBeVisible()
  await expect(other.getByRole('button', { name: 'An exchange' })).toHaveCount(0)
})
