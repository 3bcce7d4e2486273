import { useLocalStorage } from '@vueuse/core'

/** Columns of the table of peers, the same for the next company; none for those usual in its kind of business. */
export const shown = useLocalStorage<string[]>('columns of peers', [])

/** Columns as an address tells them; null where it tells none that could be. */
export function fromAddress(of: unknown): string[] | null {
  try {
    const read: unknown = JSON.parse(String(of))
    return Array.isArray(read) && read.every((one) => typeof one === 'string') ? read : null
  } catch {
    return null
  }
}
