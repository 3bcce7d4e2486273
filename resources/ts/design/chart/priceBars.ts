import type { CustomSeriesRenderItem, CustomSeriesRenderItemReturn } from 'echarts'

/**
 * A bar of trades as a wedge on a thread: the thread goes from the lowest to the highest price, the wedge begins broad at the opening and
 * comes to its point at the close, so that its direction is seen without its colour.
 */
export function wedges(up: string, down: string, thread: string): CustomSeriesRenderItem {
  return (_, api): CustomSeriesRenderItemReturn => {
    const [at, open, close, low, high] = [0, 1, 2, 3, 4].map((i) => api.value(i) as number) as [number, number, number, number, number]
    const y = (value: number): number => api.coord([at, value])[1]!
    const x = api.coord([at, close])[0]!
    const breadth = Math.min(7, Math.max(1, ((api.size!([1, 0]) as number[])[0] ?? 4) * 0.36))
    const children: unknown[] = []
    if (Number.isFinite(low) && Number.isFinite(high)) {
      children.push({ type: 'line', shape: { x1: x, y1: y(low), x2: x, y2: y(high) }, style: { stroke: thread, lineWidth: 1 } })
    }
    if (Number.isFinite(open) && Math.abs(y(open) - y(close)) >= 1 && breadth > 1) {
      children.push({
        type: 'polygon',
        shape: {
          points: [
            [x - breadth, y(open)],
            [x + breadth, y(open)],
            [x, y(close)],
          ],
        },
        style: { fill: close >= open ? up : down },
      })
    } else {
      const color = Number.isFinite(open) && close < open ? down : up
      children.push({
        type: 'line',
        shape: { x1: x - breadth, y1: y(close), x2: x + breadth, y2: y(close) },
        style: { stroke: color, lineWidth: 1.5 },
      })
    }
    return { type: 'group', children } as CustomSeriesRenderItemReturn
  }
}
