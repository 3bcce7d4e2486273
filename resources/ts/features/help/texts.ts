import englishLines from './texts.en.json'
import germanLines from './texts.de.json'
import { kept } from '@/stores/kept'

export type PageHelp = { for: string; next: string }
/** Where to go next is a path, with {ticker} for the company; it is the same in every language and stands in English. */
export type FigureHelp = PageHelp & { to?: string }
export type Step = { to: string; do: string; why: string }
export type Texts = { words: Record<string, string>; pages: Record<string, PageHelp>; figures: Record<string, FigureHelp>; tour: Step[] }
export type Language = 'en' | 'de'

/** Long sentences stand on several lines of a file. */
function joined<T>(told: unknown): T {
  if (Array.isArray(told)) return (told.every((of) => typeof of === 'string') ? told.join(' ') : told.map(joined)) as T
  if (told === null || typeof told !== 'object') return told as T
  return Object.fromEntries(Object.entries(told).map(([key, of]) => [key, joined(of)])) as T
}
const english = joined<Texts>(englishLines)
const german = joined<Texts>(germanLines)

/** A language is a file; what it does not say yet is said in English. */
export const LANGUAGES: Record<Language, { name: string; texts: Texts }> = {
  en: { name: 'English', texts: english },
  de: { name: 'Deutsch', texts: german },
}

const texts = (): Texts => LANGUAGES[kept.language.value]?.texts ?? english

/** A word or sentence of the help, with its figures. */
export function word(key: string, figures: Record<string, string | number> = {}): string {
  const said = texts().words[key] ?? english.words[key] ?? key
  return said.replace(/\{(\w+)\}/g, (_, name: string) => String(figures[name] ?? ''))
}

/** What a page is for, that of its view before that of the page, and the language it is in. */
export function pageHelp(page: string, view: string): (PageHelp & { language: Language }) | null {
  const keys = view === '' ? [page] : [`${page}.${view}`, page]
  const key = keys.find((of) => of in english.pages)
  if (key === undefined) return null
  const own = texts().pages[key]
  return own ? { ...own, language: kept.language.value } : { ...english.pages[key]!, language: 'en' }
}

/** What a kind of figure says, what to do next and where: that of a metric by its group, else that of a formula. */
export function figureHelp(kind: string): PageHelp & { to: string; language: Language } {
  const key = kind in english.figures ? kind : 'formula'
  const plain = english.figures[key]!
  const own = texts().figures[key]
  return { ...plain, ...own, to: plain.to ?? '/metrics', language: own ? kept.language.value : 'en' }
}

export const tour = (): Step[] => texts().tour
export const pageKeys = (): string[] => Object.keys(english.pages)
