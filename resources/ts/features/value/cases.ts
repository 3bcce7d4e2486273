import type { DriverRule } from './figures'

/** A case of a method: what is otherwise in it, and how likely it is. */
export interface ValueCase {
  name: string
  probability: number
  figures: Record<string, number>
  rules: Record<string, DriverRule>
}
