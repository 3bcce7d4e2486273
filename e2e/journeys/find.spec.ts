import { expect, test } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { accessible, asked, choose, figure, register } from './support'

test.beforeEach(async ({ page }) => {
  await register(page)
  await page.goto('/find')
  await expect(page.getByTestId('total')).toHaveText(/^\d+$/)
})

test('a screen with a group, a wished number of survivors, columns, lines and an export', async ({ page }) => {
  const total = page.getByTestId('total')
  // A group: its bar tells what it does, each member what it passes by itself.
  await page.getByRole('button', { name: 'Add a group' }).click()
  await choose(page, 'How many of the group must hold', 'All of these')
  const definition = {
    criteria: [
      'return_on_invested_capital > 0.15',
      'net_debt_to_ebitda < 1.5',
      'price_to_earnings < 15',
      'median_traded_value_3m > 300000',
      { group: 'all', criteria: ['price_to_book < 1.5', 'ev_to_ebitda < 8'] },
    ],
  }
  const answer = await asked<{ total: number }>(page, '/screens/run', { screen: definition })
  await expect(total).toHaveText(String(answer.total))

  // Towards a number of survivors by one threshold.
  await page.getByLabel('Wished number of survivors').fill('12')
  await page.getByRole('button', { name: 'Propose' }).click()
  const proposal = page.locator('.entry', { hasText: 'leaves 12' }).first()
  await expect(proposal).toBeVisible()
  await proposal.getByRole('button', { name: /^Take/ }).click()
  await expect(total).toHaveText('12')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(total).toHaveText(String(answer.total))

  // A column by another word for it, moved by keyboard, lines above, and the set kept for any list.
  await page.getByRole('button', { name: 'Columns', exact: true }).click()
  await page.getByLabel('Add a column by typing').fill('bankruptcy altman z')
  await page.getByRole('option', { name: 'Altman Z', exact: true }).click()
  await page.getByLabel('Median', { exact: true }).check()
  await page.getByLabel('Shade figures').check()
  await page.getByLabel('Keep these columns as').fill('With distress')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByText('Kept the columns as “With distress”.')).toBeVisible()
  await page.keyboard.press('Escape')
  const heads = page.locator('thead [data-sort]')
  await expect(heads.last()).toHaveText(/Altman Z/)
  await heads.last().focus()
  await page.keyboard.press('Alt+ArrowLeft')
  await expect(heads.nth(6)).toHaveText(/Altman Z/)
  await expect(heads.nth(6)).toBeFocused()
  const lines = await asked<{ lines: Record<string, { median: number }> }>(page, '/screens/group-lines', {
    screen: { ...definition, columns: ['price_to_earnings'] },
  })
  await expect
    .poll(async () => figure(await page.locator('tr.group td').nth(1).textContent()))
    .toBeCloseTo(lines.lines.price_to_earnings!.median, 1)
  await accessible(page)

  // Two columns to sort by: Shift adds the second.
  await heads.nth(1).click()
  await expect(page.locator('thead th').nth(1)).toHaveAttribute('aria-sort', 'descending')
  await heads.nth(2).click({ modifiers: ['Shift'] })
  await expect(page.locator('thead th').nth(2)).toHaveAttribute('aria-sort', 'descending')

  // What is exported is what is on the page.
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByText('CSV', { exact: true }).click()
  const rows = readFileSync(await (await waiting).path(), 'utf8')
    .trim()
    .split('\r\n')
  expect(rows).toHaveLength(answer.total + 1)
  expect(rows[0]).toContain('Altman Z')
})

