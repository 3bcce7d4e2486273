import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

const root = join(__dirname, '../../../resources/ts')
const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter((file) => /\.(vue|css)$/.test(file))
/** The rules of a style sheet, or of the style blocks of a component. */
const styles = (file: string): string => {
  const text = readFileSync(join(root, file), 'utf8')
  return file.endsWith('.css') ? text : [...text.matchAll(/<style[^>]*>([\s\S]*?)<\/style>/g)].map((match) => match[1]).join('\n')
}
const declared = (pattern: RegExp): string[] =>
  files.flatMap((file) => [...styles(file).matchAll(pattern)].map((match) => `${file}: ${match[0].trim()}`))

describe('the look', () => {
  it('has six sizes of type', () => {
    const sizes = [...readFileSync(join(root, 'design/styles.css'), 'utf8').matchAll(/--type-\w+: /g)]
    expect(sizes.length).toBe(6)
    expect(declared(/font-size: (?!var\(--type-|inherit)[^;]+;/g).filter((rule) => !rule.endsWith('font-size: 15px;'))).toEqual([])
  })

  it('has one unit of space', () => {
    expect(declared(/(?<![\w-])(?:margin|padding|gap|row-gap|column-gap)(?:-\w+)?: [^;]*\d(?:px|rem)\b[^;]*;/g)).toEqual([])
  })

  it('draws tables, tabs and choices with one component each', () => {
    const using = (tag: RegExp): string[] => files.filter((file) => tag.test(readFileSync(join(root, file), 'utf8')))
    // The survivors have a table of their own: its columns are moved, held and widened.
    expect(using(/<table[\s>]/)).toEqual(expect.arrayContaining(['design/SheetTable.vue', 'features/find/SurvivorsTable.vue']))
    expect(using(/<table[\s>]/)).toHaveLength(2)
    expect(using(/<v-tabs[\s>]/)).toEqual(['design/ViewTabs.vue'])
    expect(using(/<select[\s>]/)).toEqual([])
    expect(using(/role="tablist"/)).toEqual([])
  })
})
