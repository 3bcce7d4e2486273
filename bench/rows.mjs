import { execFileSync } from 'node:child_process'

/** Rows of a statement, asked of an SQLite database itself. */
export const rowsOf = (database, sql) =>
  JSON.parse(
    execFileSync(
      'php',
      [
        '-r',
        '$p = new PDO("sqlite:".$argv[1], null, null, [PDO::ATTR_TIMEOUT => 30]); echo json_encode($p->query($argv[2])->fetchAll(2));',
        database,
        sql,
      ],
      { maxBuffer: 1e9 },
    ).toString(),
  )
