import { VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, ref, type Ref } from 'vue'
import { useAnswer, type Answer } from '@/api/answer'
import { Problem } from '@/api/client'
import { queries } from '@/api/queries'
import { useSession } from '@/stores/session'

type Asked = { question: number; signal: AbortSignal; give: (answer: string) => void; fail: (error: unknown) => void }

/** A component that asks; what it asked, in order, and what it shows. */
function asking(question: Ref<number | null>, again?: (data: string) => number | false) {
  const asked: Asked[] = []
  let shown!: { state: Ref<Answer<string>>; reload: () => void }
  const host = mount(
    defineComponent({
      setup() {
        shown = useAnswer(
          'test',
          question,
          (of, signal) => (of === null ? null : new Promise<string>((give, fail) => asked.push({ question: of, signal, give, fail }))),
          again,
        )
        return () => null
      },
    }),
    { global: { plugins: [[VueQueryPlugin, { queryClient: queries }]] } },
  )
  return { asked, host, state: () => shown.state.value, reload: () => shown.reload() }
}

beforeEach(() => setActivePinia(createPinia()))
afterEach(() => {
  queries.clear()
  vi.useRealTimers()
})

describe('an answer', () => {
  it('keeps the last good one while another is on its way, and breaks off what nobody waits for', async () => {
    const question = ref<number | null>(1)
    const { asked, state } = asking(question)
    expect(state()).toEqual({ status: 'pending', data: undefined })
    asked[0]!.give('one')
    await flushPromises()
    expect(state()).toEqual({ status: 'success', data: 'one' })
    question.value = 2
    await flushPromises()
    expect(state()).toEqual({ status: 'pending', data: 'one' })
    question.value = 3
    await flushPromises()
    expect(asked.map((of) => [of.question, of.signal.aborted])).toEqual([
      [1, false],
      [2, true],
      [3, false],
    ])
    asked[2]!.give('three')
    await flushPromises()
    expect(state()).toEqual({ status: 'success', data: 'three' })
  })

  it('tells why it failed, beside the last good one', async () => {
    const question = ref<number | null>(1)
    const { asked, state, reload } = asking(question)
    asked[0]!.give('one')
    await flushPromises()
    question.value = 2
    await flushPromises()
    asked[1]!.fail(new Problem(422, 'Write a number.'))
    await flushPromises()
    expect(state()).toMatchObject({ status: 'error', error: { status: 422, message: 'Write a number.' }, data: 'one' })
    reload()
    await flushPromises()
    asked[2]!.give('two')
    await flushPromises()
    expect(state()).toEqual({ status: 'success', data: 'two' })
  })

  it('does not take the first answer, asked for before a change, for one after it', async () => {
    const { asked, state, reload } = asking(ref<number | null>(1))
    reload()
    await flushPromises()
    expect(asked.map((of) => of.signal.aborted)).toEqual([true, false])
    asked[0]!.give('before')
    await flushPromises()
    expect(state().data).toBeUndefined()
    asked[1]!.give('after')
    await flushPromises()
    expect(state()).toEqual({ status: 'success', data: 'after' })
    reload()
    reload()
    await flushPromises()
    asked.at(-1)!.give('last')
    await flushPromises()
    expect(state()).toEqual({ status: 'success', data: 'last' })
  })

  it('asks nothing where there is nothing to ask', async () => {
    const question = ref<number | null>(null)
    const { asked, state } = asking(question)
    await flushPromises()
    expect([asked.length, state()]).toEqual([0, { status: 'pending', data: undefined }])
  })

  it('is asked anew when the reader changes the figures, and by whoever comes back to it', async () => {
    const question = ref<number | null>(1)
    const first = asking(question)
    first.asked[0]!.give('reported')
    await flushPromises()
    useSession().figuresChanged()
    await flushPromises()
    expect(first.asked.length).toBe(2)
    first.asked[1]!.give('corrected')
    await flushPromises()
    first.host.unmount()
    const second = asking(question)
    expect(second.state()).toEqual({ status: 'success', data: 'corrected' })
    await flushPromises()
    expect(second.asked.length).toBe(1)
  })

  it('is asked again while there is something to wait for', async () => {
    vi.useFakeTimers()
    const { asked, state } = asking(ref<number | null>(1), (data) => data === 'running' && 500)
    asked[0]!.give('running')
    await vi.advanceTimersByTimeAsync(499)
    expect(asked.length).toBe(1)
    await vi.advanceTimersByTimeAsync(2)
    expect(asked.length).toBe(2)
    asked[1]!.give('done')
    await vi.advanceTimersByTimeAsync(5000)
    expect([asked.length, state()]).toEqual([2, { status: 'success', data: 'done' }])
  })
})
