import { describe, expect, it } from 'vitest'
import { NO_FILTER, passes, type ShelfFilter } from '../../../app/domain/shelf-filter'
import { frameGeometry, GAP_PX, PART_PX } from '../../../app/domain/frame-geometry'
import { withSets } from '../../../app/composables/useEdgePull'
import { layPlan } from '../../../core/plan/timeline'
import { block, blockOf, count, fixed, plan, twoGroups } from '../make'
import { item } from '../checks/club'

describe('the library on the shelf, narrowed', () => {
  const kick = item('kick', { category: 'kicks', kit: [{ name: 'pad', each: 'pair' }] })
  const grip = item('grip', { category: 'escapes', partner: 'partner', intensity: 3 })
  const both = item('both', { partner: 'both', intensity: 9 })
  const standing = (id: string) =>
    (id === 'kick' ? 'current' : id === 'grip' ? 'new' : 'none') as 'current' | 'new' | 'none'
  const names = (filter: Partial<ShelfFilter>) =>
    [kick, grip, both].filter((one) => passes(one, { ...NO_FILTER, ...filter }, standing)).map(({ id }) => id)

  it('by nothing is all of it', () => {
    expect(names({})).toEqual(['kick', 'grip', 'both'])
  })

  it('by a group is what is asked of it, by a status what stands so', () => {
    expect(names({ group: 'white' })).toEqual(['kick', 'grip'])
    expect(names({ group: 'white', standing: 'new' })).toEqual(['grip'])
    // A status says nothing without a group.
    expect(names({ standing: 'new' })).toEqual(['kick', 'grip', 'both'])
  })

  it('by how it is worked takes in what is worked both ways', () => {
    expect(names({ partner: 'solo' })).toEqual(['kick', 'both'])
    expect(names({ partner: 'partner' })).toEqual(['grip', 'both'])
  })

  it('by intensity takes the usual of the phase where the item says none', () => {
    expect(names({ intensity: 'easy' })).toEqual(['grip'])
    expect(names({ intensity: 'middle' })).toEqual(['kick'])
    expect(names({ intensity: 'hard' })).toEqual(['both'])
  })

  it('by kit, or by needing none', () => {
    expect(names({ kit: 'pad' })).toEqual(['kick'])
    expect(names({ kit: 'none' })).toEqual(['grip', 'both'])
  })
})

describe('the edge of a board', () => {
  it('pulls every dose of it by whole sets or rounds, never below one', () => {
    const made = plan(
      [
        block('l', {
          mode: 'layers',
          dose: count(10, { sets: 2 }),
          tracks: [
            { groups: ['white'], technique: 'a', dose: { kind: 'rounds', rounds: 3, workSec: 20 } },
            { groups: ['green'], technique: 'a' },
          ],
        }),
      ],
      { groups: twoGroups },
    )
    const l = blockOf(made, 'l')
    expect(withSets(l, 2)).toMatchObject({ dose: { sets: 4 }, tracks: [{ dose: { rounds: 5 } }, {}] })
    expect(withSets(l, -9)).toMatchObject({ dose: { sets: 1 }, tracks: [{ dose: { rounds: 1 } }, {}] })
    expect(withSets(l, 1).tracks?.[1]).not.toHaveProperty('dose')
  })
})

describe('a part on the frame', () => {
  const made = plan(
    ['', 'Feet', 'Feet', '', 'Feet'].map((part, n) =>
      block(`b${n}`, { dose: fixed(300), ...(part ? { part } : {}) }),
    ),
  )
  const { boards, height, yAt } = frameGeometry(layPlan(made), 1)

  it('has its name above its first board, and again where it begins anew', () => {
    expect(boards.map(({ heading }) => heading)).toEqual([undefined, 'Feet', undefined, undefined, 'Feet'])
    expect(boards[1]!.y - (boards[0]!.y + boards[0]!.h)).toBe(GAP_PX + PART_PX)
    expect(boards[2]!.y - (boards[1]!.y + boards[1]!.h)).toBe(GAP_PX)
  })

  it('leaves time running down the page without a jump backwards', () => {
    let last = -1
    for (let ms = 0; ms <= 1_600_000; ms += 5_000) {
      const y = yAt(ms)
      expect(y).toBeGreaterThanOrEqual(last)
      last = y
    }
    expect(height).toBe(boards.at(-1)!.y + boards.at(-1)!.h)
  })
})
