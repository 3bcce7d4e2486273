import { expect, test } from '@playwright/test'
import { accessible, asked, choose, figure, register } from './support'

test('from a belief to a buy-below price that is found again', async ({ page }) => {
  test.setTimeout(240_000)
  await register(page)
  await accessible(page)
  await page.getByRole('link', { name: 'Screen for companies' }).click()

  // A belief and criteria; the survivors on the page are those of the API.
  await page.getByLabel('Name', { exact: true }).fill('Idle money')
  await page.getByLabel('What do you believe the market gets wrong?').fill('Companies that owe nothing are thought dull.')
  const total = page.getByTestId('total')
  // What another journey changed is computed first.
  await expect(total).toHaveText(/^\d+$/, { timeout: 60_000 })
  const before = figure(await total.textContent())
  await page.getByLabel('Threshold, Price to earnings').fill('10')
  await expect.poll(async () => figure(await total.textContent())).toBeLessThan(before)
  const answer = await asked<{ total: number; rows: { ticker: string; values: Record<string, number> }[] }>(page, '/screens/run', {
    screen: {
      criteria: [
        'return_on_invested_capital > 0.15',
        'net_debt_to_ebitda < 1.5',
        'price_to_earnings < 10',
        'median_traded_value_3m > 300000',
      ],
      columns: ['price_to_earnings'],
      sort: ['-return_on_invested_capital'],
    },
  })
  await expect(total).toHaveText(String(answer.total))
  const first = page.locator('table.sheet tbody tr').first()
  await expect(first).toContainText(answer.rows[0]!.ticker)
  expect(figure(await first.locator('td').nth(1).textContent())).toBeCloseTo(answer.rows[0]!.values.price_to_earnings!, 1)
  await accessible(page)

  // The threshold can be dragged.
  const strip = page.getByRole('slider', { name: 'Threshold of Price to earnings' })
  const box = (await strip.boundingBox())!
  await page.mouse.move(box.x + box.width * 0.2, box.y + 10)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width * 0.9, box.y + 10, { steps: 5 })
  await page.mouse.up()
  await expect.poll(async () => figure(await total.textContent())).toBeGreaterThan(answer.total)
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved: Idle money.')).toBeVisible()

  // The survivors become a list that is walked through; one is dropped, and the drop undone.
  await page.getByRole('button', { name: 'Walk through them' }).click()
  await expect(page).toHaveURL(/\/read\//)
  await expect(page.getByText(/1 of \d+ · Idle money/)).toBeVisible()
  await page.keyboard.press('x')
  await page.getByLabel('Why (you will be glad of it later)').fill('Too small')
  await page.getByRole('button', { name: 'Drop', exact: true }).last().click()
  await expect(page.locator('header').getByText('(dropped)')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('header').getByText('(dropped)')).toBeHidden()
  await page.keyboard.press(']')
  await expect(page.getByText(/2 of \d+ · Idle money/)).toBeVisible()

  // Reading: a figure opens its working down to a filing, and takes a note.
  await page.goto('/read/GRME')
  await accessible(page)
  const shown = page.getByRole('button', { name: 'Operating margin:' })
  const metrics = await asked<{ figures: Record<string, { value: number }> }>(page, '/companies/GRME/metrics?keys=operating_margin')
  expect(figure(await shown.textContent())).toBeCloseTo(100 * metrics.figures.operating_margin!.value, 1)
  await shown.click()
  const margin = page.getByRole('complementary', { name: 'Margin' })
  await expect(margin.getByText('Through the years')).toBeVisible()
  await margin.getByRole('button', { name: /EBIT/ }).first().click()
  await margin
    .getByRole('button', { name: /Operating income/ })
    .first()
    .click()
  await expect(margin.getByText(/Filed: Quarterly report/).first()).toBeVisible()
  await margin.getByLabel('Write in the margin').fill('Restructuring is behind it.')
  await margin.getByRole('button', { name: 'Keep note' }).click()
  await expect(margin.getByText('Restructuring is behind it.')).toBeVisible()
  await accessible(page)

  await page.getByRole('tab', { name: 'Statements' }).click()
  const revenue = page.getByRole('button', { name: /^Revenue, FY 2025:/ })
  const statement = await asked<{ rows: { key: string; figures: { value: number }[] }[] }>(
    page,
    '/companies/GRME/statements?statement=income',
  )
  expect(figure(await revenue.textContent())).toBeCloseTo(statement.rows[0]!.figures.at(-1)!.value / 1e6, 0)
  await choose(page, 'View', 'Common size')
  await expect(revenue).toHaveText('100.0')
  await page.getByLabel('Chart Restructuring').check()
  await expect(page.getByRole('slider', { name: /income statement: Restructuring/ })).toBeVisible()
  await accessible(page)
  await page.getByRole('tab', { name: 'Market' }).click()
  await expect(page.getByRole('slider', { name: /Mean of 200/ })).toBeVisible()
  await accessible(page)

  // Value: a changed driver revalues; backwards meets the price; impossible growth is refused and nothing is lost.
  await page.getByRole('link', { name: 'Value', exact: true }).click()
  await page.getByRole('tab', { name: 'Cash flow, year by year' }).click()
  const value = page.getByTestId('per-share')
  const base = await asked<{ per_share: number; price: number }>(page, '/companies/GRME/cash-flow-value', {})
  await expect.poll(async () => figure(await value.textContent())).toBeCloseTo(base.per_share, 2)
  await page.getByLabel('Operating margin 2026').fill('15')
  await page.getByLabel('Operating margin 2026').press('Enter')
  await expect.poll(async () => figure(await value.textContent())).toBeGreaterThan(base.per_share)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect.poll(async () => figure(await value.textContent())).toBeCloseTo(base.per_share, 2)
  await page.getByLabel('Terminal growth', { exact: true }).fill('30%')
  await page.getByLabel('Terminal growth', { exact: true }).press('Enter')
  await expect(page.getByText(/is not below the discount rate/)).toBeVisible()
  await expect(value).toHaveText(base.per_share.toFixed(2))
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  const solved = await asked<{ solutions: Record<string, number> }>(page, '/companies/GRME/cash-flow-value/solve', {
    names: ['operating_margin'],
  })
  await expect
    .poll(async () => figure(await page.getByTestId('needed-operating_margin').textContent()))
    .toBeCloseTo(100 * solved.solutions.operating_margin!, 1)
  await value.click()
  await expect(margin.getByText('Enterprise value').first()).toBeVisible()
  await accessible(page)

  // Decide, and find it again.
  await page.getByRole('button', { name: 'Decide', exact: true }).click()
  await expect(page.getByRole('textbox', { name: /^Value per share/ })).toHaveValue(base.per_share.toFixed(2))
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('Write the thesis in a sentence or two')).toBeVisible()
  await page.getByLabel('Thesis: why it should be worth more than it costs').fill('Margins have risen for good.')
  await page.getByLabel('What would prove this wrong').fill('An operating margin below 10 % in two years.')
  await page.getByLabel('Margin of safety').fill('30%')
  // The value is carried over as it is shown, in hundredths.
  await expect
    .poll(async () => Math.abs(Number(await page.getByTestId('buy-below').innerText()) - base.per_share * 0.7))
    .toBeLessThan(0.011)
  const buyBelow = await page.getByTestId('buy-below').innerText()
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('Written down.')).toBeVisible()
  await page.getByRole('tab', { name: 'How much' }).click()
  await page.getByLabel('Worth of the portfolio').fill('100000')
  await page.getByLabel('Worth of the portfolio').press('Enter')
  await expect(page.getByTestId('size')).toContainText('the cap for one company binds')
  await page.getByLabel('Price that proves one wrong').fill('1')
  await page.getByLabel('Price that proves one wrong').press('Enter')
  await expect(page.getByTestId('size')).toContainText('the loss one would bear binds')
  await page.getByLabel('At most in one company').fill('lots')
  await page.getByLabel('At most in one company').press('Enter')
  await expect(page.getByText('as a percentage from 0 to 100')).toBeVisible()
  const became = page.getByRole('region', { name: 'What became of decisions' })
  await expect(became.locator('tbody tr')).toHaveCount(1)
  await expect(became.locator('tbody tr').first()).toContainText('0.0 %')
  await accessible(page)
  await page.goto('/desk/waiting')
  await expect(page.getByRole('row', { name: /Grimsaydale Engines/ })).toContainText(buyBelow)
  await expect(page.getByText('Idle money').first()).toBeVisible()
  await accessible(page)
  await page.goto('/decide/GRME')
  await expect(page.getByLabel('Thesis: why it should be worth more than it costs')).toHaveValue('Margins have risen for good.')
})

