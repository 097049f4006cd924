import { inForce } from '../floor/event'
import { type PresenceMark } from '../floor/events'
import { calledTo } from '../floor/board-calls'
import { withHeirs } from '../floor/heirs'
import type { Leg } from '../floor/legs'
import type { Did, Run } from '../floor/run'
import { toSec } from '../kernel/units'
import { groupInHall } from './placed'
import type { Attendance, AttendanceRow } from './attendance'
import { ownVersionsIn } from './own-layers'
import { common, without, type Interval } from './intervals'

/** How a student stands on the register now. */
export type RegisterState = 'unknown' | 'here' | 'home' | 'late' | 'out' | 'left' | 'away' | 'excused'

/** One student's line: state, when they were there and when they sat out (wall ms; -Infinity: from the start). */
export interface RegisterLine {
  state: RegisterState
  there: Interval[]
  out: Interval[]
  reason: string | undefined
  /** They take part from home: in no count of the hall, and with nobody. */
  remote: boolean
  /** The group they were put into for this class alone. */
  group: string | undefined
  /** The tap that made it so, for undo. */
  last: PresenceMark | undefined
}

const blank = (): RegisterLine => ({
  state: 'unknown',
  there: [],
  out: [],
  reason: undefined,
  remote: false,
  group: undefined,
  last: undefined,
})
const ALWAYS: Interval = [-Infinity, Infinity]

/** The register after all its taps, by student. */
export function readRegister(marks: readonly PresenceMark[]): Map<string, RegisterLine> {
  const lines = new Map<string, RegisterLine>()
  for (const mark of inForce(marks)) {
    if (!mark.student) continue
    const before = lines.get(mark.student) ?? blank()
    const group = mark.kind === 'clear' ? undefined : (mark.group ?? before.group)
    lines.set(mark.student, { ...tapped(before, mark), group, last: mark })
  }
  return lines
}

/** Somebody of whom nothing was said is taken to have been there from the start; who was away or had left comes back now. */
function arrivals(line: RegisterLine, at: number): Interval[] {
  if (line.state === 'unknown') return [ALWAYS]
  return takesPart(line) ? line.there : [...line.there, [at, Infinity]]
}

/** When somebody came in after the start; nothing for who was there from the first bow. */
export function cameAt(line: RegisterLine): number | undefined {
  const from = line.there[0]?.[0]
  return from === undefined || from === -Infinity ? undefined : from
}

function tapped(line: RegisterLine, mark: PresenceMark): RegisterLine {
  switch (mark.kind) {
    case 'here':
      return { ...blank(), state: 'here', there: [ALWAYS] }
    case 'home':
      return { ...blank(), state: 'home', there: [ALWAYS], remote: true }
    case 'late':
      return { ...blank(), state: 'late', there: [[mark.at, Infinity]] }
    case 'out':
      return {
        ...line,
        state: 'out',
        there: arrivals(line, mark.at),
        out: [...closed(line.out, mark.at), [mark.at, Infinity]],
        reason: mark.reason,
      }
    case 'back': {
      const there = arrivals(line, mark.at)
      const back = { ...line, there, out: closed(line.out, mark.at), reason: undefined }
      if (back.remote) return { ...back, state: 'home' }
      return { ...back, state: cameAt(back) === undefined ? 'here' : 'late' }
    }
    case 'left':
      return {
        ...line,
        state: 'left',
        there: closed(line.state === 'unknown' ? [ALWAYS] : line.there, mark.at),
        out: closed(line.out, mark.at),
        reason: mark.reason,
      }
    case 'away':
    case 'excused':
      return { ...blank(), state: mark.kind, reason: mark.reason }
    case 'clear':
    case 'undo':
      return blank()
  }
}

/** What is still open ends at a moment. */
function closed(intervals: readonly Interval[], at: number): Interval[] {
  return intervals.map(([from, to]) => [from, to === Infinity ? Math.max(from, at) : to])
}

/** Whether the student is there now, in the hall or from home, sitting out or not. */
function takesPart(line: RegisterLine): boolean {
  return ['here', 'home', 'late', 'out'].includes(line.state)
}

