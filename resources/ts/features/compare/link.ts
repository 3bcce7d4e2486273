import { inject, onScopeDispose, provide, shallowRef, type InjectionKey, type ShallowRef } from 'vue'
import type { LocationQueryRaw } from 'vue-router'
import { api, ask } from '@/api/client'
import { useSession } from '@/stores/session'

type Told = () => Record<string, string | undefined>
const LINKED: InjectionKey<ShallowRef<Told | null>> = Symbol('what a view adds to a link')

/** What a view shows that its address does not tell, such as what is kept and was not changed since. */
export function useLinked(told: Told): void {
  const at = inject(LINKED, null)
  if (!at) return
  at.value = told
  onScopeDispose(() => {
    if (at.value === told) at.value = null
  })
}

/** Links to a view of the comparison with all it rests on: the day, the view of the figures, the peers, and its own choices. */
export function useLink(): { query: (ticker: string, now: LocationQueryRaw) => Promise<LocationQueryRaw> } {
  const session = useSession()
  const extra = shallowRef<Told | null>(null)
  provide(LINKED, extra)

  async function query(ticker: string, now: LocationQueryRaw): Promise<LocationQueryRaw> {
    const asOf = session.asOf ?? session.latestDay ?? undefined
    const { link } = await ask(api.GET('/companies/{ticker}/peers', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} } }))
    const all = { ...now, ...extra.value?.(), as_of: asOf, peers: link, figures: session.figures === 'adjusted' ? 'adjusted' : undefined }
    return Object.fromEntries(Object.entries(all).filter(([, of]) => of !== undefined))
  }
  return { query }
}

/** Sets the program to what a link tells; gives what is left of the address. */
export function followLink(told: LocationQueryRaw): LocationQueryRaw {
  const session = useSession()
  const { as_of: asOf, peers, figures, ...rest } = told
  if (typeof asOf === 'string') session.setDay(session.latestDay === null || asOf < session.latestDay ? asOf : null)
  if (typeof peers === 'string') {
    session.showPeers(peers)
    session.showFigures(figures === 'adjusted' ? 'adjusted' : 'reported')
  }
  return rest
}