test('the same work by keyboard alone', async ({ page }) => {
  await register(page)
  await page.keyboard.press('?')
  await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Keys' })).toBeHidden()

  const open = async (words: string) => {
    await page.keyboard.press('/')
    await expect(page.getByRole('combobox', { name: /Company, metric/ })).toBeFocused()
    await page.keyboard.type(words)
    await expect(page.getByRole('option').first()).toBeVisible()
    await page.waitForTimeout(500)
    await page.keyboard.press('Enter')
  }
  const tabTo = async (name: RegExp, limit = 120) => {
    for (let i = 0; i < limit; i++) {
      await page.keyboard.press('Tab')
      const label = await page.evaluate(
        () =>
          document.activeElement?.getAttribute('aria-label') ||
          document.activeElement?.textContent?.trim() ||
          (document.activeElement as HTMLInputElement | null)?.labels?.[0]?.textContent ||
          '',
      )
      if (name.test(label)) return
    }
    throw new Error(`Nothing called ${name} was reached with Tab.`)
  }

  // Find: a threshold moved with the arrow keys.
  await open('find')
  const total = page.getByTestId('total')
  await expect(total).toHaveText(/^\d+$/)
  const before = figure(await total.textContent())
  await tabTo(/^Threshold of Price to earnings$/)
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowLeft')
  await expect.poll(async () => figure(await total.textContent())).toBeLessThan(before)
  await tabTo(/^Walk through them$/)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/read\//)
  await expect(page.getByText(/1 of \d+/)).toBeVisible()
  await page.keyboard.press('k')
  await expect(page.locator('header').getByText('(kept)')).toBeVisible()
  await page.keyboard.press(']')
  await expect(page.getByText(/2 of \d+/)).toBeVisible()
  await page.keyboard.press('l')
  await expect(page.locator('header').getByText('(later)')).toBeVisible()
  await page.keyboard.press('[')
  await expect(page.getByText(/1 of \d+/)).toBeVisible()

  // Read: a figure opens in the margin with Enter and closes with Escape.
  await open('brannoch saltworks')
  await expect(page.locator('header').getByText('Brannoch Saltworks')).toBeVisible()
  await tabTo(/^Price to earnings:/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('complementary', { name: 'Margin' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('complementary', { name: 'Margin' })).toBeHidden()

  // Value and decide.
  await open('value')
  await tabTo(/^All methods$/)
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('per-share')).toBeVisible()
  await tabTo(/^Decide$/)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/decide\/BRSW/)
  await tabTo(/Thesis/)
  await page.keyboard.type('Salt keeps.')
  await tabTo(/prove this wrong/)
  await page.keyboard.type('A margin below 15 %.')
  await tabTo(/^Write it down$/)
  await page.keyboard.press('Enter')
  await expect(page.getByText('Written down.')).toBeVisible()
})

