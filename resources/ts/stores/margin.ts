import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Working } from '@/api/client'

/** What a selected figure is: a metric, a statement line of a period, or a working at hand. */
export type Question =
  | { kind: 'metric'; ticker: string; metric: string; year?: number; label: string }
  | { kind: 'line'; ticker: string; line: string; period: number; basis: 'annual' | 'half_year' | 'quarterly' | 'trailing'; label: string }
  | { kind: 'given'; ticker: string; figure: string; label: string; working: Working; currency: string }

export const useMargin = defineStore('margin', () => {
  const open = ref(false)
  const question = shallowRef<Question | null>(null)
  function ask(asked: Question): void {
    question.value = asked
    open.value = true
  }
  return { open, question, ask }
})
