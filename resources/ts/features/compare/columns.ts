import { useLocalStorage } from '@vueuse/core'

/** Columns of the table of peers, the same for the next company; none for those usual in its kind of business. */
export const shown = useLocalStorage<string[]>('columns of peers', [])
