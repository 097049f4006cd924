import { randomUUID } from 'node:crypto'
import type { Plan } from '../../core/plan/schema'
import type { PresenceMark, RunEvent } from '../../core/floor/events'
import type { Club } from '../db/in-club'
import type { ClassRow } from '../db/rows'
import { badFields, notFound, Problem } from '../http/problem'
import { fault } from '../../core/kernel/faults'
import { attendanceOfClass, creditedRows, settleLedger } from './ledger'

export interface Batch {
  run: RunEvent[]
  presence: PresenceMark[]
  /** The version of the plan the device is running. */
  planVersion?: number | undefined
}

export async function findClass(club: Club, id: string): Promise<ClassRow> {
  const row = await club.classes.one({ id })
  if (!row) throw notFound('class')
  return row
}

export async function eventsOf(club: Club, classId: string): Promise<RunEvent[]> {
  const rows = await club.runEvents.all({ classId }, { order: [['atMs', 'ASC']] })
  return rows.map(({ id, kind, atMs, undoes }) => ({
    id,
    kind: kind as RunEvent['kind'],
    at: Number(atMs),
    ...(undoes ? { undoes } : {}),
  }))
}

export async function marksOf(club: Club, classId: string): Promise<PresenceMark[]> {
  const rows = await club.presence.all({ classId }, { order: [['atMs', 'ASC']] })
  return rows.map(({ id, kind, studentId, atMs, reason, undoes }) => ({
    id,
    kind: kind as PresenceMark['kind'],
    at: Number(atMs),
    ...(studentId ? { student: studentId } : {}),
    ...(reason ? { reason } : {}),
    ...(undoes ? { undoes } : {}),
  }))
}

/** The plan a class runs, or ran: as it stood at the start, or as it stands now. */
export async function planOfClass(club: Club, row: ClassRow): Promise<Plan> {
  if (row.runPlan) return row.runPlan
  const plan = await club.plans.one({ id: row.planId })
  if (!plan) throw notFound('plan')
  return plan.body
}

async function planAsRun(club: Club, row: ClassRow, version: number | undefined): Promise<Plan> {
  if (version !== undefined) {
    const kept = await club.planVersions.one({ planId: row.planId, version, outcome: 'saved' })
    if (kept) return kept.body
  }
  return planOfClass(club, row)
}

/**
 * Takes what a device saw, each event once, and brings the state of the class and its ledger to what all events now say.
 * Everything happens in the caller's transaction with the class held, so two devices cannot interleave.
 */
export async function takeEvents(
  club: Club,
  userId: string,
  classId: string,
  batch: Batch,
): Promise<ClassRow> {
  const row = await club.classes.held({ id: classId })
  if (!row) throw notFound('class')
  await checkStudents(club, batch.presence)
  await club.runEvents.addAll(
    batch.run.map(({ id, kind, at, undoes }) => ({
      id,
      classId,
      kind,
      atMs: at,
      undoes: undoes ?? null,
      sentBy: userId,
    })),
    { once: true },
  )
  await club.presence.addAll(
    batch.presence.map(({ id, kind, at, student, reason, undoes }) => ({
      id,
      classId,
      studentId: student ?? null,
      kind,
      atMs: at,
      reason: reason ?? null,
      undoes: undoes ?? null,
      sentBy: userId,
    })),
    { once: true },
  )
  return settleClass(club, row, batch.planVersion)
}

async function checkStudents(club: Club, marks: PresenceMark[]): Promise<void> {
  if (marks.length === 0) return
  const known = new Set((await club.students.all({}, { columns: ['id'] })).map(({ id }) => id))
  const faults = marks.flatMap((mark, i) =>
    mark.student && !known.has(mark.student)
      ? [fault(['presence', i, 'student'], 'is no student of this club')]
      : mark.kind !== 'undo' && !mark.student
        ? [fault(['presence', i, 'student'], 'is missing: a tap is about a student')]
        : [],
  )
  if (faults.length) throw badFields(faults)
}

async function settleClass(club: Club, row: ClassRow, planVersion: number | undefined): Promise<ClassRow> {
  const events = await eventsOf(club, row.id)
  const plan = row.runPlan ?? (await planAsRun(club, row, planVersion))
  const { run, attendance } = await attendanceOfClass(club, plan, events, await marksOf(club, row.id))
  const state = run.phase === 'ready' ? 'planned' : run.phase === 'finished' ? 'finished' : 'running'
  const figures = state === 'finished' ? creditedRows(row, plan, attendance) : []
  const ledgerRevision = await settleLedger(club, row, figures)
  const runPlan = state === 'planned' ? null : plan
  await club.classes.change({ id: row.id }, { state, runPlan, ledgerRevision })
  return { ...row, state, runPlan, ledgerRevision }
}

export interface NewClass {
  id?: string | undefined
  planId: string
  day: string
  startTime: string
  lengthMin: number
  teacherId: string
}

export async function addClass(club: Club, wanted: NewClass): Promise<string> {
  if (!(await club.plans.one({ id: wanted.planId }))) throw notFound('plan')
  const id = wanted.id ?? randomUUID()
  await club.classes.add({ ...wanted, id, state: 'planned', runPlan: null, ledgerRevision: 0 })
  return id
}

/** Puts another plan on a class; one that has begun keeps the plan it runs. */
export async function changePlanOfClass(club: Club, classId: string, planId: string): Promise<void> {
  const row = await club.classes.held({ id: classId })
  if (!row) throw notFound('class')
  if (row.state !== 'planned')
    throw new Problem(409, 'has-begun', 'This class has begun; it keeps the plan it was begun with.')
  if (!(await club.plans.one({ id: planId }))) throw notFound('plan')
  await club.classes.change({ id: classId }, { planId })
}
