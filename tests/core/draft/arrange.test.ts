import { describe, expect, it } from 'vitest'
import { arrange } from '../../../core/draft/arrange'
import { deal } from '../../../core/draft/deal'
import { chanceOf } from '../../../core/kernel/chance'
import { candidate, floorOf, frame, HALL_M2, nothingPinned, smallHall } from './small-hall'

describe('boards that are put in order', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8])(
    'fit the hall where items of boards of one length need only change places (%i)',
    (seed) => {
      const { club, groups, choice } = smallHall(
        [
          { candidate: candidate(0, 'large', 30), lengths: [180] },
          { candidate: candidate(0, 'larger', 34), lengths: [180] },
          { candidate: candidate(0, 'small', 4), lengths: [180] },
          { candidate: candidate(1, 'wide', 30), lengths: [180] },
          { candidate: candidate(1, 'brief', 4), lengths: [180] },
          { candidate: candidate(1, 'neat', 6), lengths: [180] },
        ],
        [180, 180, 180],
      )
      const base = nothingPinned(groups.length)
      const boards = arrange(deal(choice, groups), choice, frame, base, groups, club, chanceOf(seed))
      for (const { works } of boards) expect(floorOf(works)).toBeLessThanOrEqual(HALL_M2)
      for (const { index, candidates } of groups)
        expect(new Set(boards.map(({ works }) => works[index]))).toEqual(new Set(candidates))
      const again = arrange(boards, choice, frame, base, groups, club, chanceOf(seed + 1))
      for (const { works } of again) expect(floorOf(works)).toBeLessThanOrEqual(HALL_M2)
    },
  )
})
