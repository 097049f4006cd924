import type { Category } from '../curriculum/categories'
import { spokenName, type Item } from '../curriculum/item'
import { LADDER_ROLES, ladderNotes, partnerLadder, rungsInTurns } from '../curriculum/partner-ladder'
import { stepsOf } from '../curriculum/steps'
import type { LadderDose } from '../plan/doses'
import type { Candidate } from './candidates'
import { BOUTS, BRIDGE_SEC, doseOf, isFree, shapeOf, stepsIn } from './doses'

/**
 * How a thread is built up for those who work it: from its easiest step to the hardest they are ready for. Partner work climbs its ladder,
 * what may be done either way goes from alone to a partner who only holds to one who moves, the rest from slow to quick; layer by layer,
 * the last at the layer that is theirs.
 */

export interface Step {
  title: string
  layer: number
  roles: 1 | 2
  /** The first is worked at the speed at which it is taught. */
  isSlow: boolean
}

/** Steps of what is done alone, by category. */
const ALONE: Partial<Record<Category, readonly string[]>> = {
  falls: ['Low and slow', 'From a squat or a step', 'Standing, both ways', 'On the move'],
  footwork: ['On the spot, slowly', 'Along the floor', 'Changing on the call', 'Against the clock'],
  forms: ['Section by section', 'Two sections at a time', 'The whole of it', 'Once more, as at a grading'],
  weapons: ['Slowly, for the line', 'Stepping', 'At speed, stopping dead', 'Changing on the call'],
  sparring: [
    'One attacks, one answers',
    'Roles change on the call',
    'Both, within the limit',
    'Free, within the limit',
  ],
}
const USUAL = ['Slowly, for shape', 'At speed', 'On the move', 'On the call']
const WITH_SOMEBODY = ['Alone, slowly', 'Partner only holds', 'Partner moves', 'Partner answers']
const BROKEN_DOWN = ['Step by step, on the count', 'Joined', 'All in one', 'All in one, on the move']

/** The steps of a thread for a candidate. */
export function stepsFor(candidate: Candidate, workSec: number): Step[] {
  const { item, layer } = candidate
  const many = stepsIn(workSec)
  const titles = titlesFor(candidate, many)
  const byTwo = item.partner === 'partner' && !isFree(item)
  return titles.map((title, s) => ({
    title,
    layer: Math.max(1, layer - (many - 1 - s)),
    roles: byTwo || (item.partner === 'both' && !isFree(item) && s > 0) ? 2 : 1,
    isSlow: s === 0,
  }))
}

function titlesFor({ item, layer, isNew }: Candidate, many: number): string[] {
  if (item.partner === 'partner' && !isFree(item)) return rungsFor(item, isNew, many)
  if (item.partner === 'both' && !isFree(item)) return WITH_SOMEBODY.slice(0, many)
  if (isNew && stepsOf(item, layer).length > 1) return BROKEN_DOWN.slice(0, many)
  return [...(ALONE[item.category] ?? USUAL).slice(0, many)]
}

/** Rungs on which partners take turns, none left out; what is new stays on the first for longer. */
function rungsFor(item: Item, isNew: boolean, many: number): string[] {
  const ladder = partnerLadder([item])
  const inTurns = ladder.slice(0, rungsInTurns(ladder.length)).map(({ title }) => title)
  const titles = isNew
    ? [inTurns[0] ?? 'Slowly', `${inTurns[0] ?? ''}, a little quicker`, ...inTurns.slice(1)]
    : inTurns
  for (let n = 2; titles.length < many; n++)
    titles.push(`${titles.at(-1)?.replace(/, again.*/, '') ?? ''}, again${n > 2 ? ' and again' : ''}`)
  return titles.slice(0, many)
}

/** Those for whom the steps are the same work on one ladder. */
export const sameSteps = (a: readonly Step[], b: readonly Step[]): boolean =>
  a.every((step, s) => step.title === b[s]?.title && step.layer === b[s]?.layer)

/** A thread as a ladder: `workSec` of work over all its steps. */
export function threadDose(
  item: Item,
  steps: readonly Step[],
  workSec: number,
  setupSec: number,
): LadderDose {
  const each = workSec / steps.length
  return {
    kind: 'ladder',
    stages: steps.map(({ title, layer, roles, isSlow }) => {
      const shape = { ...shapeOf(item, each / BOUTS, isSlow ? 'teach' : 'full'), roles }
      const dose = doseOf(shape, each, 0)
      return { title, layer, dose: roles === 2 ? { ...dose, roleNames: LADDER_ROLES } : dose }
    }),
    bridgeSec: BRIDGE_SEC,
    setupSec,
  }
}

/** What each step asks of those who work it, a line each, where it is a ladder's rung. */
export function stepNotes(item: Item, steps: readonly Step[]): string | undefined {
  if (item.partner !== 'partner' || isFree(item)) return undefined
  const rungs = partnerLadder([item]).filter(({ title }) => steps.some((step) => step.title === title))
  return rungs.length ? `${spokenName(item)}:\n${ladderNotes(rungs)}` : undefined
}
