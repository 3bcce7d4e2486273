import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import StatementMark from '@/features/read/StatementMark.vue'
import { MARKS, type Mark } from '@/features/read/statement'

describe('marks beside figures', () => {
  it('give a figure that was not reported a sign and a sentence, whatever it was found by', () => {
    for (const mark of ['total', 'balance', 'derived'] as Mark[]) {
      const drawn = mount(StatementMark, { props: { mark } })
      expect(drawn.text()).toContain('*')
      expect(drawn.attributes('title')).toMatch(/^Not reported; /)
    }
  })

  it('leave the room where there is nothing to say', () => {
    for (const mark of [null, 'zero', 'absent'] as (Mark | null)[]) {
      const drawn = mount(StatementMark, { props: { mark } })
      expect(drawn.text()).toBe('')
      expect(drawn.classes()).toContain('mark')
    }
    expect(Object.keys(MARKS)).toContain('derived')
  })
})
