import type { Schemas } from '@/api/client'
import { number, withUnit } from '@/design/format'

export type PeerGroup = Schemas['PeerGroup']
export type Member = PeerGroup['peers'][number]
/** What is kept of a member. */
export interface Choice {
  ticker: string
  in: boolean
  reason: string | null
}

export const choiceOf = (of: Choice): Choice => ({ ticker: of.ticker, in: of.in, reason: of.reason })
export const isSame = (a: Choice[], b: Choice[]): boolean => JSON.stringify(a.map(choiceOf)) === JSON.stringify(b.map(choiceOf))

export const figure = (value: number | null, unit: string): string => (value === null ? '–' : withUnit(value, unit))

/** What one member does to the median of the group. */
export function effect(member: Member, median: number | null, unit: string): string {
  if (member.value === null) return member.in ? 'counts for nothing: it has no such figure' : ''
  if (member.other_median === null) return 'the only figure there is'
  const [from, to] = [figure(median, unit), figure(member.other_median, unit)]
  if (from === to) return member.in ? `without it still ${to}` : `with it still ${to}`
  const verb = median === null ? 'becomes' : member.other_median > median ? 'rises to' : 'falls to'
  return `${member.in ? 'without it' : 'with it'} ${from} ${verb} ${to}`
}

/** A part of closeness from 0 to 100. */
export const close = (value: number | null): string => (value === null ? '–' : number(100 * value, 0))
