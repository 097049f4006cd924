import { describe, expect, it } from 'vitest'
import { asksOf } from '../../../core/partners/for-board'
import { saysOf } from '../../../core/partners/words'
import { block, count, fixed, plan, twoGroups } from '../make'

const ITEMS: Record<
  string,
  { partner: 'solo' | 'partner'; contact: 'none' | 'touch' | 'controlled' | 'full'; ladder: [] }
> = {
  kick: { partner: 'solo', contact: 'none', ladder: [] },
  push: { partner: 'partner', contact: 'touch', ladder: [] },
  throw: { partner: 'partner', contact: 'controlled', ladder: [] },
}

function asks(more: object) {
  const made = plan([block('one', { ...more })], { groups: twoGroups })
  const [first] = made.blocks
  return first && asksOf(made, first, (id) => ITEMS[id])
}

describe('what a board asks of partners', () => {
  it('none where each works alone, and at water', () => {
    expect(asks({ technique: 'kick', dose: count(5) })).toBeUndefined()
    expect(asks({ phase: 'water', dose: fixed(60) })).toBeUndefined()
  })

  it('two for an item of two or a dose of two roles; contact from controlled on', () => {
    expect(asks({ technique: 'push', dose: count(5) })?.contact).toBe(false)
    expect(asks({ technique: 'throw', dose: count(5) })?.contact).toBe(true)
    expect(asks({ technique: 'kick', dose: count(5, { roles: 2 }) })).toBeDefined()
  })

  it('two in a free round, with the rules of contact; and where who of two won is asked, or the figure of a pair', () => {
    const rounds = { kind: 'rounds', rounds: 2, workSec: 60 }
    expect(asks({ dose: rounds, kinds: ['kicks'] })).toEqual({ pools: [['white', 'green']], contact: true })
    expect(asks({ dose: rounds, result: { figure: 'won', of: 3 } })).toEqual({
      pools: [['white', 'green']],
      contact: false,
    })
    const each = { technique: 'kick', dose: count(5) }
    expect(asks({ ...each, result: { figure: 'reps', per: 'pair' } })).toBeDefined()
    expect(asks({ ...each, result: { figure: 'reps' } })).toBeUndefined()
  })

  it('puts the layers of one item together, and keeps those of different items apart', () => {
    const tracks = (...names: string[]) =>
      asks({
        mode: 'layers',
        dose: count(5),
        tracks: names.map((technique, n) => ({ technique, layer: n + 1, groups: [n ? 'green' : 'white'] })),
      })
    expect(tracks('push', 'push')?.pools).toEqual([['white', 'green']])
    expect(tracks('push', 'throw')?.pools).toEqual([['white'], ['green']])
    expect(tracks('push', 'kick')?.pools).toEqual([['white']])
  })
})

describe('the cost of a pair in words', () => {
  it('tells the parts that cost something, or the rule', () => {
    const parts = { rank: 6, mass: 3.2, height: 0, age: 0, repetition: 0, together: -20 }
    expect(saysOf({ cost: -10.8, parts })).toBe('rank 6, mass 3.2, wish to be together −20')
    expect(saysOf({ cost: 0, parts: { ...parts, rank: 0, mass: 0, together: 0 } })).toBe(
      'nothing speaks against it',
    )
    expect(saysOf({ forbidden: 'apart' })).toBe('kept apart')
  })
})
