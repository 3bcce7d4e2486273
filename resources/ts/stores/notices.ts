import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

export interface Notice {
  text: string
  error?: boolean
  undo?: () => Promise<void> | void
}

/** One line at the foot of the page: what was done, with its undo, or what went wrong. */
export const useNotices = defineStore('notices', () => {
  const notice = shallowRef<Notice | null>(null)
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
  return { notice, say, fail, attempt }
})
