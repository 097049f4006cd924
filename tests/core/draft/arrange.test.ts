import { describe, expect, it } from 'vitest'
import { fresh } from '../../../core/balance/worth'
import { NO_CLUB } from '../../../core/checks/club-facts'
import type { Item } from '../../../core/curriculum/item'
import { arrange, type DraftBoard } from '../../../core/draft/arrange'
import type { WorkLength } from '../../../core/draft/beats'
import type { Candidate, DraftGroup } from '../../../core/draft/candidates'
import type { ClassFrame } from '../../../core/draft/frame'
import type { Choice } from '../../../core/draft/model'
import { chanceOf } from '../../../core/kernel/chance'
import { demoItems } from '../../../demo/curriculum'

const HEADS = 4
const frame: ClassFrame = {
  totalSec: 3600,
  transitionSec: 0,
  opening: { sec: 60, pinned: [] },
  warmup: { leastSec: 0, pinned: [] },
  pinned: [],
  cooldown: { leastSec: 0, askedSec: 0, pinned: [] },
  closing: { sec: 60, pinned: [] },
  waterSec: 60,
  waterLimitSec: 1800,
  waters: 0,
}

/** Items that differ in the floor they take, all worth the same. */
function candidate(group: number, id: string, m2: number): Candidate {
  const [any] = demoItems
  if (!any) throw new Error('no items')
  const item: Item = {
    ...any,
    id,
    category: 'hands',
    partner: 'solo',
    footprintM2: m2 / HEADS,
    demand: {},
    intensity: 5,
    jumps: 0,
    headContact: false,
    kit: [],
  }
  return { group, item, layer: 1, weight: 2, isNew: false, standing: 'current', liking: 1 }
}

/** Two groups: each one's only item of six minutes is too large to be beside the other's, and one of the first's comes twice. */
function crowded(seed: number) {
  const chosen: Choice['chosen'] = [
    { candidate: candidate(0, 'twice', 4), lengths: [180, 180] },
    { candidate: candidate(0, 'short', 4), lengths: [180] },
    { candidate: candidate(0, 'large', 30), lengths: [360] },
    { candidate: candidate(1, 'again', 4), lengths: [180, 180] },
    { candidate: candidate(1, 'brief', 4), lengths: [180] },
    { candidate: candidate(1, 'wide', 30), lengths: [360] },
  ]
  const groups = [0, 1].map((index): DraftGroup => ({
    index,
    id: `group-${index}`,
    name: `Group ${index}`,
    heads: HEADS,
    students: [],
    of: 6,
    weights: new Map(),
    candidates: chosen.flatMap(({ candidate: one }) => (one.group === index ? [one] : [])),
    unwritten: false,
    jumpLimit: 100,
  }))
  const choice: Choice = {
    chosen,
    stretches: [{ known: [180, 180, 180, 360], shown: [], freeSec: 0, pinned: [] }],
    shows: [],
    warmup: [],
    plainWarmupSec: 0,
    cooldownSec: 0,
  }
  const settings = { ...NO_CLUB.settings, hall: { areaM2: 40, hot: false, kit: [] } }
  const boards = arrange(choice, frame, groups, { ...NO_CLUB, settings }, new Set(), chanceOf(seed))
  return { chosen, boards }
}

const worthOf = (works: readonly { work: Candidate; sec: number }[]): number => {
  const seconds = new Map<Candidate, number>()
  for (const { work, sec } of works) seconds.set(work, (seconds.get(work) ?? 0) + sec)
  return [...seconds].reduce((sum, [{ weight }, sec]) => sum + weight * fresh(sec), 0)
}
const onBoards = (boards: readonly DraftBoard[]) =>
  boards.flatMap(({ works, length }) => works.flatMap((work) => (work ? [{ work, sec: length }] : [])))
const asChosen = (chosen: Choice['chosen']) =>
  chosen.map(({ candidate: work, lengths }) => ({
    work,
    sec: lengths.reduce<number>((sum, sec: WorkLength) => sum + sec, 0),
  }))

describe('boards that are put in order', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8])(
    'fit the hall by changing what it costs nothing to change, also where an item comes twice (%i)',
    (seed) => {
      const { chosen, boards } = crowded(seed)
      for (const { works } of boards) {
        const m2 = works.reduce((sum, work) => sum + (work ? (work.item.footprintM2 ?? 0) * HEADS : 0), 0)
        expect(m2).toBeLessThanOrEqual(40)
      }
      expect(worthOf(onBoards(boards))).toBeCloseTo(worthOf(asChosen(chosen)), 9)
    },
  )
})
