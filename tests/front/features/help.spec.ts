import { readFileSync } from 'node:fs'
import { beforeEach, describe, expect, it } from 'vitest'
import { LANGUAGES, figureHelp, pageHelp, tour, word } from '@/features/help/texts'
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

  it('says of every group of metrics, of lines, formulas and valuations what the figure says, and what to do next where', () => {
    const catalogue = readFileSync(`${process.cwd()}/core/Metric/Catalogue.php`, 'utf8')
    const groups = [
      ...catalogue
        .split('private const GROUPS = [')[1]!
        .split('];')[0]!
        .matchAll(/'([a-z-]+)' =>/g),
    ].map(([, key]) => key!)
    expect(groups.length).toBeGreaterThan(15)
    const router = source('shell/router.ts')
    for (const kind of [...groups, 'line', 'formula', 'given']) {
      const help = figureHelp(kind)
      expect(`${help.for} ${help.next}`, kind).toMatch(/^.{10,}[.!?] .{5,}[.!?]$/)
      expect(help.for === figureHelp('formula').for, kind).toBe(kind === 'formula')
      expect(router, kind).toContain(`path: '/${help.to.split('/')[1]}`)
      const view = help.to.split('/')[3]
      if (view) expect(Object.keys(english.pages), kind).toContain(`read.${view}`)
    }
    expect(Object.keys(german.figures)).toEqual(Object.keys(english.figures))
    kept.language.value = 'de'
    expect(figureHelp('risk')).toMatchObject({ for: german.figures.risk!.for, to: '/read/{ticker}/market', language: 'de' })
    expect(figureHelp('no-such-group').for).toBe(german.figures.formula!.for)
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
