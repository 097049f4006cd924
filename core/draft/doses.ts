import { CATEGORIES } from '../curriculum/categories'
import type { Item } from '../curriculum/item'
import { repSecOf } from '../curriculum/boards'
import type { PlainDose } from '../plan/doses'
import { PHASES } from '../plan/phases'

/**
 * The doses a draft writes. Whatever is counted, timed or changed falls on the same beats: four bouts with ten seconds between. So groups at
 * different things begin and stop together.
 */

export const GAP_SEC = 10
export const BOUTS = 4
/** Between two steps of a thread: what changes is shown. */
export const BRIDGE_SEC = 15
/** Seconds in which what everybody knows is set up, and in which a thread is shown. */
export const SETUP_SEC = 15
export const SHOW_SEC = 60

/** What is known is kept by three minutes. */
export const KEPT_SEC = 180

/** From the first rep of four bouts to the last. */
export const bodySec = (workSec: number): number => workSec + (BOUTS - 1) * GAP_SEC

/** Steps of a thread of so many seconds of work. */
export const stepsIn = (workSec: number): number => (workSec < 400 ? 2 : workSec < 800 ? 3 : 4)

/** A thread's length without what is shown first. */
export function threadSec(workSec: number): number {
  const steps = stepsIn(workSec)
  return steps * bodySec(workSec / steps) + (steps - 1) * BRIDGE_SEC
}

/** Numbers of reps that are counted in a bout. */
const BOUT_REPS = [40, 36, 30, 24, 20, 18, 15, 12, 10, 9, 8, 6, 5, 4, 3]

/** Free play has no turns: both do both. */
const FREE: ReadonlySet<string> = new Set(['sparring', 'games'])
/** Worked by the clock: nobody counts a form, a hold on the ground or a game. */
const TIMED: ReadonlySet<string> = new Set([
  'forms',
  'weapons',
  'groundwork',
  'sparring',
  'games',
  'conditioning',
  'mobility',
])

export interface Shape {
  sides: 1 | 2
  roles: 1 | 2
  /** Reps of a bout where they are counted. */
  reps: number | undefined
}

export const isFree = ({ category }: Pick<Item, 'category'>): boolean => FREE.has(category)

/** How an item is worked in bouts of so many seconds: at its full speed or slower, so that the reps fill the bout to the millisecond. */
export function shapeOf(item: Item, boutSec: number, speed: 'full' | 'teach' = 'full'): Shape {
  const { category, partner, repSec } = item
  const free = isFree(item)
  const timed = free || category === 'forms' || (TIMED.has(category) && !repSec)
  return {
    sides: free ? 1 : item.sides,
    roles: partner === 'partner' && !free ? 2 : 1,
    reps: timed ? undefined : repsFilling(boutSec, repSecOf(item)[speed]),
  }
}

/** The most reps, each of at least so many seconds, that fill a bout to the millisecond. */
export function repsFilling(boutSec: number, repSec: number): number | undefined {
  const boutMs = boutSec * 1000
  return BOUT_REPS.find((many) => boutMs % many === 0 && boutMs / many >= repSec * 1000)
}

export const sameShape = (a: Shape, b: Shape): boolean => a.sides === b.sides && a.roles === b.roles

/** Four bouts of a shape, on each side and in each role as often: `workSec` of work for each student after `setupSec` of showing it. */
export function doseOf({ sides, roles, reps }: Shape, workSec: number, setupSec: number): PlainDose {
  const boutSec = workSec / BOUTS
  const times = BOUTS / (sides * roles)
  const common = { restSec: GAP_SEC, sides, roles, switchSec: GAP_SEC, swapSec: GAP_SEC, setupSec }
  return reps === undefined
    ? { kind: 'rounds', rounds: times, workSec: boutSec, ...common }
    : { kind: 'count', sets: times, reps, tempoSec: boutSec / reps, alternate: false, ...common }
}

/** Reps that one student performs in `workSec` at the most, counted or at the item's own speed. */
export function repsPerformed(item: Item, workSec: number): number {
  const full = repSecOf(item).full
  const { roles } = shapeOf(item, workSec / BOUTS)
  return full > 0 ? Math.ceil(workSec / roles / full) : 0
}

/** How hard a board of an item is. */
export const intensityOf = ({ intensity, category }: Pick<Item, 'intensity' | 'category'>): number =>
  intensity ?? PHASES[CATEGORIES[category].phase].intensity
