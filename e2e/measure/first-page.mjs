// How long the first page takes over a slow connection, with nothing kept in the browser: the page to sign in, and Desk once signed in.
import { chromium } from '@playwright/test'

const address = `http://127.0.0.1:${process.argv[2] ?? 8000}`
/** A slow mobile connection: bits a second down and up, and milliseconds there and back. */
const [DOWN, UP, LATENCY] = [4_000_000, 3_000_000, 100]
const RUNS = 7
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox'] })

/** Milliseconds from the address to what is waited for, and kilobytes that came. */
async function opened(state, what) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, storageState: state })
  const page = await context.newPage()
  const devtools = await context.newCDPSession(page)
  await devtools.send('Network.enable')
  await devtools.send('Network.setCacheDisabled', { cacheDisabled: true })
  await devtools.send('Network.emulateNetworkConditions', {
    offline: false,
    downloadThroughput: DOWN / 8,
    uploadThroughput: UP / 8,
    latency: LATENCY,
  })
  let bytes = 0
  devtools.on('Network.loadingFinished', (of) => (bytes += of.encodedDataLength))
  const started = performance.now()
  await page.goto(address, { waitUntil: 'commit' })
  await what(page).waitFor()
  const took = performance.now() - started
  const came = bytes / 1000
  const kept = await context.storageState()
  await context.close()
  return { took, came, kept }
}

async function told(name, state, what) {
  const runs = []
  for (let run = 0; run < RUNS; run++) runs.push(await opened(state, what))
  runs.sort((a, b) => a.took - b.took)
  const middle = runs[Math.floor(RUNS / 2)]
  console.log(`${name}: ${(middle.took / 1000).toFixed(2)} s, ${middle.came.toFixed(0)} KB (aim 1.5 s)`)
}

await told('the page to sign in', undefined, (page) => page.getByRole('button', { name: 'Open the demo' }))
const page = await browser.newPage()
await page.goto(address)
await page.getByRole('button', { name: 'Open the demo' }).click()
await page.getByRole('heading', { name: 'Desk' }).waitFor()
const state = await page.context().storageState()
await told('Desk', state, (page) => page.getByRole('heading', { name: 'Desk' }))
await browser.close()
