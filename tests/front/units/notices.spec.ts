import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { timeShown, useNotices } from '@/stores/notices'

describe('notices at the foot of the page', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('stay longest when there is something to take back', () => {
    expect(timeShown({ text: 'Removed.', undo: () => {} })).toBe(20_000)
    expect(timeShown({ text: 'No such file.', error: true })).toBe(12_000)
    expect(timeShown({ text: 'Saved.' })).toBe(6_000)
  })

  it('are told apart, so that the second of two does not end with the first', () => {
    const notices = useNotices()
    notices.say('Saved.')
    const first = notices.number
    notices.say('Saved.')
    expect(notices.number).toBe(first + 1)
    notices.notice = null
    expect(notices.number).toBe(first + 1)
  })

  it('say what was done, or why it was not, and go on either way', async () => {
    const notices = useNotices()
    let after = 0
    await notices.attempt(
      async () => undefined,
      'Kept.',
      () => after++,
    )
    expect(notices.notice).toEqual({ text: 'Kept.', undo: undefined })
    await notices.attempt(
      () => Promise.reject(new Error('The disk is full.')),
      'Kept.',
      () => after++,
    )
    expect(notices.notice).toEqual({ text: 'The disk is full.', error: true })
    expect(after).toBe(2)
  })
})
