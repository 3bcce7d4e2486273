import type { Working } from '@/api/client'

/** The part of a working with a key, at whatever depth. */
export function partOf(working: Working, key: string): Working | undefined {
  for (const child of working.children ?? []) {
    const found = child.key === key ? child : partOf(child, key)
    if (found) return found
  }
  return undefined
}
