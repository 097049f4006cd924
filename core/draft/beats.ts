import type { Item } from '../curriculum/item'
import { repSecOf } from '../curriculum/boards'
import type { PlainDose } from '../plan/doses'

/**
 * The doses a draft chooses among. Every one of them is four bouts (eight, from six minutes on) with gaps of ten seconds between, whatever
 * it counts: sets, sides and roles fall on the same beats. So groups at different things begin and stop together, on one count or one clock.
 */

/** Seconds of work that a board may have for each student. */
export const WORK_LENGTHS = [120, 180, 240, 360] as const
export type WorkLength = (typeof WORK_LENGTHS)[number]

export const GAP_SEC = 10
/** Longer than this a bout is not counted on end. */
const LONGEST_BOUT_SEC = 60

export const boutsOf = (workSec: number): number => (workSec / 4 <= LONGEST_BOUT_SEC ? 4 : 8)

/** From the first rep to the last, gaps and all. */
export const bodySec = (workSec: number): number => workSec + (boutsOf(workSec) - 1) * GAP_SEC

/** Numbers of reps that are counted in a set. */
const SET_REPS = [40, 36, 30, 24, 20, 18, 15, 12, 10, 9, 8, 6, 5, 4, 3]

/** Free play has no turns: both do both. */
const FREE = new Set(['sparring', 'games'])
/** Worked by the clock: nobody counts a form, a hold on the ground or a game. */
const TIMED = new Set(['forms', 'weapons', 'groundwork', 'sparring', 'games', 'conditioning', 'mobility'])

export interface Shape {
  sides: 1 | 2
  roles: 1 | 2
  /** Reps of a bout where they are counted. */
  reps: number | undefined
}

/** How an item is worked through a bout of so many seconds: at its full speed or slower, so that the reps fill the bout to the millisecond. */
export function shapeOf(item: Item, workSec: number): Shape {
  const { category, partner, repSec } = item
  const free = FREE.has(category)
  const sides = free ? 1 : item.sides
  const roles = partner === 'partner' && !free ? 2 : 1
  const timed = free || category === 'forms' || (TIMED.has(category) && !repSec)
  const reps = timed ? undefined : repsFilling(workSec / boutsOf(workSec), repSecOf(item).full)
  return { sides, roles, reps }
}

/** The most reps, each of at least so many seconds, that fill a bout to the millisecond. */
export function repsFilling(boutSec: number, repSec: number): number | undefined {
  const boutMs = boutSec * 1000
  return SET_REPS.find((many) => boutMs % many === 0 && boutMs / many >= repSec * 1000)
}

export const sameShape = (a: Shape, b: Shape): boolean => a.sides === b.sides && a.roles === b.roles

/** The dose of a shape: `workSec` of work for each student after `setupSec` of showing it. */
export function doseOf(shape: Shape, workSec: number, setupSec: number): PlainDose {
  const bouts = boutsOf(workSec)
  return setsOf(shape, workSec / bouts, bouts / (shape.sides * shape.roles), setupSec)
}

/** So many bouts on each side and in each role. */
export function setsOf(
  { sides, roles, reps }: Shape,
  boutSec: number,
  sets: number,
  setupSec: number,
): PlainDose {
  const common = { restSec: GAP_SEC, sides, roles, switchSec: GAP_SEC, swapSec: GAP_SEC, setupSec }
  return reps === undefined
    ? { kind: 'rounds', rounds: sets, workSec: boutSec, ...common }
    : { kind: 'count', sets, reps, tempoSec: boutSec / reps, alternate: false, ...common }
}

/** Reps that one student performs in `workSec`, counted or at the item's own speed. */
export function repsPerformed(item: Item, workSec: number): number {
  const { roles, reps } = shapeOf(item, workSec)
  const bouts = boutsOf(workSec) / roles
  if (reps !== undefined) return bouts * reps
  const full = item.repSec?.full ?? 0
  return full > 0 ? bouts * Math.floor(workSec / boutsOf(workSec) / full) : 0
}
