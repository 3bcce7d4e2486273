import type { Schemas } from '@/api/client'
import { number, percent, readNumber } from '@/design/format'

export type MethodInput = Schemas['MethodSheet']['inputs'][number]
export type DriverRule = Schemas['DriverRule']

/** What of a method is otherwise than it starts. */
export interface MethodBody {
  figures: Record<string, number>
  rules: Record<string, DriverRule>
  forced: boolean
}

/** Units told in millions. */
const inMillions = (unit: string): boolean => unit === 'money' || unit === 'shares'

/**
 * A figure of an input as one reads it: a rate in per cent, years as a number, amounts of a company in millions, the rest with two
 * digits.
 */
export const inputText = (unit: string, value: number | null, digits = 2): string =>
  value === null
    ? '–'
    : unit === 'percent'
      ? `${percent(value, digits)} %`
      : unit === 'years' || unit === 'count'
        ? number(value, 0)
        : unit === 'times'
          ? `${number(value, 2)}×`
          : inMillions(unit)
            ? `${number(value / 1e6, 1)} m`
            : number(value, 2)

/** The figure that was typed, as inputs count it; null if it is none. */
export function readInput(unit: string, text: string): number | null {
  const read = readNumber(text.replace(/[×%]|\bm\b/g, '').trim())
  if (read === null) return null
  return unit === 'percent' ? read / 100 : inMillions(unit) ? read * 1e6 : read
}

/** The figure with its choice in words. */
export const told = (of: MethodInput): string =>
  of.choices.length ? (of.choices[of.value ?? 0] ?? '–') : of.value === null ? '' : inputText(of.unit, of.value)
