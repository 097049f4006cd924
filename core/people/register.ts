import { standing, type PresenceMark } from '../floor/events'
import type { Leg, Run } from '../floor/run'
import type { Plan } from '../plan/schema'
import { toSec } from '../kernel/units'
import type { Attendance, AttendanceRow } from './attendance'
import { common, merged, without, type Interval } from './intervals'

/** How a student stands on the register now. */
export type RegisterState = 'unknown' | 'here' | 'late' | 'out' | 'left' | 'away' | 'excused'

/** One student's line: state, since when they are there (wall ms; none: from the start), and the intervals sat out. */
export interface RegisterLine {
  state: RegisterState
  from: number | undefined
  to: number | undefined
  out: Interval[]
  reason: string | undefined
  /** The tap that made it so, for undo. */
  last: PresenceMark | undefined
}

const blank = (): RegisterLine => ({
  state: 'unknown',
  from: undefined,
  to: undefined,
  out: [],
  reason: undefined,
  last: undefined,
})

/** The register after all its taps, by student. */
export function readRegister(marks: readonly PresenceMark[]): Map<string, RegisterLine> {
  const lines = new Map<string, RegisterLine>()
  for (const mark of standing(marks)) {
    if (!mark.student) continue
    lines.set(mark.student, { ...tapped(lines.get(mark.student) ?? blank(), mark), last: mark })
  }
  return lines
}

function tapped(line: RegisterLine, mark: PresenceMark): RegisterLine {
  switch (mark.kind) {
    case 'here':
      return { ...blank(), state: 'here' }
    case 'late':
      return { ...blank(), state: 'late', from: mark.at }
    case 'out':
      return {
        ...line,
        state: 'out',
        to: undefined,
        reason: mark.reason,
        out: [...line.out, [mark.at, Infinity]],
      }
    case 'back':
      return { ...line, state: line.from === undefined ? 'here' : 'late', out: closed(line.out, mark.at) }
    case 'left':
      return { ...line, state: 'left', to: mark.at, reason: mark.reason }
    case 'away':
    case 'excused':
      return { ...blank(), state: mark.kind, reason: mark.reason }
    case 'clear':
    case 'undo':
      return blank()
  }
}

function closed(out: Interval[], at: number): Interval[] {
  return out.map(([from, to]) => [from, to === Infinity ? Math.max(from, at) : to])
}

/** Whether the student counts as in the hall. */
export function inHall(line: RegisterLine | undefined): boolean {
  return line !== undefined && (line.state === 'here' || line.state === 'late' || line.state === 'out')
}

/** Wall time carried over to the plan's time, by the legs in which the class ran. */
function ontoPlan(intervals: Interval[], legs: readonly Leg[]): Interval[] {
  return merged(
    legs.flatMap((leg) =>
      common(intervals, [[leg.from, leg.to]]).map(([from, to]): Interval => [
        leg.planFrom + from - leg.from,
        leg.planFrom + to - leg.from,
      ]),
    ),
  )
}

/** Everybody who took part in a class as it was run, as an attendance file: what was not run, nobody was there for. */
export function attendanceOf(
  plan: Plan,
  run: Run,
  marks: readonly PresenceMark[],
  students: readonly { id: string; group: string }[],
): Attendance {
  const lines = readRegister(marks)
  const groups = new Set(plan.groups.map(({ id }) => id))
  return {
    present: students.flatMap(({ id, group }) => {
      const line = lines.get(id)
      if (!line || !groups.has(group) || ['unknown', 'away', 'excused'].includes(line.state)) return []
      const there = without(line.from ?? -Infinity, line.to ?? Infinity, line.out)
      const row = rowOf(id, group, ontoPlan(there, run.legs))
      return row ? [row] : []
    }),
  }
}

function rowOf(student: string, group: string, there: Interval[]): AttendanceRow | undefined {
  const first = there[0]
  const last = there.at(-1)
  if (!first || !last) return undefined
  const out = there.slice(1).map(([from], i): Interval => [toSec(there[i]?.[1] ?? from), toSec(from)])
  return {
    student,
    group,
    fromSec: toSec(first[0]),
    toSec: toSec(last[1]),
    ...(out.length ? { out } : {}),
  }
}
