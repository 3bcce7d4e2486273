import { useLocalStorage } from '@vueuse/core'

/** What the browser keeps from one visit to the next. */
export const kept = {
  theme: useLocalStorage('theme', 'paper'),
  rail: useLocalStorage('rail', 'open'),
  /** Beside whom a first reading sets the figures. */
  beside: useLocalStorage<'sector' | 'peers'>('beside', 'sector'),
  /** Of the help. */
  language: useLocalStorage<'en' | 'de'>('language', 'en'),
  /** Steps of the first half hour that were done. */
  tour: useLocalStorage<number[]>('tour', []),
  checklist: useLocalStorage('checklist', 'ready:defensive'),
  subject: useLocalStorage<string | null>('subject', null, { serializer: { read: (text) => text, write: (text) => text ?? '' } }),
}
