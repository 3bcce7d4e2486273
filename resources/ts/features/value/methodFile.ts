import type { ValueCase } from './cases'
import type { DriverRule } from './figures'

/** A valuation by one method as a file: what was changed, of whom, on which day. */
export interface MethodFile {
  format: 'logion-valuation'
  version: number
  ticker: string
  method: string
  as_of: string
  figures: Record<string, number>
  rules: Record<string, DriverRule>
  cases: ValueCase[]
  forced: boolean
  note: string
  /** How a cash flow year by year is laid out, where it is one. */
  shape?: { years?: number; terminal?: string; convention?: string }
}
const VERSION = 1

export const written = (of: Omit<MethodFile, 'format' | 'version'>): string =>
  JSON.stringify({ format: 'logion-valuation', version: VERSION, ...of } satisfies MethodFile, null, 2)

/**
 * What a file holds.
 *
 * @throws Error in words for the reader, if it holds none, one of a newer version, or one of another method
 */
export function read(text: string, method: string, inputs: string[]): MethodFile {
  let of: Partial<MethodFile>
  try {
    of = JSON.parse(text) as Partial<MethodFile>
  } catch {
    throw new Error('It does not hold JSON.')
  }
  if (of === null || typeof of !== 'object' || of.format !== 'logion-valuation') throw new Error('It holds no valuation of Logion.')
  if (typeof of.version !== 'number' || of.version > VERSION)
    throw new Error(`It was written by a newer version (${String(of.version)}); this one reads up to ${VERSION}. Update Logion.`)
  if (of.method !== method) throw new Error(`It is of the method “${String(of.method)}”. Open that method and read it there.`)
  const figures = Object.entries(of.figures ?? {})
  const rules = Object.entries(of.rules ?? {})
  const gone = [...figures, ...rules].find(([name]) => !inputs.includes(name))
  if (gone) throw new Error(`It names “${gone[0]}”, which the method does not have. Take that line out of the file.`)
  const wrong = figures.find(([, value]) => typeof value !== 'number' || !Number.isFinite(value))
  if (wrong) throw new Error(`“${wrong[0]}” is no number.`)
  return {
    format: 'logion-valuation',
    version: of.version,
    ticker: String(of.ticker ?? ''),
    method,
    as_of: String(of.as_of ?? ''),
    figures: Object.fromEntries(figures),
    rules: Object.fromEntries(rules),
    cases: Array.isArray(of.cases) ? of.cases : [],
    forced: of.forced === true,
    note: String(of.note ?? ''),
    ...(of.shape && typeof of.shape === 'object' ? { shape: of.shape } : {}),
  }
}
