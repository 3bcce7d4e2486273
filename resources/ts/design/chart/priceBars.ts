import type { CustomSeriesRenderItem, CustomSeriesRenderItemReturn } from 'echarts'
import { graphic } from 'echarts/core'

/** Where bars stand too close for a wedge, all are drawn as three shapes: thousands of their own would take half a second. */
interface Crowd {
  breadth: number
  threads: number[]
  up: number[]
  down: number[]
}

/** Strokes by where they begin and end, four numbers each. As the text of a path thousands of them would be written and read again. */
const STROKES = 'strokes'
graphic.registerShape(
  STROKES,
  graphic.extendShape({
    shape: { ends: [] as number[] },
    buildPath(path, { ends }: { ends: number[] }) {
      for (let i = 0; i < ends.length; i += 4) {
        path.moveTo(ends[i]!, ends[i + 1]!)
        path.lineTo(ends[i + 2]!, ends[i + 3]!)
      }
    },
  }),
)

/**
 * A bar of trades as a wedge on a thread: the thread goes from the lowest to the highest price, the wedge begins broad at the opening and
 * comes to its point at the close, so that its direction is seen without its colour.
 */
export function wedges(up: string, down: string, thread: string): CustomSeriesRenderItem {
  return (params, api): CustomSeriesRenderItemReturn => {
    const at = api.value(0) as number
    const [open, close, low, high] = [api.value(1) as number, api.value(2) as number, api.value(3) as number, api.value(4) as number]
    const y = (value: number): number => api.coord([at, value])[1]!
    const [x, yClose] = api.coord([at, close]) as [number, number]
    const crowd = params.context as unknown as Partial<Crowd>
    crowd.breadth ??= Math.min(7, Math.max(1, ((api.size!([1, 0]) as number[])[0] ?? 4) * 0.36))
    const { breadth } = crowd
    const isRising = !(Number.isFinite(open) && close < open)
    if (breadth <= 1) {
      crowd.threads ??= []
      crowd.up ??= []
      crowd.down ??= []
      if (Number.isFinite(low) && Number.isFinite(high)) crowd.threads.push(x, y(low), x, y(high))
      if (Number.isFinite(close)) (isRising ? crowd.up : crowd.down).push(x - 1, yClose, x + 1, yClose)
      return params.dataIndexInside === params.dataInsideLength - 1 ? together(crowd as Crowd, up, down, thread) : undefined
    }
    const children: unknown[] = []
    if (Number.isFinite(low) && Number.isFinite(high)) {
      children.push({ type: 'line', shape: { x1: x, y1: y(low), x2: x, y2: y(high) }, style: { stroke: thread, lineWidth: 1 } })
    }
    if (Number.isFinite(open) && Math.abs(y(open) - yClose) >= 1) {
      children.push({
        type: 'polygon',
        shape: {
          points: [
            [x - breadth, y(open)],
            [x + breadth, y(open)],
            [x, yClose],
          ],
        },
        style: { fill: isRising ? up : down },
      })
    } else {
      children.push({
        type: 'line',
        shape: { x1: x - breadth, y1: yClose, x2: x + breadth, y2: yClose },
        style: { stroke: isRising ? up : down, lineWidth: 1.5 },
      })
    }
    return { type: 'group', children } as CustomSeriesRenderItemReturn
  }
}

function together(crowd: Crowd, up: string, down: string, thread: string): CustomSeriesRenderItemReturn {
  const strokes = (ends: number[], stroke: string, lineWidth: number): unknown[] =>
    ends.length ? [{ type: STROKES, shape: { ends }, style: { stroke, lineWidth, fill: 'none' } }] : []
  return {
    type: 'group',
    children: [...strokes(crowd.threads, thread, 1), ...strokes(crowd.up, up, 1.5), ...strokes(crowd.down, down, 1.5)],
  } as CustomSeriesRenderItemReturn
}
