// See bin/load.
import { readFileSync } from 'node:fs'
import { browser, FormData, settings, wait } from './browser.mjs'
import { memory, processes } from './processes.mjs'

const options = settings({ url: 'http://127.0.0.1:8000', people: 50, seconds: 600, pause: 2, addresses: 1 })
// Several addresses are hosts of one installation: people are spread over them.
const hosts = options.url.split(',')
const people = Number(options.people)
const seconds = Number(options.seconds)
const pause = Number(options.pause)
const SCREEN = {
  screen: {
    criteria: ['market_cap > 100000000', 'price_to_earnings < 25', 'net_margin > 0.02', 'price_to_book < 6', 'current_ratio > 0.8'],
    columns: ['market_cap', 'price_to_earnings', 'net_margin'],
    sort: ['-market_cap'],
  },
}
const took = []
const byKind = new Map()
let errors = 0
let pending = 0

async function measured(ask, kind, method, path, body) {
  const started = performance.now()
  let status = 0
  try {
    ;({ status } = await ask(method, path, body))
  } catch {
    status = 0
  }
  const milliseconds = performance.now() - started
  took.push(milliseconds)
  byKind.set(kind, [...(byKind.get(kind) ?? []), milliseconds])
  if (status === 409) {
    // Columns of the day are to be computed anew: the program asks for it, and shows how far it is.
    pending++
    await ask('POST', '/api/v1/refreshes', {})
  } else if (status === 0 || status >= 400) {
    errors++
    if (errors < 10) console.error(`${method} ${path} answered ${status}`)
  }
}

const tickers = []
/** A page is a few requests at once, as the program asks. */
const pages = [
  ['desk', (ask) => [measured(ask, 'desk', 'GET', '/api/v1/desk')]],
  [
    'read',
    (ask, of) => [
      measured(ask, 'company', 'GET', `/api/v1/companies/${of}`),
      measured(ask, 'picture', 'GET', `/api/v1/companies/${of}/picture`),
    ],
  ],
  ['statements', (ask, of) => [measured(ask, 'statements', 'GET', `/api/v1/companies/${of}/statements`)]],
  ['market', (ask, of) => [measured(ask, 'market', 'GET', `/api/v1/companies/${of}/market`)]],
  ['value', (ask, of) => [measured(ask, 'values', 'GET', `/api/v1/companies/${of}/values`)]],
  ['results', (ask, of) => [measured(ask, 'results', 'GET', `/api/v1/companies/${of}/results`)]],
  ['screen', (ask) => [measured(ask, 'screen', 'POST', '/api/v1/screens/run', SCREEN)]],
  ['hold', (ask) => [measured(ask, 'portfolios', 'GET', '/api/v1/portfolios')]],
  ['note', (ask, of) => [measured(ask, 'note', 'POST', `/api/v1/companies/${of}/notes`, { figure: '*', body: 'Looked at under load.' })]],
]

/** Each with an account of their own, unless one is named. At the door they are let in one after another. */
async function enters(nth) {
  const ask = browser(hosts[nth % hosts.length], `127.0.0.${1 + (nth % Number(options.addresses))}`)
  const whose = { email: `person-${nth}-${Date.now()}@example.invalid`, password: 'seven herons in the reed' }
  for (;;) {
    const { status } = await ask('GET', '/')
    const entered =
      status !== 200
        ? { status }
        : options.email
          ? await ask('POST', '/api/v1/session', { email: options.email, password: options.password })
          : await ask('POST', '/api/v1/users', { name: `Person ${nth}`, ...whose })
    if (entered.status === 200) return ask
    if (entered.status !== 429) throw new Error(`Nobody is let in: ${entered.status} ${entered.text?.slice(0, 200)}`)
    await wait(1000 + Math.random() * 1000)
  }
}

async function person(ask, until) {
  await wait(Math.random() * pause * 1000)
  while (Date.now() < until) {
    const [, open] = pages[Math.floor(Math.random() * pages.length)]
    await Promise.all(open(ask, tickers[Math.floor(Math.random() * tickers.length)]))
    await wait(pause * (0.5 + Math.random()) * 1000)
  }
}

/** Somebody hands in a large file and has it stored while the others work. */
async function importing(ask, path) {
  const form = new FormData()
  form.append('file', new Blob([readFileSync(path)]), 'prices.csv')
  const began = Date.now()
  const taken = await ask('POST', '/api/v1/imports', form)
  let now = JSON.parse(taken.text)
  if (taken.status !== 201) throw new Error(`The file is not taken: ${taken.status} ${taken.text.slice(0, 200)}`)
  let previewed = 0
  while (now.state !== 'stored') {
    if (now.state === 'previewed' && previewed > 0) throw new Error(`The file is not stored: ${now.task?.message}`)
    if (now.state === 'previewed') {
      previewed = Date.now()
      await ask('POST', `/api/v1/imports/${now.id}/store`, {})
    }
    await wait(1000)
    now = JSON.parse((await ask('GET', `/api/v1/imports/${now.id}`)).text)
  }
  console.log(
    `${path}: previewed in ${Math.round((previewed - began) / 1000)} s, stored in ${Math.round((Date.now() - previewed) / 1000)} s`,
  )
}

/** What the processes of an installation take, once a minute. */
async function watching(root, until) {
  for (let minute = 0; Date.now() < until; minute++) {
    const taken = [...processes(root)].sort().map(([kind, pids]) => `${kind} ${pids.reduce((sum, pid) => sum + memory(pid), 0).toFixed(0)}`)
    console.log(`minute ${minute}, MiB: ${taken.join(', ')}`)
    await wait(60_000)
  }
}

const quantile = (list, of) => list[Math.min(list.length - 1, Math.floor(of * list.length))]
const entered = []
for (let i = 0; i < people; i++) entered.push(await enters(i))
for (;;) {
  const found = await entered[0]('POST', '/api/v1/screens/run', { screen: { criteria: ['market_cap > 0'] } })
  if (found.status === 200) {
    tickers.push(...JSON.parse(found.text).rows.map((row) => row.ticker))
    break
  }
  // Columns of the day are computed first.
  await entered[0]('POST', '/api/v1/refreshes', {})
  await wait(1000)
}
const handsIn = options.import ? await enters(people) : null
const started = Date.now()
const until = started + seconds * 1000
const all = entered.map((ask) => person(ask, until))
if (handsIn) all.push(importing(handsIn, options.import))
if (options.of) all.push(watching(Number(options.of), until))
await Promise.all(all)
const line = (name, list) => {
  list.sort((a, b) => a - b)
  const [half, most, nearly, last] = [0.5, 0.95, 0.99, 1].map((of) => quantile(list, of).toFixed(0).padStart(7))
  console.log(`${name.padEnd(14)}${String(list.length).padStart(8)}${half}${most}${nearly}${last}`)
}
console.log(`${people} people, ${pause} s between clicks, ${Math.round((Date.now() - started) / 1000)} s; milliseconds`)
console.log(`${'what'.padEnd(14)}${'answers'.padStart(8)}${['p50', 'p95', 'p99', 'longest'].map((of) => of.padStart(7)).join('')}`)
for (const [kind, list] of [...byKind].sort()) line(kind, list)
line('all', took)
console.log(`${errors} errors, ${pending} told to wait for columns that are computed anew`)
process.exit(errors === 0 ? 0 : 1)
