import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api, ask, Problem, type Schemas } from '@/api/client'
import { kept } from './kept'
import { useSession } from './session'

type Company = Awaited<ReturnType<typeof fetchCompany>>

const fetchCompany = (ticker: string, asOf: string | null, layout: string | null) =>
  ask(
    api.GET('/companies/{ticker}', {
      params: { path: { ticker }, query: { ...(asOf ? { as_of: asOf } : {}), ...(layout ? { layout } : {}), beside: kept.beside.value } },
    }),
  )

/** The company in focus, and the list it is walked through with. */
export const useSubject = defineStore('subject', () => {
  const session = useSession()
  const company = shallowRef<Company | null>(null)
  const error = ref<string | null>(null)
  /** Companies that could be meant, where the ticker is that of several. */
  const choices = ref<Problem['choices']>([])
  const list = shallowRef<Schemas['CompanyList'] | null>(null)
  let latest = 0

  /** @param layout number of an own layout of the first reading, or 'ready'; without it the default one */
  async function focus(ticker: string, layout: string | null = null): Promise<void> {
    const round = ++latest
    error.value = null
    choices.value = []
    try {
      const data = await fetchCompany(ticker, session.asOf, layout)
      if (round === latest) {
        company.value = data
        kept.subject.value = data.ticker
      }
    } catch (problem) {
      if (round === latest) {
        company.value = null
        error.value = (problem as Error).message
        choices.value = problem instanceof Problem ? problem.choices : []
      }
    }
  }

  const position = computed(() => list.value?.items.findIndex((item) => item.ticker === company.value?.ticker) ?? -1)
  const item = computed(() => (position.value >= 0 ? list.value?.items[position.value] : undefined))
  /** Ticker of the neighbour in the list, or null at its ends. */
  const neighbour = (step: 1 | -1): string | null =>
    position.value < 0 ? null : (list.value?.items[position.value + step]?.ticker ?? null)

  function walk(chosen: Schemas['CompanyList'] | null): void {
    list.value = chosen
  }

  async function mark(mark: 'keep' | 'drop' | 'later' | null, reason: string | null = null): Promise<void> {
    if (!list.value || !company.value) return
    list.value = await ask(
      api.PUT('/lists/{id}/items/{ticker}', {
        params: { path: { id: list.value.id, ticker: company.value.ticker } },
        body: { mark, reason },
      }),
    )
  }

  const last = (): string | null => kept.subject.value

  return { company, error, choices, list, position, item, focus, neighbour, walk, mark, last }
})
