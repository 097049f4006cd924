import { repSecOf } from '../../curriculum/boards'
import {
  LADDER_ROLES,
  ladderNotes,
  openNext,
  partnerLadder,
  rungsInTurns,
} from '../../curriculum/partner-ladder'
import { reachedByMost } from '../candidates'
import { GAP_SEC, boutsOf, repsFilling, setsOf, shapeOf } from '../beats'
import type { Progression, Worked } from './progress'

/**
 * Partner work climbs its ladder where it would be so many sets of the same: a set on each rung from the first, the rest on the highest.
 * Only rungs are climbed that a group has earned, and on which partners take turns.
 */
export const upTheLadder: Progression = (work) => {
  const { item, workSec, setupSec } = work
  const shape = shapeOf(item, workSec)
  const sets = boutsOf(workSec) / (shape.sides * shape.roles)
  const rungs = Math.min(sets, rungsEarned(work))
  if (shape.roles === 1 || rungs < 2) return undefined
  const stages = partnerLadder([item]).slice(0, rungs)
  const boutSec = workSec / boutsOf(workSec)
  // The first rung is for looking: at the speed at which it is taught.
  const slowly = { ...shape, reps: shape.reps && repsFilling(boutSec, repSecOf(item).teach) }
  return {
    dose: {
      kind: 'ladder',
      stages: stages.map(({ title }, rung) => ({
        title,
        dose: {
          ...setsOf(rung === 0 ? slowly : shape, boutSec, rung === rungs - 1 ? sets - rung : 1, 0),
          roleNames: LADDER_ROLES,
        },
      })),
      bridgeSec: GAP_SEC,
      setupSec,
    },
    says: `Up its ladder, from “${stages[0]?.title}” to “${stages.at(-1)?.title}”.`,
    notes: ladderNotes(stages),
  }
}

/** One rung, and where their marks are good one more for every day on which most of the group were at it. */
function rungsEarned({ item, students }: Worked): number {
  const had = students.map(({ practised }) => practised.get(item.id))
  if (!openNext(had.flatMap((one) => one?.mark ?? []))) return 1
  const days = reachedByMost(had.map((one) => one?.days ?? 0))
  return Math.min(rungsInTurns(partnerLadder([item]).length), 1 + days)
}
