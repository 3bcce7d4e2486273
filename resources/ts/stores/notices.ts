import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'

export interface Notice {
  text: string
  error?: boolean
  undo?: () => Promise<void> | void
}

/** Milliseconds a notice is shown: long enough to read what went wrong, longer to find and reach its undo. */
export const timeShown = (notice: Notice): number => (notice.undo ? 20_000 : notice.error ? 12_000 : 6_000)

/** One line at the foot of the page: what was done, with its undo, or what went wrong. */
export const useNotices = defineStore('notices', () => {
  const notice = shallowRef<Notice | null>(null)
  /** Tells one notice from the next, so that each is shown for the whole of its time. */
  const number = ref(0)
  watch(notice, (now) => now && number.value++, { flush: 'sync' })
  const say = (text: string, undo?: Notice['undo']) => (notice.value = { text, undo })
  const fail = (error: unknown) => (notice.value = { text: error instanceof Error ? error.message : String(error), error: true })
  /** Does what was asked and says so, or why not; `afterwards` either way. */
  async function attempt(work: () => Promise<unknown>, said: string, afterwards: () => void): Promise<void> {
    try {
      await work()
      say(said)
    } catch (error) {
      fail(error)
    } finally {
      afterwards()
    }
  }
  return { notice, number, say, fail, attempt }
})
