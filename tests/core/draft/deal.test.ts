import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import type { WorkLength } from '../../../core/draft/beats'
import { deal, dealWhatFits } from '../../../core/draft/deal'
import type { DraftBoard } from '../../../core/draft/draft-board'
import { scarceIn } from '../../../core/draft/scarce'
import { solveProgramme } from '../../../core/draft/solve'
import { chanceOf } from '../../../core/kernel/chance'
import { candidate, floorOf, HALL_M2, HEADS, smallHall } from './small-hall'

let highs: Awaited<ReturnType<typeof loadHighs>>
beforeAll(async () => {
  highs = await loadHighs()
})

/** Dealt out as the programmes say; unanswered: without what they say. */
function dealt({ choice, groups, club }: ReturnType<typeof smallHall>, isAnswered = true): DraftBoard[] {
  const { boards, dealings } = dealWhatFits(choice, groups, scarceIn(club, groups))
  for (const { programme, put } of dealings) {
    const isAsked = isAnswered && programme.worth.length > 0
    put(isAsked ? solveProgramme(highs, programme, { timeLimitSec: 20, gap: 0 }).values : undefined)
  }
  return boards
}

const tooFull = (boards: readonly DraftBoard[]) => boards.filter(({ works }) => floorOf(works) > HALL_M2)
const idsOn = (boards: readonly DraftBoard[], group: number) =>
  boards.flatMap(({ works, length }) => (works[group] ? [`${works[group].item.id} ${length}`] : [])).sort()

/** Pairs of floors that fill the hall, each pair told apart, in any order. */
function fullHall(seed: number) {
  const chance = chanceOf(seed)
  const mixed = <T>(all: readonly T[]) =>
    all
      .map((one) => [chance(), one] as const)
      .sort(([a], [b]) => a - b)
      .map(([, one]) => one)
  const pairs = [4, 8, 12, 16, 20, 24, 28, 32, 36]
  const lengths = pairs.map((_, n): WorkLength => (n % 2 ? 240 : 180))
  const of = (group: number, floor: (m2: number) => number) =>
    mixed(
      pairs.map((m2, n) => ({
        candidate: candidate(group, `${group} takes ${floor(m2)}`, floor(m2)),
        lengths: [lengths[n] ?? 180],
      })),
    )
  return smallHall([...of(0, (m2) => m2), ...of(1, (m2) => HALL_M2 - m2)], lengths)
}

describe('items that are dealt out to boards', () => {
  it.each([1, 2, 3, 4, 5, 6])('all have their place where there is one for all of them (%i)', (seed) => {
    const hall = fullHall(seed)
    expect(tooFull(deal(hall.choice, hall.groups))).not.toEqual([])
    const boards = dealt(hall)
    expect(boards.map(({ works }) => floorOf(works))).toEqual(boards.map(() => HALL_M2))
    for (const g of [0, 1])
      expect(idsOn(boards, g)).toEqual(
        hall.choice.chosen
          .filter(({ candidate: { group } }) => group === g)
          .map(({ candidate: { item }, lengths: [length] }) => `${item.id} ${length}`)
          .sort(),
      )
  })

  it('come to boards that are too full where there is no place for them, and as few as can be', () => {
    const hall = smallHall(
      [
        { candidate: candidate(0, 'wide', 30), lengths: [180] },
        { candidate: candidate(0, 'wider', 34), lengths: [180] },
        { candidate: candidate(0, 'neat', 20), lengths: [180] },
        { candidate: candidate(1, 'large', 30), lengths: [180] },
        { candidate: candidate(1, 'larger', 20), lengths: [180] },
        { candidate: candidate(1, 'small', 6), lengths: [180] },
      ],
      [180, 180, 180],
    )
    const boards = dealt(hall)
    expect(tooFull(boards)).toHaveLength(1)
    expect(boards.every(({ works }) => works.every(Boolean))).toBe(true)
  })

  it('lie anywhere where nobody could say where they have their place, and none is lost', () => {
    const hall = fullHall(1)
    const boards = dealt(hall, false)
    for (const g of [0, 1]) expect(idsOn(boards, g)).toEqual(idsOn(deal(hall.choice, hall.groups), g))
  })

  it('share out the kit as well', () => {
    const withPads = (group: number, id: string, many: number) => {
      const one = candidate(group, id, 4)
      return { ...one, item: { ...one.item, kit: [{ name: 'Pad', each: 'person' as const, count: many }] } }
    }
    const hall = smallHall(
      [
        { candidate: withPads(0, 'two pads', 2), lengths: [180] },
        { candidate: withPads(0, 'one pad', 1), lengths: [180] },
        { candidate: withPads(1, 'pads for both hands', 2), lengths: [180] },
        { candidate: withPads(1, 'a pad', 1), lengths: [180] },
      ],
      [180, 180],
    )
    hall.club.settings.hall.kit = [{ name: 'pad', count: 3 * HEADS }]
    for (const { works } of dealt(hall))
      expect(works.reduce((sum, work) => sum + (work?.item.kit[0]?.count ?? 0), 0)).toBe(3)
  })

  it('are shown on boards of their own, to all at once, and come again only afterwards', () => {
    const isNew = { isNew: true, standing: 'new' } as const
    const hall = smallHall(
      [
        { candidate: candidate(0, 'shown once', 12, isNew), lengths: [180] },
        { candidate: candidate(0, 'shown to both', 8, isNew), lengths: [180, 180] },
        { candidate: candidate(0, 'known', 36), lengths: [180] },
        { candidate: candidate(1, 'shown to both', 8, isNew), lengths: [180] },
        { candidate: candidate(1, 'wide', 28), lengths: [180] },
        { candidate: candidate(1, 'wider', 32), lengths: [180] },
        { candidate: candidate(1, 'neat', 4), lengths: [180] },
      ],
      [180, 180],
    )
    hall.choice.stretches = [{ known: [180, 180], shown: [180, 180], freeSec: 0, pinned: [] }]
    hall.choice.shows = ['shown once', 'shown to both'].map((item) => ({ item, length: 180 }))
    const boards = dealt(hall)
    expect(tooFull(boards)).toEqual([])
    const first = boards.findIndex(({ works }) => works[0]?.item.id === 'shown to both')
    expect(boards[first]?.shown).toBe(true)
    expect(boards[first]?.works[1]?.item.id).toBe('shown to both')
    expect(boards.find(({ works }) => works[0]?.item.id === 'shown once')?.shown).toBe(true)
    expect(boards.filter(({ works }) => works[0]?.item.id === 'shown to both')).toHaveLength(2)
  })
})
