import { groupTimes } from '../../core/floor/group-times'
import type { PresenceMark, RunEvent } from '../../core/floor/events'
import { replay, type Run, type RunPhase } from '../../core/floor/run'
import type { Attendance } from '../../core/people/attendance'
import type { Stood } from '../../core/people/attendance-figures'
import { creditTold } from '../../core/people/credit'
import {
  attendanceOf,
  readRegister,
  type InClass,
  type RegisterLine,
  type Threes,
} from '../../core/people/register'
import type { Plan } from '../../core/plan/schema'
import { toMs } from '../../core/kernel/units'
import type { ClassRow, Figures, PracticeRow } from '../db/rows'

/**
 * What the events of a class come to: the long part of settling one, with no database in it. It runs in a thread of its own, so that a class with
 * thousands of acts holds up nobody.
 */

/** What one student practised of one item at one layer in a class. */
export type Credited = Pick<PracticeRow, 'studentId' | 'itemId' | 'layer'> & Figures

export interface SettlementInput {
  /** The plan the class was begun with. */
  plan: Plan
  acts: RunEvent[]
  marks: PresenceMark[]
  students: InClass[]
  threes: [student: string, boards: readonly string[]][]
}

export interface Settlement {
  state: ClassRow['state']
  /** None while the class is not over. */
  figures: Credited[]
  stood: [student: string, stood: Stood | null][]
  /** Where the time went, as JSON; nothing while the class is not over. */
  times: string | null
}

const STATE: Record<RunPhase, ClassRow['state']> = {
  ready: 'planned',
  running: 'running',
  paused: 'running',
  finished: 'finished',
}

/** A class as it was run, up to its last act. */
export function runOfClass(plan: Plan, events: readonly RunEvent[]): Run {
  const last = events.reduce((latest, { at }) => Math.max(latest, at), 0)
  return replay(plan, events, last)
}

/** A class as it was run, and its attendance file in seconds of the plan as it stood in the end. */
export function attendanceOfClass(
  plan: Plan,
  events: readonly RunEvent[],
  marks: readonly PresenceMark[],
  students: readonly InClass[],
  threes: Threes,
) {
  const run = runOfClass(plan, events)
  return { run, attendance: attendanceOf(run, marks, students, threes) }
}

/**
 * What every student practised in a class.
 *
 * @throws RangeError where a figure is not finite: a stored document was not what it seemed, and nothing of it is written
 */
export function creditedRows(plan: Plan, attendance: Attendance): Credited[] {
  const rows = creditTold(plan, attendance).flatMap(({ student, practice }) =>
    practice.map((p) => ({
      studentId: student,
      itemId: p.technique,
      layer: p.layer,
      workMs: toMs(p.workSec),
      holdingMs: toMs(p.holdingSec),
      repsL: p.repsL,
      repsR: p.repsR,
      repsN: p.repsN,
      received: p.received,
      estimated: p.estimated,
      inCombinations: p.inCombinations,
      inRoles: p.inRoles,
      sections: p.sections ? JSON.stringify(p.sections) : null,
    })),
  )
  for (const row of rows)
    for (const [name, value] of Object.entries(row))
      if (typeof value === 'number' && !(Number.isSafeInteger(value) && value >= 0))
        throw new RangeError(`${name} of ${row.itemId} is ${value}, which is no figure`)
  return rows
}

/** Who took part and who did not, by what the register says now. Nothing is known while a class is not over. */
export function stoodOf(
  students: readonly string[],
  attendance: Attendance | undefined,
  register: ReadonlyMap<string, RegisterLine>,
): Map<string, Stood | null> {
  const rows = new Map(attendance?.present.map((row) => [row.student, row]))
  return new Map(
    students.map((id) => {
      const row = rows.get(id)
      const stood = row
        ? row.remote
          ? 'home'
          : 'there'
        : register.get(id)?.state === 'excused'
          ? 'excused'
          : 'away'
      return [id, attendance ? stood : null]
    }),
  )
}

export function settlementOf({ plan, acts, marks, students, threes }: SettlementInput): Settlement {
  const run = runOfClass(plan, acts)
  const state = STATE[run.phase]
  const attendance = state === 'finished' ? attendanceOf(run, marks, students, new Map(threes)) : undefined
  const stood = stoodOf(
    students.map(({ id }) => id),
    attendance,
    readRegister(marks),
  )
  return {
    state,
    figures: attendance ? creditedRows(run.plan, attendance) : [],
    stood: [...stood],
    times: attendance ? timesOf(run, students, stood) : null,
  }
}

/** Where the time went for those who came, as it is kept. */
function timesOf(run: Run, students: readonly InClass[], stood: ReadonlyMap<string, Stood | null>): string {
  const heads = new Map<string, number>()
  for (const { id, group } of students)
    if (stood.get(id) === 'there') heads.set(group, (heads.get(group) ?? 0) + 1)
  return JSON.stringify(groupTimes(run, heads))
}