test('companies are set aside with a reason and taken back, and a link reproduces the view', async ({ page, context }) => {
  const total = page.getByTestId('total')
  const before = figure(await total.textContent())
  const first = page.locator('tr.row').first()
  const ticker = (await first.locator('.quiet').textContent())!.trim()
  await first.getByRole('checkbox').check()
  await page.getByLabel('Reason to set them aside').fill('sold its business')
  await page.getByRole('button', { name: 'Set aside', exact: true }).click()
  await expect(total).toHaveText(String(before - 1))
  await page.getByRole('tab', { name: 'Cleaning (1)' }).click()
  await expect(page.getByText(`${before - 1} survive without the 1 set aside, ${before} with them.`)).toBeVisible()
  await expect(page.getByText('sold its business')).toBeVisible()
  await accessible(page)

  // The link carries criteria, columns, the company set aside, the tab and the day.
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await page.getByRole('button', { name: 'Link', exact: true }).click()
  await expect(page.getByText('Copied a link to this view.')).toBeVisible()
  const link = await page.evaluate(() => navigator.clipboard.readText())
  await page.goto('/desk')
  await page.goto(link)
  await expect(page.getByText('sold its business')).toBeVisible()
  await expect(total).toHaveText(String(before - 1))
  await page.getByRole('button', { name: 'Take back' }).click()
  await expect(total).toHaveText(String(before))
  await page.getByRole('tab', { name: 'Survivors' }).click()
  await expect(page.locator('tr.row', { hasText: ticker }).first()).toBeVisible()

  await page.goto('/find#view=brokenlink')
  await page.reload()
  await expect(page.getByText('The link is cut off or damaged. Ask for it again; nothing was changed.')).toBeVisible()
})

test('an own metric is written with help, tried, saved, and screens', async ({ page }) => {
  await page.getByRole('link', { name: 'Metrics' }).click()
  await page.getByLabel('Any part of a name, or another word for it').fill('gearing')
  await page.getByRole('link', { name: 'Debt to equity', exact: true }).click()
  await expect(page.getByText('have a value')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Make your own' }).first().click()
  await page.getByLabel('Name', { exact: true }).fill('Yield gap')
  // A mistake is marked where it is, with the nearest name at hand.
  const formula = page.getByRole('combobox', { name: 'Formula' })
  await formula.fill('free_cash_flow_yeld - earnings_yield')
  await expect(page.getByText(/is not a known name at character 1/)).toBeVisible()
  await page.getByRole('button', { name: 'Use free_cash_flow_yield' }).click()
  await expect(formula).toHaveValue('free_cash_flow_yield - earnings_yield')
  // Names complete as one types.
  await formula.fill('free_cash_flow_yield - earnings_yield + 0 * dividend_yi')
  await formula.press('End')
  await formula.pressSequentially('e')
  await expect(page.getByRole('option', { name: /^dividend_yield Dividend yield, trailing/ })).toBeVisible()
  await formula.press('Enter')
  await expect(formula).toHaveValue('free_cash_flow_yield - earnings_yield + 0 * dividend_yield')
  await expect(page.locator('.preview tbody tr')).toHaveCount(3)
  await accessible(page)
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Yield gap' })).toBeVisible()
  await expect(page.getByText('have a value')).toBeVisible()

  // It screens like any other, and cannot go while a screen uses it.
  await page.getByRole('link', { name: 'Screen by it' }).click()
  await expect(page.getByTestId('total')).toHaveText(/^\d+$/)
  await expect(page.getByLabel('Threshold, Yield gap')).toBeVisible()
  await page.getByLabel('Name', { exact: true }).fill('By the gap')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved: By the gap.')).toBeVisible()
  await page.goto('/metrics/yield_gap')
  await page.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByText('It cannot be deleted while it is used by screen "By the gap".')).toBeVisible()
})

