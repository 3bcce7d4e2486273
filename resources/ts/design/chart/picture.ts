import { init, type EChartsCoreOption } from 'echarts/core'
import { download } from '../download'

/** A chart, or a table, as it is taken along. */
export interface Picture {
  title: string
  /** What the figures are, whose, and of which day: told below, for who sees the picture alone. */
  told: (string | undefined)[]
  width: number
  height: number
  /** The colours of what stands below, and of the ground. */
  quiet: string
  surface: string
  /** The chart with so much room left below it. */
  option: (below: number) => EChartsCoreOption
  /** The part that is zoomed to, in per cent. */
  shown?: { start: number; end: number }
}

/** Of a line of what stands below, and of a letter in it. */
const LINE = 15
const LETTER = 5.6

/** Draws once more out of sight, as what is asked for, with its name and its source. */
export function savePicture(of: Picture, as: 'svg' | 'png'): void {
  const text = [`${of.title}.`, ...of.told].filter(Boolean).join(' ')
  const below = 12 + LINE * Math.ceil((text.length * LETTER) / (of.width - 16))
  const copy = init(document.createElement('div'), null, {
    renderer: as === 'svg' ? 'svg' : 'canvas',
    width: of.width,
    height: of.height + below,
  })
  const style = { text, fill: of.quiet, fontSize: 11, lineHeight: LINE, width: of.width - 16, overflow: 'break' as const }
  const { graphic = [], ...option } = of.option(below) as EChartsCoreOption & { graphic?: object[] }
  copy.setOption({ ...option, graphic: [...graphic, { type: 'text', left: 8, top: of.height + 8, style }] })
  if (of.shown) copy.dispatchAction({ type: 'dataZoom', ...of.shown })
  if (as === 'svg') {
    download(`${of.title}.svg`, copy.renderToSVGString(), 'image/svg+xml')
    copy.dispose()
    return
  }
  copy.renderToCanvas({ pixelRatio: 2, backgroundColor: of.surface }).toBlob((image) => {
    if (image) download(`${of.title}.png`, image, 'image/png')
    copy.dispose()
  })
}
