import type { CustomSeriesRenderItem, CustomSeriesRenderItemReturn } from 'echarts'

/** Where bars stand too close for a wedge, all are drawn as three paths: thousands of shapes of their own would take half a second. */
interface Crowd {
  threads: string[]
  up: string[]
  down: string[]
}

/**
 * A bar of trades as a wedge on a thread: the thread goes from the lowest to the highest price, the wedge begins broad at the opening and
 * comes to its point at the close, so that its direction is seen without its colour.
 */
export function wedges(up: string, down: string, thread: string): CustomSeriesRenderItem {
  return (params, api): CustomSeriesRenderItemReturn => {
    const [at, open, close, low, high] = [0, 1, 2, 3, 4].map((i) => api.value(i) as number) as [number, number, number, number, number]
    const y = (value: number): number => api.coord([at, value])[1]!
    const [x, yClose] = api.coord([at, close]) as [number, number]
    const breadth = Math.min(7, Math.max(1, ((api.size!([1, 0]) as number[])[0] ?? 4) * 0.36))
    const isRising = !(Number.isFinite(open) && close < open)
    if (breadth <= 1) {
      const crowd = params.context as unknown as Partial<Crowd>
      crowd.threads ??= []
      crowd.up ??= []
      crowd.down ??= []
      if (Number.isFinite(low) && Number.isFinite(high)) crowd.threads.push(`M${x} ${y(low)}V${y(high)}`)
      ;(isRising ? crowd.up : crowd.down).push(`M${x - 1} ${yClose}H${x + 1}`)
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
  const path = (parts: string[], stroke: string, lineWidth: number): unknown[] =>
    parts.length ? [{ type: 'path', shape: { pathData: parts.join('') }, style: { stroke, lineWidth, fill: 'none' } }] : []
  return {
    type: 'group',
    children: [...path(crowd.threads, thread, 1), ...path(crowd.up, up, 1.5), ...path(crowd.down, down, 1.5)],
  } as CustomSeriesRenderItemReturn
}
