import { beforeEach, describe, expect, it, vi } from 'vitest'
import { saveTable, tablePicture, type PicturedTable } from '@/design/chart/tablePicture'
import { download } from '@/design/download'

vi.mock('@/design/download', () => ({ download: vi.fn() }))

const table = (of: Partial<PicturedTable> = {}): PicturedTable => ({
  heads: ['SALT and its peers', 'Gross margin, %', 'Enterprise value to sales, ×'],
  rows: [
    { cells: ['Saltmere', '41.2 ▲', '–'], strong: true },
    { cells: ['Peatworks', '38.0', '2.1×'] },
    { cells: ['Median of the peers', '38.0', '2.1×'], shaded: true },
  ],
  text: '#111111',
  rule: '#cccccc',
  ...of,
})
const told = {
  title: 'SALT and its peers',
  told: ['Gross margin: gross profit / revenue.', 'As of 2026-06-30.'],
  quiet: '#777',
  surface: '#fff',
}
const words = (svg: string): string => svg.replace(/<[^>]+>/g, ' ').replace(/\s+/g, ' ')

describe('a table that is taken along as a picture', () => {
  beforeEach(() => {
    vi.mocked(download).mockReset()
  })

  it('holds every cell as it stands, what is missing too, and tells definitions and day below', async () => {
    await saveTable(table(), told, 'svg')
    const [name, svg, type] = vi.mocked(download).mock.calls[0] as [string, string, string]
    expect([name, type]).toEqual(['SALT and its peers.svg', 'image/svg+xml'])
    for (const cell of table().rows.flatMap((row) => row.cells)) expect(words(svg)).toContain(cell)
    expect(words(svg)).toContain('Gross margin, %')
    expect(words(svg)).toContain('Gross margin: gross profit / revenue. As of 2026-06-30.')
  })

  it('grows by a line for a row, and with the widest text of a column', () => {
    const [of, more] = [tablePicture(table()), tablePicture(table({ rows: [...table().rows, { cells: ['Fen', '1', '2'] }] }))]
    expect(more.height - of.height).toBe(22)
    expect(more.width).toBe(of.width)
    const wide = tablePicture(table({ rows: [{ cells: ['A company of a very long name indeed', '1', '2'] }] }))
    expect(wide.width).toBeGreaterThan(of.width)
  })

  it('lets no column run into the next', () => {
    const graphic = (tablePicture(table()).option(0) as { graphic: { type: string; style: { text: string; x: number } }[] }).graphic
    const at = (text: string): number => graphic.find((of) => of.type === 'text' && of.style.text === text)!.style.x
    expect(at('41.2 ▲')).toBeGreaterThan(at('Median of the peers') + 'Median of the peers'.length * 6)
    expect(at('2.1×') - at('38.0')).toBeGreaterThan('2.1×'.length * 6)
  })
})
