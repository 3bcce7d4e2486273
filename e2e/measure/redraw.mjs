// How long a browser takes to draw ten years of days anew, with five averages and three studies: from the click to the picture.
import { chromium } from '@playwright/test'

const address = `http://127.0.0.1:${process.argv[2] ?? 8000}`
const RUNS = 15
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox'] })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
await page.goto(address)
await page.getByRole('button', { name: 'Open the demo' }).click()
await page.getByRole('heading', { name: 'Desk' }).waitFor()
const ticker = await page.evaluate(async () => {
  const ask = async (path) => (await fetch(`/api/v1/${path}`)).json()
  const { industries } = await ask('industries')
  return (await ask(`industries/${industries[0].code}`)).members[0].ticker
})
await page.goto(`${address}/read/${ticker}/market`)
await page.getByRole('button', { name: 'Period 10 y' }).click()
for (const bars of [20, 50, 100, 200, 150]) {
  await page.getByLabel('Bars of the average').fill(String(bars))
  await page.getByLabel('Bars of the average').press('Enter')
}
for (const study of ['Momentum', 'Relative strength', 'True range']) await page.getByRole('button', { name: study, exact: true }).click()
await page.waitForTimeout(3000)

const times = []
for (let run = 0; run < RUNS; run++) {
  times.push(
    await page.evaluate(async () => {
      const button = [...document.querySelectorAll('button')].find((one) => one.textContent.trim() === 'Logarithmic')
      const started = performance.now()
      button.click()
      await new Promise((drawn) => requestAnimationFrame(() => setTimeout(drawn)))
      return performance.now() - started
    }),
  )
  await page.waitForTimeout(300)
}
await browser.close()
times.sort((a, b) => a - b)
console.log(`ten years of days drawn anew in the browser: ${times[Math.floor(RUNS / 2)].toFixed(0)} ms (aim 200)`)
