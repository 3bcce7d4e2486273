import { readFileSync, readdirSync } from 'node:fs'

const read = (path) => {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    return '' // It ended meanwhile.
  }
}

/**
 * Processes of an installation by what they are, from the one that started it down. What only starts others anew is not among them.
 *
 * @returns {Map<string, number[]>}
 */
export function processes(root) {
  const children = new Map()
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    const parent = Number(/\) \S (\d+)/.exec(read(`/proc/${pid}/stat`))?.[1])
    children.set(parent, [...(children.get(parent) ?? []), Number(pid)])
  }
  const found = new Map()
  const walk = (pid) => {
    for (const child of children.get(pid) ?? []) {
      const kind = /^(?:(nginx: \w+|php-fpm: \w+)|php\S* (?:.* )?artisan (\S+))/.exec(read(`/proc/${child}/cmdline`).replaceAll('\0', ' '))
      if (kind) found.set(kind[1] ?? kind[2], [...(found.get(kind[1] ?? kind[2]) ?? []), child])
      walk(child)
    }
  }
  walk(root)
  return found
}

/** Memory of a process in MiB, shared parts divided among those that share them. */
export const memory = (pid) => Number(/^Pss:\s+(\d+)/m.exec(read(`/proc/${pid}/smaps_rollup`))?.[1] ?? 0) / 1024
