import { describe, expect, it } from 'vitest'
import { fresh } from '../../../core/balance/worth'
import { readClub } from '../../../core/checks/club-file'
import { floorM2 } from '../../../core/checks/hall/takes'
import { arrange } from '../../../core/draft/arrange'
import { deal } from '../../../core/draft/deal'
import type { DraftBoard } from '../../../core/draft/draft-board'
import { pinnedBase, type PinnedBase } from '../../../core/draft/base'
import { repsPerformed } from '../../../core/draft/beats'
import { draftGroups } from '../../../core/draft/candidates'
import { fit } from '../../../core/draft/fit'
import { frameOf } from '../../../core/draft/frame'
import type { Choice } from '../../../core/draft/model'
import { readRequest } from '../../../core/draft/request'
import { chanceOf } from '../../../core/kernel/chance'
import { madeClub } from './made-clubs'
import { candidate, floorOf, frame as smallFrame, HALL_M2, nothingPinned, smallHall } from './small-hall'

/** Boards of a full hall, dealt out without a look at it: every group at what is most due. */
function crowded(seed: number) {
  const made = madeClub({ seed, groups: 3, items: 60, lengthMin: 60, history: 0.8, heads: 8 })
  const heads = made.request.groups.reduce((sum, { headcount }) => sum + headcount, 0)
  made.club.settings!.hall = { areaM2: heads * 4, hot: false, kit: [] }
  const [known, asked] = [readClub(made.club), readRequest(made.request)]
  if (!known.ok || !asked.ok) throw new Error('a made club is not one')
  const { club } = known
  const { request } = asked
  const frame = frameOf(request, club)
  const groups = draftGroups(request, club, new Set())
  const lengths = Array.from({ length: 6 }, () => 180 as const)
  const choice: Choice = {
    chosen: groups.flatMap(({ candidates }) =>
      [...candidates]
        .sort((a, b) => b.weight - a.weight)
        .slice(0, lengths.length)
        .map((one) => ({ candidate: one, lengths: [180] })),
    ),
    stretches: [{ known: [...lengths.slice(0, 2)], shown: [...lengths.slice(2)], freeSec: 0, pinned: [] }],
    shows: [],
    warmup: [...club.items.values()]
      .filter(({ category }) => category === 'mobility' || category === 'conditioning')
      .map((item) => ({ item, sec: 120 })),
    plainWarmupSec: 0,
    cooldownSec: 120,
  }
  const base = pinnedBase(request, club, frame)
  const boards = arrange(deal(choice, groups), choice, frame, base, groups, club, chanceOf(seed))
  const fitted = (chance: number) =>
    fit({ club, groups, base, choice, frame, boards, counted: new Set(), chance: chanceOf(chance) }, 'far')
  return { club, groups, boards, choice, fitted }
}

function fitSmall(seed: number, hall: ReturnType<typeof smallHall>, pinned: Partial<PinnedBase> = {}) {
  const base = { ...nothingPinned(hall.groups.length), ...pinned }
  const boards = arrange(
    deal(hall.choice, hall.groups),
    hall.choice,
    smallFrame,
    base,
    hall.groups,
    hall.club,
    chanceOf(seed),
  )
  return fit({ ...hall, base, frame: smallFrame, boards, counted: new Set(), chance: chanceOf(seed) }, 'far')
}

/** On every board there is time to show something. */
const withTimeToShow = (hall: ReturnType<typeof smallHall>): ReturnType<typeof smallHall> => ({
  ...hall,
  choice: {
    ...hall.choice,
    stretches: hall.choice.stretches.map((stretch) => ({ ...stretch, known: [], shown: stretch.known })),
  },
})

const secondsOf = (boards: readonly DraftBoard[], group: number) => {
  const seconds = new Map<string, number>()
  for (const { works, length } of boards) {
    const id = works[group]?.item.id
    if (id) seconds.set(id, (seconds.get(id) ?? 0) + length)
  }
  return seconds
}

