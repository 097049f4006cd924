import { NO_CLUB, type ClubFacts } from '../../../core/checks/club-facts'
import type { Item } from '../../../core/curriculum/item'
import type { PinnedBase } from '../../../core/draft/base'
import type { WorkLength } from '../../../core/draft/beats'
import type { Candidate, DraftGroup } from '../../../core/draft/candidates'
import type { ClassFrame } from '../../../core/draft/frame'
import type { Choice } from '../../../core/draft/model'
import { demoItems } from '../../../demo/curriculum'

/** Groups of four in a hall of 40 m², and what was chosen for them, board by board told by its length. */

export const HEADS = 4
export const HALL_M2 = 40

export const frame: ClassFrame = {
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
export function candidate(group: number, id: string, m2: number, of: Partial<Candidate> = {}): Candidate {
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
  return { group, item, layer: 1, weight: 2, isNew: false, standing: 'current', liking: 1, ...of }
}

export const floorOf = (works: readonly (Candidate | undefined)[]): number =>
  works.reduce((sum, work) => sum + (work ? (work.item.footprintM2 ?? 0) * HEADS : 0), 0)

/** @param spare what a group could work instead */
export function smallHall(
  chosen: Choice['chosen'],
  lengths: WorkLength[],
  spare: readonly Candidate[] = [],
): { club: ClubFacts; groups: DraftGroup[]; choice: Choice } {
  const all = [...chosen.map((one) => one.candidate), ...spare]
  const many = Math.max(...all.map(({ group }) => group)) + 1
  const settings = { ...NO_CLUB.settings, hall: { areaM2: HALL_M2, hot: false, kit: [] } }
  return {
    club: { ...NO_CLUB, settings },
    groups: Array.from({ length: many }, (_, index) => ({
      index,
      id: `group-${index}`,
      name: `Group ${index}`,
      heads: HEADS,
      students: [],
      of: 6,
      weights: new Map(),
      candidates: all.filter(({ group }) => group === index),
      unwritten: false,
      jumpLimit: 100,
    })),
    choice: {
      chosen,
      stretches: [{ known: lengths, shown: [], freeSec: 0, pinned: [] }],
      shows: [],
      warmup: [],
      plainWarmupSec: 0,
      cooldownSec: 0,
    },
  }
}

/** Nothing is pinned. */
export const nothingPinned = (groups: number): PinnedBase => ({
  groups: Array.from({ length: groups }, () => ({
    workSec: 0,
    talkSec: 0,
    byItem: new Map(),
    byCategory: new Map(),
    jumps: 0,
    headSec: 0,
    newItems: new Set<string>(),
    falls: false,
  })),
  prepared: new Map(),
  restedSec: new Map(),
  asked: new Map(),
  raisedSec: 0,
  power: false,
})
