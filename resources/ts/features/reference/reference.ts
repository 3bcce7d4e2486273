import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

export type Reference = Schemas['Reference']

/** Exchanges, indices and series as they are, and changes of them; what follows from them is asked anew. */
export function useReference() {
  const session = useSession()
  const notices = useNotices()
  const { state, reload } = useAnswer(
    'reference',
    () => null,
    (_, signal) => ask(api.GET('/reference', { signal })),
  )

  /** Changes something, says so, and offers to take the change back where it is known which it was. */
  async function change(work: () => Promise<unknown>, said: string): Promise<boolean> {
    try {
      await work()
      const latest = (await ask(api.GET('/changes', { params: { query: { page: 1 } } }))).data[0]
      session.figuresChanged()
      await session.load()
      notices.say(said, latest && !latest.undone_on ? () => takeBack(latest.id) : undefined)
      return true
    } catch (error) {
      notices.fail(error)
      return false
    }
  }

  async function takeBack(id: number): Promise<void> {
    await ask(api.DELETE('/changes/{id}', { params: { path: { id } } }))
    session.figuresChanged()
    await session.load()
  }

  return { state, reload, change, takeBack }
}

/** Days with names as they are pasted: one on each line. */
export function daysOf(text: string): { days: { day: string; name: string }[]; wrong: string[] } {
  const days: { day: string; name: string }[] = []
  const wrong: string[] = []
  for (const line of text.split('\n').map((part) => part.trim())) {
    if (!line) continue
    const match = /^(\d{4}-\d{2}-\d{2})(?:[\s,;=]+(.*))?$/.exec(line)
    if (match) days.push({ day: match[1]!, name: match[2] ?? '' })
    else wrong.push(line)
  }
  return { days, wrong }
}

/** Points of a series as they are pasted: a day and a value on each line. */
export function pointsOf(text: string, isPercent: boolean): { points: { day: string; value: number }[]; wrong: string[] } {
  const points: { day: string; value: number }[] = []
  const wrong: string[] = []
  for (const line of text.split('\n').map((part) => part.trim())) {
    if (!line) continue
    const match = /^(\d{4}-\d{2}-\d{2})[\s,;]+(-?\d+(?:\.\d+)?)\s*%?$/.exec(line)
    if (match) points.push({ day: match[1]!, value: isPercent ? Number(match[2]) / 100 : Number(match[2]) })
    else wrong.push(line)
  }
  return { points, wrong }
}
