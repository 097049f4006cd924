import type { Plan } from '../plan/schema'
import type { Timeline } from '../plan/timeline'
import type { CallMode } from './call-mode'
import { inForce } from './event'
import type { RunEvent } from './events'
import type { Leg } from './legs'
import { Replay } from './replay'

export type RunPhase = 'ready' | 'running' | 'paused' | 'finished'

/** An item that a student works instead, at one of its layers. */
export interface Did {
  technique: string
  layer: number
}

/** A class as it was run so far. Wall times are ms since 1970, positions ms of the plan's timeline. */
export interface Run {
  phase: RunPhase
  startedAt: number | undefined
  finishedAt: number | undefined
  /** Since when the class is held, while it is. */
  pausedAt: number | undefined
  /** The plan as it stands: with what was put in, changed and shortened on the floor. */
  plan: Plan
  timeline: Timeline
  /** Where in the plan the class is; the plan's total when all of it is done. */
  position: number
  skipped: ReadonlySet<string>
  /** Boards that go on as another one, because they were changed while they were worked. */
  heirs: ReadonlyMap<string, string>
  /** As the clock ran. */
  legs: Leg[]
  /** The way of groups that differs from it: in the middle of a piece, a board was changed for others. */
  legsOf: ReadonlyMap<string, Leg[]>
  /** What the class waits for: the word to begin, the next rep, link or move, or that what is worked ends. */
  waitsFor: 'begin' | 'count' | 'end' | undefined
  /** Since when it waits, ms since 1970. */
  waitsSince: number | undefined
  /** Reps called so far of the set that is counted by word; of one called link by link the links, of a form its moves. */
  counted: number
  /** What was added to what is on now, ms; below 0 what was taken off. */
  moreMs: number
  /** Of what is on, what was gone back because more was asked for, ms. */
  relivedMs: number
  /** The set, round, hold or run that is on is done once more when it is over. */
  hasAnother: boolean
  /** The device that runs the class. */
  lead: { device: string; name: string } | undefined
  /** When recordings began. */
  films: number[]
  /** A drill of calls that was begun, and when. */
  calls: { mode: CallMode; at: number } | undefined
  /** Groups and students who are done with what is worked at their own pace now. */
  done: ReadonlySet<string>
  /** By how many steps boards were made harder than planned; below 0, easier. */
  steps: ReadonlyMap<string, number>
  /** What single students do at a board instead of what all do: by student, then by board as it was when that was said. */
  did: ReadonlyMap<string, ReadonlyMap<string, Did>>
  /** How many calls each student missed. */
  missed: ReadonlyMap<string, number>
}

/**
 * Replays the events of a class up to a moment. Pure and complete: the same events give the same run on the device that
 * held them, on another, after a reload, and on the server.
 *
 * @param now ms since 1970; the class is taken to run on until then
 */
export function replay(plan: Plan, events: readonly RunEvent[], now: number): Run {
  const known = upToLast.get(events)
  if (known?.plan === plan && known.many === events.length && known.last <= now)
    return known.run.copy().passTo(now).result
  const run = new Replay(plan)
  const inOrder = inForce(events)
  const last = inOrder.at(-1)?.at ?? -Infinity
  for (const event of inOrder) {
    if (event.at > now) break
    run.act(event)
  }
  if (last <= now) upToLast.set(events, { plan, many: events.length, last, run: run.copy() })
  return run.passTo(now).result
}

/** A class up to its last act, kept with the very list of acts it was read from: the clock asks ten times a second. */
const upToLast = new WeakMap<readonly RunEvent[], { plan: Plan; many: number; last: number; run: Replay }>()
