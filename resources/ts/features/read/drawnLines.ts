import { computed, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

export type DrawnLine = Schemas['DrawnLine']
type Wanted = Schemas['DrawnLineWanted']
/** A level or a line that is being drawn or moved, with the first of its two points once it is there. */
export interface Drawing {
  kind: 'level' | 'line'
  moves: DrawnLine | null
  first: { day: string; price: number } | null
}
export interface DrawnLines {
  drawn: ComputedRef<DrawnLine[]>
  drawing: Readonly<ShallowRef<Drawing | null>>
  begin: (kind: Drawing['kind'], moves?: DrawnLine) => void
  leave: () => void
  pick: (day: string, price: number) => Promise<void>
  rename: (line: DrawnLine, name: string) => Promise<void>
  reprice: (line: DrawnLine, price: number) => Promise<void>
  remove: (line: DrawnLine) => Promise<void>
  level: (price: number) => Promise<void>
}

const wanted = (line: DrawnLine): Wanted => ({
  name: line.name,
  from_day: line.from_day,
  from_price: line.from_price,
  to_day: line.to_day,
  to_price: line.to_price,
})

/** Levels and lines the reader keeps over the prices of a company. */
export function useDrawnLines(ticker: () => string): DrawnLines {
  const session = useSession()
  const notices = useNotices()
  const drawing = shallowRef<Drawing | null>(null)
  const query = (): { as_of?: string } => (session.asOf ? { as_of: session.asOf } : {})
  const { state, reload } = useAnswer(
    'drawn lines',
    () => ({ ticker: ticker(), asOf: session.asOf }),
    ({ ticker }, signal) => ask(api.GET('/companies/{ticker}/drawn-lines', { params: { path: { ticker }, query: query() }, signal })),
  )
  watch(ticker, () => (drawing.value = null))

  async function keep(line: Wanted): Promise<DrawnLine> {
    const made = await ask(
      api.POST('/companies/{ticker}/drawn-lines', { params: { path: { ticker: ticker() } }, body: { ...line, ...query() } as Wanted }),
    )
    reload()
    return made
  }
  async function change(line: DrawnLine, to: Partial<Wanted>): Promise<void> {
    const before = wanted(line)
    const send = (body: Wanted) =>
      ask(api.PUT('/drawn-lines/{id}', { params: { path: { id: line.id } }, body: { ...body, ...query() } as Wanted }))
    await send({ ...before, ...to })
    reload()
    notices.say(`"${to.name ?? line.name}" is changed.`, async () => {
      await send(before)
      reload()
    })
  }
  async function remove(line: DrawnLine): Promise<void> {
    await ask(api.DELETE('/drawn-lines/{id}', { params: { path: { id: line.id } } }))
    reload()
    notices.say(`"${line.name}" is deleted.`, async () => {
      await keep(wanted(line))
    })
  }
  async function level(price: number): Promise<void> {
    const made = await keep({ name: 'Level', from_price: price })
    notices.say('The level is kept.', () => remove(made))
  }
  async function pick(day: string, price: number): Promise<void> {
    const now = drawing.value
    if (!now) return
    if (now.kind === 'level') {
      drawing.value = null
      await (now.moves ? change(now.moves, { from_price: price }) : level(price))
    } else if (!now.first) {
      drawing.value = { ...now, first: { day, price } }
    } else {
      const [from, to] = [now.first, { day, price }].sort((a, b) => a.day.localeCompare(b.day)) as [typeof now.first, typeof now.first]
      const line = { from_day: from.day, from_price: from.price, to_day: to.day, to_price: to.price }
      drawing.value = null
      if (now.moves) await change(now.moves, line)
      else {
        const made = await keep({ name: 'Line', ...line })
        notices.say('The line is kept.', () => remove(made))
      }
    }
  }
  return {
    drawn: computed(() => state.value.data ?? []),
    drawing,
    begin: (kind, moves) => (drawing.value = { kind, moves: moves ?? null, first: null }),
    leave: () => (drawing.value = null),
    pick,
    rename: (line, name) => change(line, { name }),
    reprice: (line, price) => change(line, { from_price: price }),
    remove,
    level,
  }
}
