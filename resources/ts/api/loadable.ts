import { shallowRef, toValue, watch, type MaybeRefOrGetter, type ShallowRef } from 'vue'
import { Problem } from './client'
import { useSession } from '@/stores/session'

export type Loadable<T> = { status: 'pending'; data?: T } | { status: 'success'; data: T } | { status: 'error'; error: Problem; data?: T }

/**
 * Keeps an answer up to date with its question, told by its content, and with the reader's view of the figures; only the answer
 * to the latest question counts. While a
 * new answer is on its way, and when it fails, the last good one stays.
 */
export function useLoadable<Q, T>(
  question: MaybeRefOrGetter<Q>,
  answer: (question: Q, signal: AbortSignal) => Promise<T> | null,
): { state: ShallowRef<Loadable<T>>; reload: () => void } {
  const state = shallowRef<Loadable<T>>({ status: 'pending' })
  const round = shallowRef(0)
  const session = useSession()
  watch(
    [() => JSON.stringify(toValue(question)), round, () => `${session.figures} ${session.revision}`] as const,
    async (_, __, onCleanup) => {
      const controller = new AbortController()
      onCleanup(() => controller.abort())
      const last = state.value.data
      const promise = answer(toValue(question), controller.signal)
      if (promise === null) return
      state.value = { status: 'pending', data: last }
      try {
        const data = await promise
        if (!controller.signal.aborted) state.value = { status: 'success', data }
      } catch (error) {
        if (controller.signal.aborted) return
        state.value = { status: 'error', error: error instanceof Problem ? error : new Problem(0, String(error)), data: last }
      }
    },
    { immediate: true },
  )
  return { state, reload: () => round.value++ }
}
