import { readFileSync } from 'node:fs'
import { beforeEach, describe, expect, it } from 'vitest'
import { LANGUAGES, pageHelp, tour, word } from '@/features/help/texts'
import { kept } from '@/stores/kept'

const english = LANGUAGES.en.texts
const german = LANGUAGES.de.texts
const source = (path: string): string => readFileSync(`${process.cwd()}/resources/ts/${path}`, 'utf8')

describe('help', () => {
  beforeEach(() => {
    kept.language.value = 'en'
  })

  it('says of every page, and of every view of its pages, what it is for and what to do next', () => {
    const pages = [...source('shell/router.ts').matchAll(/name: '(\w+)'/g)].map(([, name]) => name!)
    expect(pages.length).toBeGreaterThan(12)
    for (const page of pages.filter((of) => !['nowhere', 'help'].includes(of))) {
      expect(pageHelp(page, ''), page).not.toBeNull()
    }
    for (const [page, path] of [
      ['desk', 'features/desk/DeskPage.vue'],
      ['read', 'features/read/ReadPage.vue'],
      ['hold', 'features/hold/HoldPage.vue'],
    ] as const) {
      const views = [...source(path).matchAll(/\{ key: '(\w+)', word: '/g)].map(([, view]) => view!)
      expect(views.length, page).toBeGreaterThan(4)
      for (const view of views) expect(Object.keys(english.pages), `${page}.${view}`).toContain(`${page}.${view}`)
    }
  })

  it('has whole sentences everywhere, and nothing of a page that is none', () => {
    for (const texts of [english, german]) {
      for (const [key, help] of Object.entries(texts.pages)) {
        expect(Object.keys(english.pages), key).toContain(key)
        expect(`${help.for} ${help.next}`, key).toMatch(/^.{10,}[.!?] .{5,}[.!?]$/)
      }
    }
  })

  it('says in another language all words with the same figures, the steps, and in English what it does not say yet', () => {
    const figures = (text: string) => (text.match(/\{\w+\}/g) ?? []).sort()
    expect(Object.keys(german.words)).toEqual(Object.keys(english.words))
    for (const [key, said] of Object.entries(english.words)) {
      expect(figures(german.words[key]!), key).toEqual(figures(said))
    }
    kept.language.value = 'de'
    expect(tour().map((step) => step.to)).toEqual(english.tour.map((step) => step.to))
    expect(word('done_of', { done: 2, all: 10 })).toBe('2 von 10 getan')
    expect(pageHelp('hold', '')?.language).toBe('de')
    expect(pageHelp('hold', 'lots')).toEqual({ ...english.pages['hold.lots']!, language: 'en' })
    expect(pageHelp('value', 'no-such-view')?.for).toBe(german.pages.value!.for)
    expect(pageHelp('nowhere', '')).toBeNull()
  })
})
