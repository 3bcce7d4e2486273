import { GraphicComponent } from 'echarts/components'
import { use, type EChartsCoreOption } from 'echarts/core'
import { CanvasRenderer, SVGRenderer } from 'echarts/renderers'
import { savePicture, type Picture } from './picture'

use([GraphicComponent, CanvasRenderer, SVGRenderer])

/** A table as it is taken along as a picture: texts as they stand on the page. */
export interface PicturedTable {
  heads: string[]
  rows: { cells: string[]; strong?: boolean; shaded?: boolean }[]
  text: string
  rule: string
}

const [ROW, LETTER, GAP, FONT] = [22, 6.4, 14, 12]
/** A head is broken rather than wider than this, in letters. */
const HEAD = 14

/** Lays a table out in points: how wide and high it is, and what is drawn. The first column names the rows. */
export function tablePicture({ heads, rows, text, rule }: PicturedTable): Pick<Picture, 'width' | 'height' | 'option'> {
  const widest = (word: string): number => Math.max(0, ...word.split(/\s+/).map((part) => part.length))
  const widths = heads.map((head, at) => {
    const letters = rows.map(({ cells }) => cells[at]?.length ?? 0)
    return GAP + LETTER * Math.max(...letters, widest(head), at === 0 ? head.length : Math.min(head.length, HEAD))
  })
  const ends = widths.map((_, at) => widths.slice(0, at + 1).reduce((sum, width) => sum + width, 0))
  const width = Math.ceil(ends.at(-1) ?? 0) + GAP
  // One line more than letters fill: words are not cut.
  const lines = Math.max(1, ...heads.map((head, at) => (at === 0 ? 1 : 1 + Math.floor((head.length * LETTER) / (widths[at]! - GAP)))))
  const top = ROW * lines
  const place = (at: number) => (at === 0 ? { x: GAP / 2, align: 'left' as const } : { x: ends[at]!, align: 'right' as const })
  const word = (said: string, at: number, y: number, strong = false): object => ({
    type: 'text',
    style: {
      text: said,
      y,
      ...place(at),
      fill: text,
      font: `${strong ? '600 ' : ''}${FONT}px sans-serif`,
      verticalAlign: 'middle',
    },
  })
  const head = (said: string, at: number): object => ({
    type: 'text',
    style: {
      text: said,
      y: top - 4,
      ...place(at),
      ...(at === 0 ? {} : { width: widths[at]! - GAP + 2, overflow: 'break' as const, lineHeight: ROW - 6 }),
      fill: text,
      font: `${FONT}px sans-serif`,
      verticalAlign: 'bottom',
    },
  })
  const ground = (y: number): object => ({ type: 'rect', shape: { x: 0, y, width, height: ROW }, style: { fill: rule, opacity: 0.35 } })
  const line: object = { type: 'line', shape: { x1: 0, x2: width, y1: top, y2: top }, style: { stroke: rule } }
  const graphic = [
    ...rows.flatMap((row, at) => (row.shaded ? [ground(top + ROW * at)] : [])),
    ...heads.map(head),
    line,
    ...rows.flatMap((row, i) => row.cells.map((said, at) => word(said, at, top + ROW * (i + 0.5), row.strong))),
  ]
  return { width, height: top + ROW * rows.length + 4, option: (): EChartsCoreOption => ({ animation: false, graphic }) }
}

/** Draws a table out of sight and hands it over, with its name and its source. */
export async function saveTable(table: PicturedTable, of: Omit<Picture, 'width' | 'height' | 'option'>, as: 'svg' | 'png'): Promise<void> {
  savePicture({ ...of, ...tablePicture(table) }, as)
}
