import { expect, test, type Page } from '@playwright/test'
import { GOING_ON } from '../../playwright.config'
import { accessible, asked, choose, figure, register } from './support'

const region = (page: Page, name: string) => page.getByRole('region', { name: `${name}, scrollable`, exact: true })

async function enter(page: Page, kind: string, fields: Record<string, string>): Promise<void> {
  await choose(page, 'Kind of transaction', kind)
  for (const [label, text] of Object.entries(fields)) await page.getByLabel(label, { exact: true }).fill(text)
  await page.getByRole('button', { name: 'Enter', exact: true }).click()
  await expect(page.getByText('Entered.').first()).toBeVisible()
}

test('a portfolio is made of its transactions, by hand and from files, and tells what became of it', async ({ page }) => {
  await register(page)
  await page.getByRole('link', { name: 'Hold', exact: true }).first().click()
  await expect(page.getByText('Nothing is held yet.')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Make a portfolio' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Long run')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Long run is made.')).toBeVisible()
  await page.getByRole('tab', { name: 'Transactions' }).click()
  await enter(page, 'Deposit', { Day: '2024-01-10', Amount: '10000' })
  await enter(page, 'Buy', { Day: '2024-01-10', Security: 'BRSW', Quantity: '50', 'Price a unit': '50', Fee: '9.90' })
  // More than is held is refused in words, and what was typed stays.
  await choose(page, 'Kind of transaction', 'Sell')
  await page.getByLabel('Security', { exact: true }).fill('BRSW')
  await page.getByLabel('Quantity', { exact: true }).fill('60')
  await page.getByLabel('Price a unit', { exact: true }).fill('60')
  await page.getByLabel('Day', { exact: true }).fill('2025-01-10')
  await page.getByRole('button', { name: 'Enter', exact: true }).click()
  await expect(page.getByText(/only 50 are held/)).toBeVisible()
  await expect(page.getByLabel('Quantity', { exact: true })).toHaveValue('60')
  await page.getByLabel('Quantity', { exact: true }).fill('20')
  await page.getByRole('button', { name: 'Enter', exact: true }).click()
  await expect(region(page, 'Transactions').locator('tbody tr')).toHaveCount(3)
  await accessible(page)

  await page.getByRole('tab', { name: 'Positions' }).click()
  const position = region(page, 'Positions').getByRole('row', { name: /BRSW/ })
  await expect(position).toContainText('30')
  // Dividends of the data are proposed, and taken by one key.
  await expect(page.getByRole('heading', { name: 'Not entered yet' })).toBeVisible()
  await page.locator('h1').click()
  await page.keyboard.press('t')
  await expect(page.getByText(/Entered \d+\./)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Not entered yet' })).toBeHidden()
  await accessible(page)
  const worth = figure(await page.getByTestId('worth').textContent())

  // What if shows a trade and enters nothing.
  await page.getByRole('button', { name: 'What if I traded?' }).click()
  await page.getByLabel('Security', { exact: true }).fill('ORTN')
  await page.getByLabel('Quantity', { exact: true }).fill('10')
  await page.getByLabel('Price a unit', { exact: true }).fill('140')
  await page.getByRole('button', { name: 'Show', exact: true }).click()
  await expect(region(page, 'What the trade would make of it').getByRole('row', { name: /Weight of ORTN/ })).toBeVisible()
  await page.getByRole('button', { name: 'Leave it' }).click()
  expect(figure(await page.getByTestId('worth').textContent())).toBe(worth)

  for (const tab of ['Return', 'What it depends on', 'Income', 'As one company', 'Lots and sales', 'Own instruments']) {
    await page.getByRole('tab', { name: tab, exact: true }).click()
    await page.waitForLoadState('networkidle')
    await accessible(page)
  }

  // OFX: what the file calls otherwise is mapped once; taken in, and undone.
  await page.getByRole('tab', { name: 'Files' }).click()
  const trade = (id: string, day: string) =>
    `<BUYSTOCK><INVBUY><INVTRAN><FITID>${id}<DTTRADE>${day}</INVTRAN><SECID><UNIQUEID>555<UNIQUEIDTYPE>CUSIP</SECID>` +
    '<UNITS>3<UNITPRICE>60.00<TOTAL>-180</INVBUY></BUYSTOCK>'
  const trades = trade('1', '20250203') + trade('2', '20250204')
  const ofx = `OFXHEADER:100\n\n<OFX><INVSTMTRS><CURDEF>XCR<INVTRANLIST>${trades}</INVTRANLIST></INVSTMTRS></OFX>`
  await page
    .getByLabel('Hand in a file of transactions')
    .setInputFiles({ name: 'depot.ofx', mimeType: 'text/plain', buffer: Buffer.from(ofx) })
  await expect(page.getByText('What is “555”?')).toBeVisible()
  await page.getByLabel('Ticker or code of 555').fill('BRSW')
  await page.getByRole('button', { name: 'Remember' }).click()
  await page.getByRole('button', { name: 'Enter 2 transactions' }).click()
  await expect(page.getByText('Entered 2 transactions of depot.ofx.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(page.getByText('All the file entered is taken back.')).toBeVisible()
  await accessible(page)
})

test('from an idea to a decision whose reasons are checked, through stages moved by keyboard', async ({ page }) => {
  await register(page)
  await page.goto('/desk/stages')
  await page.getByLabel('Add a company: its ticker').fill('TVRM')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  const card = page.getByRole('group', { name: /Tarvelden Remedies/ })
  await expect(card).toHaveAccessibleName(/Idea/)
  await card.focus()
  await page.keyboard.press('ArrowRight')
  await expect(card).toHaveAccessibleName(/First reading/)
  await expect(card).toContainText('needs a valuation')
  await accessible(page)

  await page.goto('/decide/TVRM')
  await page.getByLabel('Thesis: why it should be worth more than it costs').fill('Remedies are needed in any weather.')
  await page.getByLabel('What would prove this wrong').fill('Nobody is ill.')
  await page.getByLabel('Value per share, XCR').fill('30')
  await page.getByRole('tab', { name: 'Reasons' }).click()
  await page.getByRole('button', { name: 'Another reason' }).click()
  await page.getByLabel('Reason 1', { exact: true }).fill('It is worth something.')
  await page.getByRole('button', { name: 'Tie to something: Reason 1' }).click()
  await page.getByLabel('Criterion, such as net_margin > 0.1').fill('market_cap > 0')
  await accessible(page)
  await page.getByRole('tab', { name: 'Cases and grades' }).click()
  await page.getByLabel('Worth a share, XCR').first().fill('10')
  await page.getByLabel('Probability, %').first().fill('40')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('The probabilities of the cases add up to 40 %, not to 100 %.')).toBeVisible()
  await page.getByLabel('Probability, %').first().fill('100')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('Written down.')).toBeVisible()
  await expect(region(page, 'Decisions').getByRole('row', { name: /Tarvelden/ })).toContainText('all 1 hold')

  // It is revised, never overwritten; Was I right holds both against what came.
  await page.getByLabel('Value per share, XCR').fill('28')
  await page.getByRole('button', { name: 'Revise' }).click()
  await expect(page.getByText('Revised; the version before stays in its history.')).toBeVisible()
  await expect(region(page, 'Versions of the decision').locator('tbody tr')).toHaveCount(2)
  await expect(region(page, 'What became of decisions').locator('tbody tr')).toHaveCount(1)
  await expect(region(page, 'Calibration of cases')).toBeVisible()
  await accessible(page)
})

test('an example shows the way of the work to who has not begun', async ({ page }) => {
  await register(page)
  await expect(page.getByText('Nothing lies here yet.')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Show it on an example' }).click()
  await expect(page.getByText('An example is made')).toBeVisible({ timeout: 30_000 })
  const first = page.getByRole('article').first()
  await expect(first).toBeVisible()
  await accessible(page)
  // Results and ratings are read from Desk; done is done, and undone.
  const before = await page.getByRole('article').count()
  const name = await first.getAttribute('aria-label')
  await first.focus()
  await page.keyboard.press('d')
  await expect(page.getByRole('article')).toHaveCount(before - 1)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('article', { name: name! })).toBeVisible()
  for (const path of ['/desk/stages', '/desk/lists', '/desk/waiting', '/desk/conditions', '/desk/delivery', '/hold', '/hold/x/return']) {
    await page.goto(path)
    await page.waitForLoadState('networkidle')
    await accessible(page)
  }
  const [portfolio] = await asked<{ id: number }[]>(page, '/portfolios')
  expect((await asked<{ positions: unknown[] }>(page, `/portfolios/${portfolio!.id}`)).positions).toHaveLength(7)
})

test('a condition is tried on the past, set, and calls on Desk after the exchange went on', async ({ page }) => {
  await page.goto(GOING_ON)
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Desk' })).toBeVisible()
  await page.goto(`${GOING_ON}/desk/conditions?ticker=ULVL`)
  const clock = page.getByRole('region', { name: 'Simulated exchange' })
  await expect(clock).toContainText(/\d{4}-\d\d-\d\d/)
  const day = /\d{4}-\d\d-\d\d/.exec((await clock.textContent()) ?? '')![0]
  // A week on surely has come within a week of days.
  const soon = new Date(`${day}T00:00:00Z`)
  soon.setUTCDate(soon.getUTCDate() + 3)
  await page.getByLabel('Price', { exact: true }).fill('1000000')
  await expect(page.getByText(/would have called .* it is so now/)).toBeVisible()
  await choose(page, 'What is looked at', 'A day comes')
  await page.locator('input[type=date]').fill(soon.toISOString().slice(0, 10))
  await page.getByLabel('Note that comes with it').fill('look at the lenses')
  await page.getByRole('button', { name: 'Set it' }).click()
  await expect(region(page, 'Conditions')).toContainText('look at the lenses')
  await accessible(page)
  await clock.getByRole('button', { name: 'A week' }).click()
  await expect(page.getByRole('progressbar')).toBeHidden({ timeout: 120_000 })
  await expect(region(page, 'Conditions').getByRole('row', { name: /look at the lenses/ })).toContainText('1 time', { timeout: 120_000 })
  await page.goto(`${GOING_ON}/desk`)
  await expect(page.getByRole('article', { name: /Ulveray Lenses/ })).toContainText('look at the lenses')
})
