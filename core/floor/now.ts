import type { PlacedBlock } from '../plan/timeline'
import { groupAt, type GroupNow } from '../plan/moment'
import { calledAt, type CalledNow } from './called'
import { comingAt, keptFrom, placeAt, remainingMs, type Course } from './course'
import type { Run } from './run'
import { segmentAt } from './segment'

/** What the floor shows at a moment. */
export interface FloorNow {
  /** The block under way, or the one a transition leads to; none before the start and after the end. */
  placed: PlacedBlock | undefined
  index: number
  inTransition: boolean
  /** Ms left of the block, or of the transition. */
  leftMs: number
  /** Ms left of what is on now: this round, rest, hold, run or explanation, with what was added to it. */
  stretchLeftMs: number
  /** Ms of what is on now, from its beginning to its end. */
  stretchMs: number
  coming: PlacedBlock | undefined
  /** What comes after the board that is shown: while one is being made ready, the one after it. */
  next: PlacedBlock | undefined
  /** Ms until the board that is shown is over: while it is made ready, all of it is still to come. */
  toNextMs: number
  /** Ms into the board. */
  inMs: number
  /** More that was asked for of what is on: ms of it that were lived through, and that are to come. */
  again: { livedMs: number; toComeMs: number }
  /** Ms until the class is done as it stands. */
  toEndMs: number
  /** What each group does, in the plan's order. */
  groups: GroupNow[]
  /** What is called now: the span of the dose that leads. */
  called: CalledNow | undefined
}

/** Reads a run. Pure: the same run shows the same on every screen. */
export function floorNow(run: Run): FloorNow {
  const { timeline, position, moreMs } = run
  const course: Course = { timeline, skipped: run.skipped }
  const place = placeAt(course, position)
  const placed = place && timeline.blocks[place.index]
  const inTransition = place?.inTransition ?? false
  const end = placed ? (inTransition ? placed.at : placed.at + placed.ms) : position
  const inBlock = placed && !inTransition ? position - placed.at : 0
  const segment = segmentAt(timeline, position)
  const leftMs = Math.max(0, end - position + moreMs)
  return {
    placed,
    index: place?.index ?? timeline.blocks.length,
    inTransition,
    leftMs,
    stretchLeftMs: Math.max(0, (segment ? segment.to - position : 0) + moreMs),
    stretchMs: segment ? segment.to - segment.from : 0,
    coming: comingAt(course, position),
    next: place && keptFrom(course, place.index + 1),
    toNextMs: leftMs + (inTransition ? (placed?.ms ?? 0) : 0),
    inMs: inBlock,
    again: { livedMs: run.relivedMs, toComeMs: Math.max(0, moreMs) },
    toEndMs: Math.max(0, remainingMs(course, position) + moreMs),
    groups: (placed?.lanes ?? []).map((lane) => groupAt(lane, inBlock)),
    called: placed && !inTransition ? calledAt(placed.calls, inBlock) : undefined,
  }
}

const isAlike = (a: GroupNow, b: GroupNow | undefined): boolean =>
  a.stretch === b?.stretch &&
  a.span === b?.span &&
  a.shown?.span === b?.shown?.span &&
  Math.floor((a.waitMs ?? -1) / 1000) === Math.floor((b?.waitMs ?? -1) / 1000)

/** The same moment with each group as it was before where it does the same and waits as many seconds: the clock alone changes none of them. */
export function withGroupsKept(now: FloorNow, before: FloorNow | undefined): FloorNow {
  if (!before) return now
  const groups = now.groups.map((group, g) => (isAlike(group, before.groups[g]) ? before.groups[g]! : group))
  return { ...now, groups }
}

/** Whether nothing but the clock went on between two moments. */
export const isSameMoment = (a: FloorNow, b: FloorNow): boolean =>
  a.placed === b.placed &&
  a.inTransition === b.inTransition &&
  a.called?.span === b.called?.span &&
  a.coming === b.coming &&
  a.next === b.next &&
  a.groups.every((group, g) => group === b.groups[g])