test('the program set to a past day knows nothing later', async ({ page }) => {
  test.setTimeout(180_000)
  await register(page)
  await page.getByRole('button', { name: /as of/ }).click()
  await page.getByLabel('As of', { exact: true }).fill('2021-02-15')
  await page.getByRole('button', { name: 'Set', exact: true }).click()
  await page.goto('/find')
  await expect(page.getByTestId('total')).toHaveText(/^\d+$/, { timeout: 120_000 })
  await expect(page.getByRole('button', { name: 'as of 2021-02-15' })).toBeVisible()
  // What lacked the figures while they were computed is there too.
  await expect(page.getByRole('slider').first()).toBeVisible()
  await page.goto('/read/ULVL')
  await expect(page.locator('header').getByText('2021-02-15', { exact: true }).first()).toBeVisible()
  const then = await asked<{ price: { close: number } }>(page, '/companies/ULVL?as_of=2021-02-15')
  expect((await page.locator('header').textContent())!.replaceAll('\u2009', '')).toContain(then.price.close.toFixed(2))
  await page.goto('/read/ULVL/statements')
  await expect(page.getByRole('columnheader', { name: /FY 2019/ })).toBeVisible()
  await expect(page.getByRole('columnheader', { name: /FY 2020/ })).toHaveCount(0)
  await page.goto('/read/LNTE')
  await expect(page.getByRole('heading', { name: 'Where the price stands' })).toBeVisible()
  await expect(page.getByText('delisted')).toHaveCount(0)
})

