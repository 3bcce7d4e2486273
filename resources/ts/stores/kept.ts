import { useLocalStorage } from '@vueuse/core'

/** What the browser keeps from one visit to the next. */
export const kept = {
  theme: useLocalStorage('theme', 'paper'),
  rail: useLocalStorage('rail', 'open'),
  /** Beside whom a first reading sets the figures. */
  beside: useLocalStorage<'sector' | 'peers'>('beside', 'sector'),
  checklist: useLocalStorage('checklist', 'ready:defensive'),
  subject: useLocalStorage<string | null>('subject', null, { serializer: { read: (text) => text, write: (text) => text ?? '' } }),
}
