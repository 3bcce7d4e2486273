import { createHmac } from 'node:crypto'
import { expect, test } from '@playwright/test'
import { accessible } from './support'

/** The six digits an authenticator program would show (RFC 6238). */
function digits(secret: string, stepsOn = 0): string {
  const bits = [...secret].map((letter) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'.indexOf(letter).toString(2).padStart(5, '0')).join('')
  const key = Buffer.from(bits.match(/.{8}/g)!.map((eight) => parseInt(eight, 2)))
  const time = Buffer.alloc(8)
  time.writeBigUInt64BE(BigInt(Math.floor(Date.now() / 30_000) + stepsOn))
  const digest = createHmac('sha1', key).update(time).digest()
  const number = digest.readUInt32BE(digest[19]! & 15) & 0x7fffffff
  return String(number % 1_000_000).padStart(6, '0')
}

test('an account is invited, secured with a second factor, and deleted; the administrator reads of it', async ({ page, browser }) => {
  const email = `kestrel-${Date.now()}@example.invalid`
  const first = 'seven herons in the reed'
  const second = 'eight herons in the reed'
  await page.goto('/')
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Desk' })).toBeVisible()
  await page.goto('/data/people')
  await page.getByRole('button', { name: 'Make a link' }).click()
  const link = await page.getByRole('status').locator('code').innerText()

  const other = await (await browser.newContext()).newPage()
  await other.goto(link)
  await other.getByLabel('Name', { exact: true }).fill('Kestrel')
  await other.getByLabel('E-mail').fill(email)
  await other.getByLabel('Password').fill('kestrel1234')
  await other.getByRole('button', { name: 'Make account' }).click()
  await expect(other.locator('p[role=alert]')).toContainText('Write another.')
  await other.getByLabel('Password').fill(first)
  await other.getByRole('button', { name: 'Make account' }).click()
  await expect(other.getByRole('heading', { name: 'Desk' })).toBeVisible()
  await other.getByRole('link', { name: 'Account' }).click()
  await accessible(other)
  await other.getByLabel('Present password').fill(first)
  await other.getByLabel('New password').fill(second)
  await other.getByRole('button', { name: 'Change it' }).click()
  await expect(other.getByText('The password is changed.').first()).toBeVisible()

  await other.getByLabel('Password, to change this').fill(second)
  await other.getByRole('button', { name: 'Set one up' }).press('Enter')
  await expect(other.getByRole('img', { name: 'The secret as a square code' })).toBeVisible()
  const secret = (await other.locator('.secret code').innerText()).replace(/\s/g, '')
  await accessible(other)
  await other.getByLabel('Six digits').fill(digits(secret))
  await other.keyboard.press('Enter')
  await expect(other.getByText('Keep these on paper.')).toBeVisible()
  const paper = await other.locator('.codes code').first().innerText()
  await accessible(other)

  // Elsewhere the password alone lets nobody in; a code of paper does, once.
  const elsewhere = await (await browser.newContext()).newPage()
  await elsewhere.goto('/')
  await elsewhere.getByLabel('E-mail').fill(email.toUpperCase())
  await elsewhere.getByLabel('Password').fill(second)
  await elsewhere.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(elsewhere.locator('p[role=alert]')).toContainText('Write the six digits')
  await elsewhere.getByLabel('Six digits, or a recovery code').fill('000000')
  await elsewhere.keyboard.press('Enter')
  await expect(elsewhere.locator('p[role=alert]')).toContainText('The code does not fit')
  await elsewhere.getByLabel('Six digits, or a recovery code').fill(paper)
  await elsewhere.keyboard.press('Enter')
  await expect(elsewhere.getByRole('heading', { name: 'Desk' })).toBeVisible()

  // Signed out from the first browser, the second one is at the door again.
  await other.reload()
  await other.getByRole('button', { name: 'Sign out everywhere else' }).click()
  await expect(other.getByText('Signed out everywhere else.').first()).toBeVisible()
  await elsewhere.reload()
  await expect(elsewhere.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()

  // A forgotten password: the answer is the same for whoever asks.
  await elsewhere.getByRole('button', { name: 'I forgot the password' }).click()
  await elsewhere.getByLabel('E-mail').fill('nobody@example.invalid')
  await elsewhere.getByRole('button', { name: 'Send a link' }).click()
  await expect(elsewhere.getByRole('status')).toContainText('If nobody@example.invalid has an account here, a link is on its way.')
  await accessible(elsewhere)

  await other.getByRole('button', { name: 'Delete Kestrel…' }).click()
  await other.getByLabel('Password', { exact: true }).fill(second)
  await other.getByRole('button', { name: 'Delete everything' }).click()
  await expect(other.getByRole('button', { name: 'Open the demo' })).toBeVisible()

  await page.goto('/data/health')
  await expect(page.getByRole('region', { name: 'Health, scrollable' }).getByRole('row', { name: /Workers/ })).toContainText('well')
  await accessible(page)
  await page.goto('/data/audit')
  await page.getByLabel('Whose address').fill(email)
  const log = page.getByRole('region', { name: 'Audit log, scrollable' })
  await expect(log.getByRole('row', { name: /demo@/ })).toHaveCount(0)
  await expect(log.getByRole('row', { name: /account deleted/ })).toBeVisible()
  for (const what of ['account made', 'password changed', 'second factor set', 'refused: wrong code', 'recovery code used']) {
    await expect(log.getByRole('row', { name: new RegExp(what) })).toBeVisible()
  }
  await accessible(page)
})