describe('boards that are made to fit', () => {
  it.each([1, 2, 3, 4, 5, 6])('change places between boards of different lengths (%i)', (seed) => {
    // Each group's only item of six minutes is too large to be beside the other's.
    const hall = smallHall(
      [
        { candidate: candidate(0, 'twice', 4), lengths: [180, 180] },
        { candidate: candidate(0, 'short', 4), lengths: [180] },
        { candidate: candidate(0, 'large', 30, { weight: 1 }), lengths: [360] },
        { candidate: candidate(1, 'again', 4), lengths: [180, 180] },
        { candidate: candidate(1, 'brief', 4), lengths: [180] },
        { candidate: candidate(1, 'wide', 30, { weight: 1 }), lengths: [360] },
      ],
      [180, 180, 180, 360],
    )
    const { boards, fits, worth } = fitSmall(seed, hall)
    expect(fits).toBe(true)
    for (const { works } of boards) expect(floorOf(works)).toBeLessThanOrEqual(HALL_M2)
    // One of the two large items makes room, and neither group loses much by it.
    const served = hall.groups.map(({ index, candidates }) =>
      candidates.reduce(
        (sum, { item, weight }) => sum + weight * fresh(secondsOf(boards, index).get(item.id) ?? 0),
        0,
      ),
    )
    expect(worth).toBeCloseTo(served[0]! + served[1]! + 2 * Math.min(...served), 9)
    expect(Math.min(...served)).toBeGreaterThan(4)
  })

  it('give way to what takes less, and then to what is worth most of that', () => {
    const hall = smallHall(
      [
        { candidate: candidate(0, 'large', 30), lengths: [180] },
        { candidate: candidate(1, 'wide', 30), lengths: [180] },
      ],
      [180],
      [
        candidate(0, 'small', 8, { weight: 1 }),
        candidate(1, 'neat', 8, { weight: 1.5 }),
        candidate(1, 'tiny', 4, { weight: 0.5 }),
      ],
    )
    const { boards, fits } = fitSmall(1, hall)
    expect(fits).toBe(true)
    expect(boards[0]?.works.map((work) => work?.item.id)).toEqual(['large', 'neat'])
  })

  it('load what a pinned warm-up has prepared, and nothing that it has not, or that has rested too long since', () => {
    const kick = candidate(0, 'kick', 4, { weight: 5 })
    const hall = smallHall(
      [{ candidate: candidate(0, 'easy', 4, { weight: 1 }), lengths: [180] }],
      [180],
      [{ ...kick, item: { ...kick.item, demand: { hips: 3 } } }],
    )
    const worked = (pinned: Partial<PinnedBase>) => fitSmall(1, hall, pinned).boards[0]?.works[0]?.item.id
    const prepared = new Map([['hips' as const, 2]])
    expect(worked({})).toBe('easy')
    expect(worked({ prepared })).toBe('kick')
    expect(worked({ prepared, restedSec: new Map([['hips', 3000]]) })).toBe('easy')
  })

  it('are as good as they can be where nothing fits, and say so', () => {
    const hall = smallHall(
      [
        { candidate: candidate(0, 'large', 30), lengths: [180] },
        { candidate: candidate(1, 'wide', 30), lengths: [180] },
      ],
      [180],
    )
    const { boards, fits } = fitSmall(1, hall)
    expect(fits).toBe(false)
    expect(boards[0]?.works.map((work) => work?.item.id)).toEqual(['large', 'wide'])
  })

  it('show one new thing on a board, and none where there is no time to show it', () => {
    const hall = smallHall(
      [
        { candidate: candidate(0, 'known', 4), lengths: [180] },
        { candidate: candidate(1, 'usual', 4), lengths: [180] },
      ],
      [180],
      [
        candidate(0, 'unseen', 4, { weight: 5, isNew: true }),
        candidate(1, 'unheard', 4, { weight: 5, isNew: true }),
      ],
    )
    expect(fitSmall(1, hall).boards[0]?.works.map((work) => work?.item.id)).toEqual(['known', 'usual'])
    const { boards, fits } = fitSmall(1, withTimeToShow(hall))
    expect(fits).toBe(true)
    expect(boards[0]?.works.filter((work) => work?.isNew)).toHaveLength(1)
  })

  it.each([1, 2, 3, 4, 5, 6])('show a thing once to all to whom it is new (%i)', (seed) => {
    const hall = smallHall(
      [
        { candidate: candidate(0, 'known', 4), lengths: [180] },
        { candidate: candidate(0, 'usual', 4), lengths: [180] },
        { candidate: candidate(1, 'known', 4), lengths: [180] },
        { candidate: candidate(1, 'usual', 4), lengths: [180] },
      ],
      [180, 180],
      [
        candidate(0, 'unseen', 4, { weight: 5, isNew: true }),
        candidate(1, 'unseen', 4, { weight: 5, isNew: true }),
      ],
    )
    const { boards, fits } = fitSmall(seed, withTimeToShow(hall))
    expect(fits).toBe(true)
    const at = [0, 1].map((g) => boards.findIndex(({ works }) => works[g]?.isNew))
    expect(at[0]).toBeGreaterThanOrEqual(0)
    expect(at[1]).toBe(at[0])
  })

  it.each([1, 2, 3, 4])('hold what the hall holds, and stay as many and as long (%i)', (seed) => {
    const { club, groups, boards, choice, fitted } = crowded(seed)
    const { boards: filled, fits, worth } = fitted(seed)
    expect(fits).toBe(true)
    expect(filled.map(({ length, shown, stretch }) => [length, shown, stretch])).toEqual(
      boards.map(({ length, shown, stretch }) => [length, shown, stretch]),
    )
    for (const [b, { works, shown }] of filled.entries()) {
      works.forEach((work, g) => expect(work === undefined).toBe(boards[b]!.works[g] === undefined))
      const m2 = works.reduce((sum, work, g) => sum + (work ? floorM2(work.item, groups[g]!.heads) : 0), 0)
      expect(m2).toBeLessThanOrEqual(club.settings.hall.areaM2)
      const news = new Set(works.flatMap((work) => (work?.isNew ? work.item.id : [])))
      expect(news.size).toBeLessThanOrEqual(shown ? 1 : 0)
    }
    const warmed = new Map(choice.warmup.map(({ item, sec }) => [item.id, sec]))
    const served = groups.map(({ weights }, g) => {
      const seconds = secondsOf(filled, g)
      return [...weights].reduce(
        (sum, [id, weight]) => sum + weight * fresh((warmed.get(id) ?? 0) + (seconds.get(id) ?? 0)),
        0,
      )
    })
    expect(worth).toBeCloseTo(
      served.reduce((sum, one) => sum + one, 0) + groups.length * Math.min(...served),
      6,
    )
    for (const { index, jumpLimit } of groups) {
      const falls = filled.findIndex(({ works }) => works[index]?.item.category === 'falls')
      const throws = filled.findIndex(({ works }) => works[index]?.item.category === 'throws')
      if (throws >= 0) expect(falls >= 0 && falls < throws).toBe(true)
      const jumps = filled.reduce((sum, { works, length }) => {
        const item = works[index]?.item
        return sum + (item?.jumps ? item.jumps * repsPerformed(item, length) : 0)
      }, 0)
      expect(jumps).toBeLessThanOrEqual(jumpLimit)
      for (const sec of secondsOf(filled, index).values()) expect(sec).toBe(180)
    }
  })

  it('are the same for the same chance', () => {
    const { fitted } = crowded(2)
    expect(fitted(7)).toEqual(fitted(7))
  })
})
