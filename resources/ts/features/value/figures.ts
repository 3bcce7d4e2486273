import type { Schemas } from '@/api/client'
import { number, percent } from '@/design/format'

export type MethodInput = Schemas['MethodSheet']['inputs'][number]

/** A figure of an input as one reads it: a rate in per cent, years as a number, the rest with two digits. */
export const inputText = (unit: string, value: number | null, digits = 2): string =>
  value === null
    ? '–'
    : unit === 'percent'
      ? `${percent(value, digits)} %`
      : unit === 'years' || unit === 'count'
        ? number(value, 0)
        : unit === 'times'
          ? `${number(value, 2)}×`
          : number(value, 2)