test('survivors are scored, ranked and regressed', async ({ page }) => {
  await page.getByRole('tab', { name: 'Score' }).click()
  await expect(page.getByText('4 of 4').first()).toBeVisible()
  await accessible(page)

  await page.getByRole('tab', { name: 'Ranking' }).click()
  const ranking = {
    components: [
      { formula: 'return_on_invested_capital', weight: 3, better: 'higher' },
      { formula: 'price_to_earnings', weight: 1, better: 'lower' },
    ],
    combination: 'percentile',
    within: 'universe',
    missing: 'leave_out',
  }
  await page.getByLabel('Weight of component 1').fill('3')
  await page.getByLabel('Weight of component 1').press('Tab')
  const screen = {
    criteria: [
      'return_on_invested_capital > 0.15',
      'net_debt_to_ebitda < 1.5',
      'price_to_earnings < 15',
      'median_traded_value_3m > 300000',
    ],
  }
  const ranked = await asked<{ rows: { ticker: string; score: number }[] }>(page, '/rankings/run', { screen, ranking })
  const table = page.getByRole('region', { name: 'Ranking, scrollable' })
  await expect(table.locator('tbody tr').first()).toContainText(ranked.rows[0]!.ticker)
  await expect(page.locator('.share').first()).toHaveText('75 %')
  expect(figure(await table.locator('tbody tr').first().locator('td').nth(1).textContent())).toBeCloseTo(ranked.rows[0]!.score, 3)
  // An absurd weight is refused and the last good one kept.
  await page.getByLabel('Weight of component 1').fill('-5')
  await page.getByLabel('Weight of component 1').press('Tab')
  await expect(page.getByText(/The last good one was kept/)).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Save as a metric' }).click()
  await page.getByRole('textbox', { name: 'Name' }).last().fill('Good and cheap')
  await page.getByRole('button', { name: 'Save', exact: true }).last().click()
  await expect(page.getByText('Saved as good_and_cheap. It can be a column or stand in a criterion.')).toBeVisible()

  await page.getByRole('tab', { name: 'Regression' }).click()
  const fit = await asked<{ r_squared: number; terms: { coefficient: number }[] }>(page, '/regressions/run', {
    screen,
    regression: { dependent: { formula: 'price_to_earnings', log: true }, regressors: [{ formula: 'revenue_growth_5y', log: false }] },
  })
  await expect(page.getByText(`Fit (R²) ${fit.r_squared.toFixed(3)}`)).toBeVisible()
  expect(figure(await page.locator('.terms tbody tr').nth(1).locator('td').first().textContent())).toBeCloseTo(fit.terms[1]!.coefficient, 3)
  await expect(page.getByRole('img', { name: /^Residuals/ })).toBeVisible()
  await page.getByRole('button', { name: 'Add a figure' }).click()
  await expect(page.locator('.terms tbody tr')).toHaveCount(3)
  await accessible(page)
})

test('a basket looks back, a back-test asks what was known, with progress and cancelling', async ({ page }) => {
  await page.getByRole('tab', { name: 'Basket' }).click()
  await expect(page.getByText(/This looks back with today’s knowledge/)).toBeVisible()
  await expect(page.getByRole('slider', { name: /^Growth of 10,000/ })).toBeVisible()
  await expect(page.getByRole('row', { name: /10,000 became/ })).toBeVisible()
  await accessible(page)

  await page.getByRole('tab', { name: 'Back-test' }).click()
  await page.getByRole('button', { name: 'Run the back-test' }).click()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('Cancelled; nothing was stored.')).toBeVisible()
  await choose(page, 'Screened', 'yearly')
  await page.getByRole('button', { name: 'Run the back-test' }).click()
  await expect(page.getByText(/Fingerprint/)).toBeVisible({ timeout: 60_000 })
  await expect(page.getByRole('columnheader', { name: 'As known then' })).toBeVisible()
  await page.locator('table.many button', { hasText: '▸' }).first().click()
  await expect(page.locator('.held a').first()).toBeVisible()
  await accessible(page)
  const tests = await asked<{ data: { name: string; task: { state: string } }[] }>(page, '/back-tests')
  expect(tests.data.map((entry) => entry.task.state)).toEqual(['done', 'cancelled'])
})

