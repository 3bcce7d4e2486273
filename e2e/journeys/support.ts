import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

/** A new account for each journey, so that none sees another's work. */
export async function register(page: Page): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'I am new here' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Reader')
  await page.getByLabel('E-mail').fill(`reader-${Date.now()}-${Math.floor(Math.random() * 1e6)}@example.invalid`)
  await page.getByLabel('Password').fill('a long enough password')
  await page.getByRole('button', { name: 'Make account' }).click()
  await expect(page.getByRole('heading', { name: 'Desk' })).toBeVisible()
}

/** What is fading in has not its colours yet. */
const faded = (page: Page): Promise<unknown> =>
  page.evaluate(() =>
    Promise.race([
      new Promise((resolve) => setTimeout(resolve, 1500)),
      Promise.allSettled(
        document
          .getAnimations()
          .filter((of) => of.effect?.getComputedTiming().iterations !== Infinity)
          .map((of) => of.finished),
      ),
    ]),
  )

/** What keeps somebody from using the page, by rule. */
async function barriers(page: Page): Promise<string[]> {
  await faded(page)
  const result = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']).analyze()
  return result.violations.map(
    (violation) =>
      `${violation.id}: ${violation.nodes
        .map((node) => node.target.join(' '))
        .slice(0, 4)
        .join(' | ')}`,
  )
}

export async function accessible(page: Page): Promise<void> {
  const found = await barriers(page)
  // A notice may have begun to fade out while it was looked at: what is a barrier is one when looked at again.
  expect(found.length > 0 ? await barriers(page) : found).toEqual([])
}

/** Asks the API with the session of the page. */
export async function asked<T>(page: Page, path: string, body?: unknown): Promise<T> {
  const token = decodeURIComponent((await page.context().cookies()).find((cookie) => cookie.name === 'XSRF-TOKEN')?.value ?? '')
  const response =
    body === undefined
      ? await page.request.get(`/api/v1${path}`)
      : await page.request.post(`/api/v1${path}`, { data: body, headers: { 'X-XSRF-TOKEN': token } })
  expect(response.ok(), `${path}: ${response.status()}`).toBeTruthy()
  return (await response.json()) as T
}

/** The number in a text with thin spaces and true minus. */
export const figure = (text: string | null): number => Number((text ?? '').replace(/[\u2009\s%×]/g, '').replace('\u2212', '-'))

/** Chooses from a select by keyboard. */
export async function choose(page: Page, label: string, option: string): Promise<void> {
  const wanted = page.getByRole('option', { name: option, exact: true })
  // An answer that comes in meanwhile may close the list: it is opened again.
  await expect(async () => {
    if (!(await wanted.isVisible())) {
      await page.getByLabel(label, { exact: true }).focus()
      await page.keyboard.press('Enter')
      await page.getByRole('option').first().waitFor({ timeout: 5000 })
      // Of a long list only a part is drawn.
      if (!(await wanted.isVisible())) await page.keyboard.press('End')
    }
    await wanted.click({ timeout: 5000 })
  }).toPass({ timeout: 60_000 })
}