/** Whether the student counts as in the hall. */
export function inHall(line: RegisterLine | undefined): boolean {
  return line !== undefined && !line.remote && takesPart(line)
}

/** Whether the student can be given a partner now: in the hall, and not sitting out. */
export const mayPair = (line: RegisterLine | undefined): boolean => inHall(line) && line?.state !== 'out'

/**
 * Wall time carried over to the plan's time, by the legs in which the class ran, in that order: what was done again is there twice. A
 * rep called by word belongs to whoever was there when it was called.
 */
function ontoPlan(intervals: Interval[], legs: readonly Leg[]): Interval[] {
  const lived = legs.flatMap((leg): Interval[] => {
    const { from, to, planFrom, planTo } = leg
    if (leg.called)
      return intervals.some(([start, end]) => start <= from && from < end) ? [[planFrom, planTo]] : []
    return common(intervals, [[from, to]]).map(([start, end]) => [
      planFrom + start - from,
      planFrom + end - from,
    ])
  })
  return lived.reduce<Interval[]>((joined, [from, to]) => {
    const last = joined.at(-1)
    if (last && last[1] === from) last[1] = to
    else joined.push([from, to])
    return joined
  }, [])
}

/** The boards at which students were in a group of three, by student. */
export type Threes = ReadonlyMap<string, readonly string[]>

/** Somebody a class may be credited to: the group and rank they had then, and the versions they work at, by item. */
export interface InClass {
  id: string
  group: string
  rank?: string
  own?: Readonly<Record<string, number>> | undefined
}

/** Everybody who took part in a class as it was run, as an attendance file: what was not run, nobody was there for. */
export function attendanceOf(
  run: Run,
  marks: readonly PresenceMark[],
  students: readonly InClass[],
  threes?: Threes,
): Attendance {
  const { plan } = run
  const lines = readRegister(marks)
  return {
    present: students.flatMap(({ id, own, ...who }) => {
      const line = lines.get(id)
      const group = groupInHall(plan.groups, { ...who, tonight: line?.group })
      if (!line || !group || ['unknown', 'away', 'excused'].includes(line.state)) return []
      const there = line.there.flatMap(([from, to]) => without(from, to, line.out))
      const lived = ontoPlan(there, run.legsOf.get(group.id) ?? run.legs)
      const row = rowOf(id, group.id, lived)
      const called = calledTo(run.timeline.blocks, lived)
      const versions = own ? ownVersionsIn(plan, group.id, own) : []
      const did = didOf(run, id)
      if (!row) return []
      const inThree = line.remote ? undefined : threes?.get(id)
      return [
        {
          ...row,
          ...(versions.length ? { versions } : {}),
          ...(did.length ? { did } : {}),
          ...(called.length ? { called } : {}),
          ...(line.remote ? { remote: true } : {}),
          ...(inThree?.length ? { trio: inThree.flatMap((board) => withHeirs(run.heirs, board)) } : {}),
        },
      ]
    }),
  }
}

/** What somebody did instead at single boards; a board that went on as another one is all of those. */
function didOf({ did, heirs, plan }: Run, student: string): NonNullable<AttendanceRow['did']> {
  const known = new Set(plan.blocks.map(({ id }) => id))
  const by = new Map<string, Did>()
  for (const [board, one] of did.get(student) ?? [])
    for (const block of withHeirs(heirs, board)) if (known.has(block)) by.set(block, one)
  return [...by].map(([block, one]) => ({ block, ...one }))
}

/** What was lived through once, in order, is told from when to when; anything else stretch by stretch. */
function rowOf(student: string, group: string, there: Interval[]): AttendanceRow | undefined {
  const first = there[0]
  const last = there.at(-1)
  if (!first || !last) return undefined
  const isOnce = there.every(([from], i) => from >= (there[i - 1]?.[1] ?? 0))
  if (!isOnce) return { student, group, spans: there.map(([from, to]): Interval => [toSec(from), toSec(to)]) }
  const out = there.slice(1).map(([from], i): Interval => [toSec(there[i]?.[1] ?? from), toSec(from)])
  return {
    student,
    group,
    fromSec: toSec(first[0]),
    toSec: toSec(last[1]),
    ...(out.length ? { out } : {}),
  }
}
