import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, shallowRef, toValue, watch, type ComputedRef, type MaybeRefOrGetter } from 'vue'
import { Problem } from './client'
import { useSession } from '@/stores/session'

export type Answer<T> = { status: 'pending'; data?: T } | { status: 'success'; data: T } | { status: 'error'; error: Problem; data?: T }

/** Stands for an answer where nothing was asked. */
const UNASKED = Symbol('unasked')

/**
 * Keeps an answer up to date with its question and with the reader's view of the figures. While a new answer is on its way, and
 * when it fails, the last good one stays; an answer nobody waits for any more is broken off.
 *
 * @param name what is asked for; with the question it tells one answer from another
 * @param answer asks, or gives null if there is nothing to ask yet
 * @param again milliseconds after which to ask once more, told from the latest answer; false to leave it
 */
export function useAnswer<Q, T>(
  name: string,
  question: MaybeRefOrGetter<Q>,
  answer: (question: Q, signal: AbortSignal) => Promise<T | null> | null,
  again: (data: T) => number | false = () => false,
): { state: ComputedRef<Answer<T>>; reload: () => void } {
  const session = useSession()
  const queries = useQueryClient()
  const key = computed(() => [name, toValue(question), session.figures, session.peers, session.revision] as const)
  const query = useQuery({
    queryKey: key,
    queryFn: async ({ queryKey, signal }): Promise<T | typeof UNASKED> => (await answer(queryKey[1] as Q, signal)) ?? UNASKED,
    placeholderData: keepPreviousData,
    // An answer is replaced, never changed: to watch each of its thousands of figures would take longer than to draw them.
    shallow: true,
    refetchInterval: ({ state: { data } }) => (data === undefined || data === UNASKED ? false : again(data as T)),
  })
  const last = shallowRef<T>()
  watch(query.data, (data) => data !== undefined && data !== UNASKED && (last.value = data as T), { immediate: true, flush: 'sync' })
  const state = computed((): Answer<T> => {
    const data = query.data.value
    if (query.error.value) {
      const error: unknown = query.error.value
      return { status: 'error', error: error instanceof Problem ? error : new Problem(0, String(error)), data: last.value }
    }
    if (data === undefined || data === UNASKED || query.isPlaceholderData.value) return { status: 'pending', data: last.value }
    return { status: 'success', data: data as T }
  })
  // A first answer on its way may be from before what is asked anew for: it is broken off, not waited for.
  const reload = async (): Promise<void> => {
    await queries.cancelQueries({ queryKey: key.value, exact: true })
    await query.refetch()
  }
  return { state, reload: () => void reload() }
}
