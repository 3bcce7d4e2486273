// As a program: node bench/prices.mjs DATABASE FILE ROWS writes so many invented prices of the companies of a demo, before their own.
import { closeSync, openSync, writeSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import { rowsOf } from './rows.mjs'

/** First closes of the companies of a database by ticker, which those of earlier years join without a jump. */
export const firstCloses = (database) =>
  new Map(
    rowsOf(
      database,
      'select l.ticker, b.close from listings l join securities s on s.id = l.security_id ' +
        'join bars b on b.listing_id = l.id and b.day = (select min(day) from bars where listing_id = l.id) ' +
        'where l.main = 1 and l.to_day is null and s.company_id is not null and s.main = 1 ' +
        'and (select count(*) from listings as other where other.security_id = s.id) = 1 ' +
        'group by l.ticker having count(*) = 1 order by 1',
    ).map((row) => [row.ticker, row.close]),
  )

/** Lines of a file of prices, the head first: every day from the first of a year on, each company on each, until there are enough. */
export function* earlyPrices(first, year, size) {
  yield 'Date,Ticker,Close,Volume\n'
  for (let day = 0, told = 0; told < size; day++) {
    const date = new Date(Date.UTC(year, 0, 1 + day)).toISOString().slice(0, 10)
    for (const [ticker, close] of first) {
      if (told++ < size) yield `${date},${ticker},${(close * (1 + (day % 97) / 1000)).toFixed(2)},${1000 + day}\n`
    }
  }
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  const [database, path, size] = process.argv.slice(2)
  const file = openSync(path, 'w')
  let some = []
  for (const line of earlyPrices(firstCloses(database), 1960, Number(size))) {
    if (some.push(line) === 10_000) writeSync(file, some.splice(0).join(''))
  }
  writeSync(file, some.join(''))
  closeSync(file)
}
