import { describe, expect, it } from 'vitest'
import { barOf, KINDS, opens } from '@/features/read/happenings'

describe('what happened, on an axis of time', () => {
  it('opens what it is: an own note its page, an own decision Decide, a report the one of its day', () => {
    expect(opens('note', 'SALT', '2026-03-02')).toEqual({ name: 'read', params: { ticker: 'SALT', view: 'notes' }, query: {} })
    expect(opens('decision', 'SALT', '2026-03-02')).toEqual({ name: 'decide', params: { ticker: 'SALT' } })
    expect(opens('report', 'SALT', '2026-03-02')).toMatchObject({ params: { view: 'results' }, query: { told: '2026-03-02' } })
    expect(opens('news', 'SALT', '2026-03-02')).toBeNull()
    expect(opens('nothing known', 'SALT', '2026-03-02')).toBeNull()
    expect(new Set(KINDS.map((of) => of.key)).size).toBe(KINDS.length)
  })

  it('falls into the bar that ends on its day or next after it, and into none outside', () => {
    const weeks = ['2026-03-06', '2026-03-13', '2026-03-20']
    expect(barOf('2026-03-06', weeks)).toBe('2026-03-06')
    expect(barOf('2026-03-07', weeks)).toBe('2026-03-13')
    expect(barOf('2026-03-05', weeks)).toBeNull()
    expect(barOf('2026-03-21', weeks)).toBeNull()
    expect(barOf('2026-03-06', [])).toBeNull()
    expect(barOf('2026-03-06', ['2026-03-05 16:00', '2026-03-06 10:00', '2026-03-06 11:00'])).toBe('2026-03-06 10:00')
  })
})
