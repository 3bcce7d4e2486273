import { createPinia, setActivePinia } from 'pinia'
import { describe, expect, it } from 'vitest'
import { fromAddress } from '@/features/compare/columns'
import { followLink } from '@/features/compare/link'
import { choiceOf, close, effect, figure, isSame, type Member } from '@/features/compare/peers'
import { choicesFrom } from '@/shell/addressed'
import { useSession } from '@/stores/session'

const member = (of: Partial<Member>): Member => ({ in: true, value: 12, other_median: 16.9, ...of }) as Member

describe('a member of a group', () => {
  it('tells what the median becomes without it, or with it where it is left out', () => {
    expect(effect(member({}), 18.2, 'times')).toBe('without it 18.2× falls to 16.9×')
    expect(effect(member({ other_median: 19 }), 18.2, 'times')).toBe('without it 18.2× rises to 19.0×')
    expect(effect(member({ in: false }), 18.2, 'times')).toBe('with it 18.2× falls to 16.9×')
    expect(effect(member({ other_median: 18.21 }), 18.2, 'times')).toBe('without it still 18.2×')
  })

  it('says so where there is no figure, and never takes it for nothing', () => {
    expect(effect(member({ value: null }), 18.2, 'times')).toContain('has no such figure')
    expect(effect(member({ value: null, in: false }), 18.2, 'times')).toBe('')
    expect(effect(member({ other_median: null }), 18.2, 'times')).toBe('the only figure there is')
    expect(effect(member({ in: false }), null, 'times')).toBe('with it – becomes 16.9×')
    expect(figure(null, 'times')).toBe('–')
    expect(close(null)).toBe('–')
    expect(close(0.834)).toBe('83')
  })

  it('is changed by being in, by its reason and by its place, not by its figures', () => {
    const [one, other] = [
      { ticker: 'SALT', in: true, reason: null },
      { ticker: 'PEAT', in: false, reason: 'a bank' },
    ]
    expect(isSame([one, other], [{ ...one, value: 3 } as typeof one, other])).toBe(true)
    expect(isSame([one, other], [other, one])).toBe(false)
    expect(isSame([one, other], [one, { ...other, reason: 'another' }])).toBe(false)
    expect(choiceOf({ ...one, name: 'Salt' } as typeof one)).toEqual(one)
  })
})

describe('columns of an address', () => {
  it('are taken where they are a list of names and nothing else', () => {
    expect(fromAddress('["gross_margin","beta"]')).toEqual(['gross_margin', 'beta'])
    for (const wrong of [undefined, '', '{}', '[1]', '["a"', 'gross_margin']) expect(fromAddress(wrong), String(wrong)).toBeNull()
  })
})

describe('choices of an address', () => {
  const like = { of: { source: 'peers' }, excluded: [], debt_to_equity: null, mean: false }

  it('are taken where they have the parts of such choices', () => {
    const chosen = { of: { source: 'industry' }, excluded: [{ ticker: 'SALT' }], debt_to_equity: 0.5, mean: true }
    expect(choicesFrom(JSON.stringify(chosen), like)).toEqual(chosen)
    expect(choicesFrom(JSON.stringify(like), like)).toEqual(like)
  })

  it('are none where a part is missing or of another kind', () => {
    const wrong = ['', '{}', 'null', '[]', '7', '{"of"', '{"of":{},"excluded":{},"mean":true}', '{"of":null,"excluded":[],"mean":true}']
    for (const text of wrong) expect(choicesFrom(text, like), text).toBeNull()
    expect(choicesFrom('{"of":{},"excluded":[],"mean":"yes"}', like)).toBeNull()
  })
})

describe('a link to a view of the comparison', () => {
  it('sets the day, the peers and the view of the figures, and leaves the choices of the view in the address', () => {
    setActivePinia(createPinia())
    const session = useSession()
    session.latestDay = '2026-06-30'
    expect(followLink({ as_of: '2026-03-31', peers: '7-ab', figures: 'adjusted', centre: 'mean' })).toEqual({ centre: 'mean' })
    expect([session.asOf, session.peers, session.figures]).toEqual(['2026-03-31', '7-ab', 'adjusted'])
    followLink({ as_of: '2026-06-30', peers: 'closest-3' })
    expect([session.asOf, session.peers, session.figures]).toEqual([null, 'closest-3', 'reported'])
    followLink({ centre: 'mean' })
    expect(session.peers).toBe('closest-3')
    session.showPeers(null)
    expect(sessionStorage.getItem('peers')).toBeNull()
  })
})
