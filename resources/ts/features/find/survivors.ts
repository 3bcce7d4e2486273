import { shallowRef, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { queries } from '@/api/queries'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import type { Definition } from './screen'

const PAGE = 100

/** The rows a screen leaves, however many: pages are fetched as one comes to them. */
export function useSurvivors(of: () => { definition: Definition; result: Schemas['ScreenResult']; shaded: boolean }) {
  const session = useSession()
  const notices = useNotices()
  const pages = shallowRef(new Map<number, Schemas['ScreenRow'][]>())

  /** Sees to it that rows from one to another are there, or come. */
  async function reach(first: number, last: number): Promise<void> {
    const { definition, result, shaded } = of()
    for (let page = Math.floor(first / PAGE); page * PAGE < Math.min(last, result.total); page++) {
      if (pages.value.has(page)) continue
      const body = { screen: definition, as_of: session.asOf, offset: page * PAGE, limit: PAGE, shaded }
      try {
        const { rows } = await queries.fetchQuery({
          queryKey: ['survivors', body, session.figures, session.revision],
          queryFn: ({ signal }) => ask(api.POST('/screens/run', { body, signal })),
        })
        // Meanwhile the screen may have become another.
        if (of().result === result) pages.value = new Map(pages.value).set(page, rows)
      } catch (error) {
        notices.fail(error)
      }
    }
  }
  watch(
    () => of().result,
    (result) => (pages.value = new Map([[0, result.rows]])),
    { immediate: true },
  )

  return { row: (index: number) => pages.value.get(Math.floor(index / PAGE))?.[index % PAGE], pages, reach }
}