test('mistakes have a message and a way out', async ({ page, context }) => {
  await register(page)
  await page.goto('/read/BRSV')
  await expect(page.getByText(/No company has the ticker "BRSV". Near it: .*BRSW/)).toBeVisible()
  await page.goto('/value/FNSB/cash-flow')
  await expect(page.getByText(/does not fit a bank/)).toBeVisible()
  await page.goto('/nowhere')
  await expect(page.getByRole('heading', { name: 'There is nothing here' })).toBeVisible()

  await page.goto('/find')
  await expect(page.getByTestId('total')).toHaveText(/^\d+$/)
  const before = await page.getByTestId('total').textContent()
  await page.getByLabel('Read a screen file').setInputFiles({ name: 'broken.json', mimeType: 'application/json', buffer: Buffer.from('{') })
  await expect(page.getByText(/broken.json does not hold JSON/)).toBeVisible()
  await page
    .getByLabel('Read a screen file')
    .setInputFiles({ name: 'strange.json', mimeType: 'application/json', buffer: Buffer.from('{"criteria": ["price_to_earning < 9"]}') })
  await expect(page.getByText(/Did you mean "price_to_earnings"\?/)).toBeVisible()
  await expect(page.getByTestId('total')).toHaveText(before!)
  await page.getByLabel('Threshold, Price to earnings').fill('cheap')
  await expect(page.getByText('Write a number such as 15')).toBeVisible()
  await page.getByLabel('Threshold, Price to earnings').fill('0.1')
  await expect(page.getByRole('heading', { name: 'Nothing survives' })).toBeVisible()

  await context.setOffline(true)
  await page.getByLabel('Threshold, Price to earnings').fill('12')
  await expect(page.getByText(/The connection to Logion was lost/)).toBeVisible()
  await context.setOffline(false)
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByTestId('total')).not.toHaveText('0')
})

for (const path of [
  '/find',
  '/read/BRSW',
  '/read/BRSW/statements',
  '/value/BRSW/cash-flow',
  '/decide/BRSW',
  '/desk',
  '/hold',
  '/desk/stages',
  '/desk/conditions',
]) {
  test(`in the dark too, ${path} is accessible`, async ({ page }) => {
    await register(page)
    await page.getByRole('button', { name: 'Light or dark' }).click()
    await page.goto(path)
    await page.waitForLoadState('networkidle')
    await accessible(page)
  })
}

test('a criterion on a company’s own past is computed once, with progress', async ({ page }) => {
  await register(page)
  await page.goto('/find')
  await expect(page.getByTestId('total')).toHaveText(/^\d+$/)
  await page.getByLabel('Read a screen file').setInputFiles({
    name: 'past.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify({ name: 'Past', criteria: ['gross_margin > lowest(gross_margin, 9)'] })),
  })
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Past')
  // The API answers once the worker has read every company's history.
  let survivors = 0
  await expect(async () => {
    const answer = await asked<{ steps: { survivors: number }[] }>(page, '/screens/run', {
      screen: { criteria: ['gross_margin > lowest(gross_margin, 9)'] },
    })
    survivors = answer.steps[0]!.survivors
  }).toPass({ timeout: 60_000 })
  expect(survivors).toBeGreaterThan(0)
  await expect(page.getByTestId('total')).toHaveText(String(survivors), { timeout: 60_000 })
})
