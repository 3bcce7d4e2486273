// See bin/faults. Nothing else may watch the folder for files of the same checkout meanwhile.
import { execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { browser, FormData, settings, wait } from './browser.mjs'
import { earlyPrices, firstCloses } from './prices.mjs'
import { processes } from './processes.mjs'
import { rowsOf } from './rows.mjs'

const options = settings({ kills: 200, port: 8961, seed: 1, database: 'storage/app/faults.sqlite' })
const url = `http://127.0.0.1:${options.port}`
const DROP = 'storage/app/drop'
const ROWS_OF_A_FILE = 110_000
/** Work may be asked for again so long after the last kill before it counts as stuck. */
const PATIENCE = 300_000

// The same seed draws the same wishes; what is killed depends on what runs.
let state = Number(options.seed)
const random = () => {
  state = (state * 1664525 + 1013904223) % 4294967296
  return state / 4294967296
}
const pick = (list) => list[Math.floor(random() * list.length)]

const rows = (sql) => rowsOf(options.database, sql)

const failures = []
let held = 0
const is = (what, wanted, got) => {
  if (JSON.stringify(wanted) === JSON.stringify(got)) held++
  else failures.push(`${what}: ${JSON.stringify(got)?.slice(0, 300)} instead of ${JSON.stringify(wanted)?.slice(0, 300)}`)
}

/** Every column of the latest day, as it is stored. */
const columns = () =>
  execFileSync(
    'php',
    [
      '-r',
      '$p = new PDO("sqlite:".$argv[1]); foreach ($p->query($argv[2]) as $c) echo $c[0], " ", sha1($c[1].$c[2]), "\n";',
      options.database,
      'select name, "values", states from metric_columns where as_of = (select max(as_of) from column_sets) and formula is null order by 1',
    ],
    { maxBuffer: 1e8 },
  )
    .toString()
    .trim()
    .split('\n')

const killed = new Map()
async function kill(root, times) {
  for (let i = 0; i < times;) {
    await wait(300 + random() * 2000)
    const found = processes(root)
    if (found.size === 0) continue
    // Mostly any process, now and then any kind: there are many that answer and one that waits for files.
    const all = [...found].flatMap(([kind, pids]) => pids.map((pid) => [kind, pid]))
    const some = pick([...found.keys()].sort())
    const [kind, pid] = pick(random() < 0.3 ? all.filter(([of]) => of === some) : all)
    try {
      process.kill(pid, 'SIGKILL')
      killed.set(kind, (killed.get(kind) ?? 0) + 1)
      i++
      if (i % 20 === 0) console.log(`${i} of ${times} killed`)
    } catch {
      // It ended by itself.
    }
  }
}

/** Null where no answer came, or none that says anything: then nobody knows whether it was done. */
async function tried(ask, method, path, body) {
  try {
    const answer = await ask(method, path, body)
    return answer.status < 500 ? { status: answer.status, is: answer.text === '' ? null : JSON.parse(answer.text) } : null
  } catch {
    return null
  }
}

const ended = (task) => task !== null && task !== undefined && !['waiting', 'running'].includes(task.state)
let isOver = false
let overSince = Infinity
const isPatient = () => Date.now() - overSince < PATIENCE

/** What was said to be stored. */
const acknowledged = { notes: [], portfolios: [], entries: [], imports: [], dropped: [], tests: 0, refused: 0, advances: 0 }

async function enters(nth) {
  const ask = browser(url)
  const who = { name: `Person ${nth}`, email: `person-${nth}-${Date.now()}@example.invalid`, password: 'seven herons in the reed' }
  await ask('GET', '/api/v1/session')
  const answer = await ask('POST', '/api/v1/users', who)
  if (answer.status >= 300) throw new Error(`Nobody is let in: ${answer.status} ${answer.text.slice(0, 200)}`)
  return ask
}

async function writes(ask, nth, tickers) {
  let portfolio = null
  for (let i = 0; !isOver; i++) {
    const body = `Kept by ${nth}, ${i}.`
    const note = await tried(ask, 'POST', `/api/v1/companies/${pick(tickers)}/notes`, { figure: '*', body })
    if (note?.status === 201) acknowledged.notes.push(body)
    if (portfolio === null) {
      const made = await tried(ask, 'POST', '/api/v1/portfolios', {
        name: `Kept ${nth}`,
        currency: 'XCR',
        cost_method: 'first_in',
        keeps_cash: true,
        withholding: 0,
      })
      portfolio = made?.is?.id ?? null
      if (portfolio !== null) acknowledged.portfolios.push(portfolio)
    } else {
      const entry = { type: 'deposit', day: '2024-03-01', currency: 'XCR', amount: `${i}.50`, note: body }
      const made = await tried(ask, 'POST', `/api/v1/portfolios/${portfolio}/entries`, entry)
      if (made?.status === 201) acknowledged.entries.push(body)
      else if (made !== null) acknowledged.refused++
    }
    await wait(200 + random() * 600)
  }
}

const FILE_YEARS = 8
/** Before the first prices of the demo. */
const SPANS = 11
const COMPANIES_OF_A_FILE = 40
let files = 0
/** Prices of a few companies long before their first: each file has companies and years of its own. */
function priceFile(size) {
  const nth = files++
  const some = Array.from(
    { length: COMPANIES_OF_A_FILE },
    (_, i) => tickers[(Math.floor(nth / SPANS) * COMPANIES_OF_A_FILE + i) % tickers.length],
  )
  return [...earlyPrices(new Map(some.map((ticker) => [ticker, first.get(ticker)])), 1900 + FILE_YEARS * (nth % SPANS), size)].join('')
}

async function imports(ask, nth) {
  let file = null
  for (let i = 0; !isOver; i++) {
    // One that did not arrive is handed in again: there are not prices without end.
    file ??= priceFile(ROWS_OF_A_FILE)
    const form = new FormData()
    form.append('file', new Blob([file]), `prices-${nth}-${i}.csv`)
    const taken = await tried(ask, 'POST', '/api/v1/imports', form)
    if (taken?.status !== 201) {
      await wait(500)
      continue
    }
    file = null
    const id = taken.is.id
    acknowledged.imports.push(id)
    let now = taken.is
    while (now?.state !== 'stored' && isPatient()) {
      if (now?.state === 'previewed') {
        const asked = await tried(ask, now.preview ? 'POST' : 'PUT', `/api/v1/imports/${id}${now.preview ? '/store' : ''}`, {})
        if (asked !== null && asked.status >= 400) acknowledged.refused++
      }
      await wait(700)
      now = (await tried(ask, 'GET', `/api/v1/imports/${id}`))?.is ?? now
    }
  }
}

async function drops() {
  mkdirSync(DROP, { recursive: true })
  for (let i = 0; !isOver; i++) {
    const name = `dropped-${process.pid}-${i}.csv`
    writeFileSync(`${DROP}/${name}.part`, priceFile(3000))
    renameSync(`${DROP}/${name}.part`, `${DROP}/${name}`)
    acknowledged.dropped.push(name)
    await wait(4000 + random() * 4000)
  }
}

const TEST = {
  screen: { criteria: ['price_to_book < 3', 'net_margin > 0.02'] },
  frequency: 'quarterly',
  from: '2023-01-02',
  to: '2025-12-30',
  index: 'ALLSH',
}
/** A back-test to its end, asked for again as often as it is said to have failed. */
async function tested(ask) {
  for (;;) {
    const begun = await tried(ask, 'POST', '/api/v1/back-tests', TEST)
    let now = begun?.is
    while (begun !== null && !ended(now?.task) && isPatient()) {
      await wait(500)
      now = (await tried(ask, 'GET', `/api/v1/back-tests/${begun.is.id}`))?.is ?? now
    }
    if (now?.task?.state === 'done') return now.result
    if (now?.task?.state === 'failed') is('who waits is told why', true, (now.task.message ?? '').length > 10)
    if (!isPatient()) return null
    if (isOver && begun === null) return undefined
    await wait(500)
  }
}

async function tests(ask, wanted) {
  while (!isOver) {
    const result = await tested(ask)
    if (result === undefined) return
    is('a back-test that is done found what it finds', wanted, result)
    acknowledged.tests++
  }
}

async function goesOn(ask) {
  while (!isOver) {
    const begun = await tried(ask, 'POST', '/api/v1/simulation/advance', { days: 1 })
    let now = begun?.is
    while (begun !== null && !ended(now) && isPatient()) {
      await wait(500)
      now = (await tried(ask, 'GET', `/api/v1/tasks/${now.id}`))?.is ?? now
    }
    if (now?.state === 'done') acknowledged.advances++
    await wait(3000)
  }
}

/** Looks that nobody waits for, so that columns are computed and read all the while. */
async function reads(ask, tickers) {
  while (!isOver) {
    await tried(ask, 'POST', '/api/v1/refreshes', {})
    await tried(ask, 'POST', '/api/v1/screens/run', { screen: { criteria: ['market_cap > 0', 'price_to_earnings < 25'] } })
    await tried(ask, 'GET', `/api/v1/companies/${pick(tickers)}`)
    await wait(500)
  }
}

async function healthy(patience) {
  for (const until = Date.now() + patience; Date.now() < until; await wait(500)) {
    try {
      if ((await fetch(`${url}/health`)).status === 200) return true
    } catch {
      // Not yet.
    }
  }
  return false
}

for (const part of ['', '-wal', '-shm']) rmSync(options.database + part, { force: true })
execFileSync('php', ['-r', '(new PDO("sqlite:".$argv[1]))->exec("vacuum into \'$argv[2]\'");', process.env.DB_DATABASE, options.database])
const server = spawn('bin/serve', [String(options.port)], {
  env: { ...process.env, DB_DATABASE: `${process.cwd()}/${options.database}` },
  detached: true,
  stdio: 'ignore',
})
process.on('exit', () => {
  try {
    process.kill(server.pid, 'SIGTERM')
  } catch {
    // It is gone.
  }
})
if (!(await healthy(90_000))) throw new Error('It did not start.')
const first = firstCloses(options.database)
const tickers = [...first.keys()]
console.log(`${tickers.length} companies; seed ${options.seed}`)
const people = []
for (let i = 0; i < 9; i++) people.push(await enters(i))
const wanted = await tested(people[0])
const started = Date.now()
const work = [
  writes(people[1], 1, tickers),
  writes(people[2], 2, tickers),
  imports(people[3], 3),
  imports(people[4], 4),
  tests(people[5], wanted),
  tests(people[6], wanted),
  goesOn(people[7]),
  reads(people[8], tickers),
  drops(),
]
await kill(server.pid, Number(options.kills))
isOver = true
overSince = Date.now()
console.log(
  `All killed after ${Math.round((overSince - started) / 1000)} s: ${[...killed].map(([kind, count]) => `${count} ${kind}`).join(', ')}`,
)
await Promise.all(work)
is('it is well again', true, await healthy(PATIENCE))
const underWay = () => rows("select id, kind, state, message from tasks where state in ('waiting', 'running')")
while ((underWay().length > 0 || rows('select id from jobs').length > 0) && isPatient()) await wait(1000)
while (readdirSync(DROP).some((name) => statSync(`${DROP}/${name}`).isFile()) && isPatient()) await wait(1000)
console.log(`All work had ended ${Math.round((Date.now() - overSince) / 1000)} s after the last kill.`)

is('nothing waits or runs', [], underWay())
is('nothing is in the queue', [], rows('select id from jobs'))
is('the database is whole', [{ integrity_check: 'ok' }], rows('pragma integrity_check'))
is('nothing points nowhere', [], rows('pragma foreign_key_check').slice(0, 3))
const missing = (kept, found) => kept.filter((one) => !new Set(found).has(one))
is(
  'every note is there',
  [],
  missing(
    acknowledged.notes,
    rows("select body from notes where body like 'Kept by%'").map((row) => row.body),
  ),
)
is('and none twice', [], rows("select body from notes where body like 'Kept by%' group by body having count(*) > 1"))
is(
  'every portfolio is there',
  [],
  missing(
    acknowledged.portfolios,
    rows('select id from portfolios').map((row) => row.id),
  ),
)
is(
  'every entry is there',
  [],
  missing(
    acknowledged.entries,
    rows('select note from portfolio_entries').map((row) => row.note),
  ),
)
const stored = new Map(
  rows('select import_id, count(*) as bars from bars where import_id is not null group by 1').map((row) => [row.import_id, row.bars]),
)
for (const id of acknowledged.imports) {
  is(
    `import ${id} is stored`,
    ['stored', ROWS_OF_A_FILE],
    [rows(`select state from imports where id = ${id}`)[0]?.state, stored.get(id) ?? 0],
  )
}
for (const name of acknowledged.dropped) {
  const taken = rows(`select id, state from imports where name = '${name}' and state = 'stored'`)
  is(`${name} is stored once`, [[3000], true], [taken.map((row) => stored.get(row.id)), existsSync(`${DROP}/stored/${name}`)])
}
is(
  'of no other import there is anything',
  [],
  [...stored.keys()].filter((id) => rows(`select state from imports where id = ${id}`)[0]?.state !== 'stored'),
)
is('no import is being worked on', [], rows("select id, state from imports where state in ('storing', 'previewing')"))
const again = await tested(people[0])
is('the back-test finds what it found before', wanted, again)
execFileSync('php', ['artisan', 'logion:refresh', '--if-missing', '--quiet'], { env: { ...process.env, DB_DATABASE: options.database } })
const before = columns()
execFileSync('php', ['artisan', 'logion:refresh', '--quiet'], { env: { ...process.env, DB_DATABASE: options.database } })
is('no column is stale', before, columns())
for (const name of acknowledged.dropped) rmSync(`${DROP}/stored/${name}`, { force: true })
for (const failure of failures.slice(0, 40)) console.log(`FAILED: ${failure}`)
const counted = [
  `${acknowledged.notes.length} notes`,
  `${acknowledged.entries.length} entries`,
  `${acknowledged.imports.length} files of ${ROWS_OF_A_FILE} prices`,
  `${acknowledged.dropped.length} dropped files`,
  `${acknowledged.tests} back-tests`,
  `${acknowledged.advances} days of the exchange`,
  `${acknowledged.refused} refused with a reason`,
]
console.log(counted.join(', '))
console.log(`${held} passed, ${failures.length} failed`)
process.exit(failures.length === 0 ? 0 : 1)
