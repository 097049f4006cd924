import { creditPlan } from '../../core/people/credit'
import { layPlan } from '../../core/plan/timeline'
import { replay } from '../../core/floor/run'
import type { Plan } from '../../core/plan/schema'
import type { PresenceMark, RunEvent } from '../../core/floor/events'
import { toMs } from '../../core/kernel/units'
import { attendanceOf } from '../../core/people/register'
import type { Club } from '../db/in-club'
import type { ClassRow, LedgerRow } from '../db/rows'

type Figures = Omit<LedgerRow, 'clubId' | 'revision' | 'writtenAt'>

/** The attendance file of a class as it was run, in seconds of its plan. */
export async function attendanceOfClass(
  club: Club,
  plan: Plan,
  events: readonly RunEvent[],
  marks: readonly PresenceMark[],
) {
  const students = await club.students.all({}, { columns: ['id', 'groupId'] })
  const last = Math.max(0, ...events.map(({ at }) => at))
  const run = replay(layPlan(plan), events, last)
  return {
    run,
    attendance: attendanceOf(
      plan,
      run,
      marks,
      students.map(({ id, groupId }) => ({ id, group: groupId })),
    ),
  }
}

/**
 * Brings the ledger of a class to what its events and register say now. Nothing is overwritten: when the figures differ
 * from the newest revision, a new revision supersedes it; when they are the same, nothing is written, so finishing twice
 * writes once.
 *
 * @returns the number of the revision that stands
 */
export async function settleLedger(club: Club, row: ClassRow, figures: Figures[]): Promise<number> {
  const standing = await club.ledger.all({ classId: row.id, revision: row.ledgerRevision })
  if (same(standing, figures)) return row.ledgerRevision
  const revision = row.ledgerRevision + 1
  await club.ledger.addAll(figures.map((figure) => ({ ...figure, revision })))
  return revision
}

/** What every student practised in a class, as rows of the ledger. */
export function creditedRows(
  row: ClassRow,
  plan: Plan,
  attendance: Parameters<typeof creditPlan>[1],
): Figures[] {
  return creditPlan(plan, attendance).flatMap(({ student, practice }) =>
    practice.map((p) => ({
      classId: row.id,
      studentId: student,
      itemId: p.technique,
      layer: p.layer,
      day: row.day,
      workMs: toMs(p.workSec),
      holdingMs: toMs(p.holdingSec),
      repsL: p.repsL,
      repsR: p.repsR,
      repsN: p.repsN,
      received: p.received,
      estimated: p.estimated,
    })),
  )
}

const FIGURES = ['workMs', 'holdingMs', 'repsL', 'repsR', 'repsN', 'received', 'estimated'] as const

function same(standing: LedgerRow[], figures: Figures[]): boolean {
  if (standing.length !== figures.length) return false
  const key = (f: Pick<LedgerRow, 'studentId' | 'itemId' | 'layer'>) =>
    `${f.studentId} ${f.itemId} ${f.layer}`
  const byKey = new Map(standing.map((row) => [key(row), row]))
  return figures.every((figure) => {
    const row = byKey.get(key(figure))
    return row !== undefined && FIGURES.every((name) => row[name] === figure[name])
  })
}
