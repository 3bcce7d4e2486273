import { LineChart } from 'echarts/charts'
import { DataZoomComponent, GraphicComponent, GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { download } from '@/design/download'
import { savePicture, type Picture } from '@/design/chart/picture'

vi.mock('@/design/download', () => ({ download: vi.fn() }))
use([LineChart, DataZoomComponent, GraphicComponent, GridComponent, SVGRenderer])

const left: number[] = []
const picture = (of: Partial<Picture>): Picture => ({
  title: 'Price of SALT',
  told: ['What a share costs.', undefined, 'As of 2026-06-30.'],
  width: 600,
  height: 250,
  quiet: '#777777',
  surface: '#ffffff',
  option: (below) => {
    left.push(below)
    return {
      animation: false,
      grid: { bottom: 30 + below },
      xAxis: { type: 'category', data: ['a', 'b'] },
      yAxis: {},
      series: [{ type: 'line', data: [1, 2] }],
    }
  },
  ...of,
})
const saved = (): [string, string, string] => vi.mocked(download).mock.calls[0] as [string, string, string]

describe('a chart that is taken along', () => {
  beforeEach(() => {
    left.length = 0
    vi.mocked(download).mockReset()
  })

  it('tells below what it shows and of which day, and nothing that is not known', () => {
    savePicture(picture({}), 'svg')
    const [name, svg, type] = saved()
    expect([name, type]).toEqual(['Price of SALT.svg', 'image/svg+xml'])
    const words = svg.replace(/<[^>]+>/g, ' ').replace(/\s+/g, ' ')
    expect(words).toContain('Price of SALT. What a share costs. As of 2026-06-30.')
    expect(words).not.toContain('undefined')
    expect(svg).toContain(`height="${250 + left[0]!}"`)
  })

  it('leaves more room for more words and for a narrower picture', () => {
    savePicture(picture({}), 'svg')
    savePicture(picture({ told: ['A definition that goes on. '.repeat(12)] }), 'svg')
    savePicture(picture({ width: 150 }), 'svg')
    expect(left[1]).toBeGreaterThan(left[0]!)
    expect(left[2]).toBeGreaterThan(left[0]!)
  })
})