test('a ready checklist is used on a list and on one company', async ({ page }) => {
  await page.getByRole('button', { name: 'Open', exact: true }).click()
  await page.getByText('Signs of distress').click()
  await expect(page.getByText(/E. I. Altman/)).toBeVisible()
  await expect(page.getByRole('tab', { name: 'Score' })).toHaveAttribute('aria-selected', 'true')
  await page.goto('/read/GRME/checklist')
  await page.getByLabel('Checklist', { exact: true }).click()
  await page.getByRole('option', { name: 'Signs of distress' }).click()
  const row = page.getByRole('row', { name: /^Altman Z/ })
  const answer = await asked<{ figures: Record<string, { value: number }> }>(page, '/companies/GRME/metrics?keys=altman_z')
  expect(figure(await row.locator('td').nth(1).textContent())).toBeCloseTo(answer.figures.altman_z!.value, 2)
  await expect(row).toContainText(answer.figures.altman_z!.value > 1.81 ? 'passes' : 'fails')
  await row.getByRole('button').click()
  await expect(page.getByRole('complementary', { name: 'Margin' }).getByText('Through the years')).toBeVisible()
  await accessible(page)
})

test('a universe is narrowed by industry, size and lists, and a criterion by days, by keyboard', async ({ page }) => {
  const total = page.getByTestId('total')
  await page.getByText(/^Universe: \d+ companies$/).click()
  const size = async () => figure(((await page.getByText(/^Universe:/).textContent()) ?? '').replace(/\D/g, ''))
  const all = await size()

  // A section of the tree of industries, by keyboard.
  await page.getByLabel('Industries').focus()
  await page.keyboard.press('Enter')
  await page.getByRole('option', { name: 'Manufacturing: all' }).click()
  await page.keyboard.press('Escape')
  const asking = (universe: unknown) => asked<{ universe: { size: number }; total: number }>(page, '/screens/run', { screen: { universe } })
  const made = (await asking({ sectors: ['C'] })).universe.size
  await expect.poll(size).toBe(made)
  expect(made).toBeLessThan(all)

  // Size as people write it; a slip is told and changes nothing.
  await page.getByLabel('Market value, from').fill('much')
  await page.getByLabel('Market value, from').press('Tab')
  await expect(page.getByText('Write a number such as 300m or 2.5bn.')).toBeVisible()
  await page.getByLabel('Market value, from').fill('1bn')
  await page.getByLabel('Market value, from').press('Tab')
  const large = (await asking({ sectors: ['C'], market_cap: { least: 1e9 } })).universe.size
  await expect.poll(size).toBe(large)

  // Without the members of an index.
  await page.getByRole('button', { name: 'Add a list' }).click()
  await page.getByRole('button', { name: 'Add a list' }).click()
  await choose(page, 'How the lists are joined', 'without those of')
  await page.getByRole('combobox', { name: 'List' }).last().fill('Ostrelay Bourse')
  await page.getByRole('option', { name: 'Index: Ostrelay Bourse index' }).click()
  const rest = await asking({ sectors: ['C'], market_cap: { least: 1e9 }, lists: { without: [{ index: 'ALLSH' }, { index: 'IXOS' }] } })
  await expect.poll(size).toBe(rest.universe.size)
  expect(rest.universe.size).toBeLessThan(large)
  await accessible(page)

  // A criterion on a day.
  await page.getByRole('button', { name: 'Add a criterion' }).click()
  const row = page.locator('section.left li').last()
  await row.getByLabel('Metric', { exact: true }).fill('results date')
  await page.getByRole('option', { name: 'Next report date' }).click()
  await row.locator('input[type=date]').fill('2026-08-01')
  await row.locator('input[type=date]').press('Tab')
  const dated = await asked<{ total: number }>(page, '/screens/run', {
    screen: {
      universe: { sectors: ['C'], market_cap: { least: 1e9 }, lists: { without: [{ index: 'ALLSH' }, { index: 'IXOS' }] } },
      criteria: [
        'return_on_invested_capital > 0.15',
        'net_debt_to_ebitda < 1.5',
        'price_to_earnings < 15',
        'median_traded_value_3m > 300000',
        'next_report > 20260801',
      ],
    },
  })
  await expect(total).toHaveText(String(dated.total))
})
