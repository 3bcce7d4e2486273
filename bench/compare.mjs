// The ten-criteria screen as one statement in DuckDB, on the columns that bin/bench exported. Prints milliseconds as JSON.
import { createRequire } from 'node:module'
import { pathToFileURL } from 'node:url'

const [csv, statement, runs] = process.argv.slice(2)
const require = createRequire(pathToFileURL(process.cwd() + '/storage/bench/'))
const { DuckDBInstance } = await import(pathToFileURL(require.resolve('@duckdb/node-api')).href)
const connection = await (await DuckDBInstance.create(':memory:')).connect()
await connection.run(`create table metrics as select * from read_csv('${csv}', header = true, nullstr = '')`)
const times = []
let rows = 0
for (let i = 0; i < Number(runs); i++) {
  const started = performance.now()
  rows = (await (await connection.runAndReadAll(statement)).getRows()).length
  times.push(performance.now() - started)
}
times.sort((a, b) => a - b)
console.log(JSON.stringify({ median: times[Math.floor(times.length / 2)], rows }))
