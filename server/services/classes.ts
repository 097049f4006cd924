import { randomUUID } from 'node:crypto'
import type { Plan } from '../../core/plan/schema'
import type { Club } from '../db/in-club'
import type { ClassRow } from '../db/rows'
import { notFound, Refusal } from './refusal'

/** Everything of a class but the plan it ran, which is large. */
export const CLASS_HEAD = ['id', 'planId', 'day', 'startTime', 'lengthMin', 'teacherId', 'state'] as const

export async function findClass(club: Club, id: string): Promise<ClassRow> {
  const row = await club.classes.one({ id })
  if (!row) throw notFound('class')
  return row
}

/** The plan a class runs, or ran: as it stood at the start, or as it stands now. */
export async function planOfClass(club: Club, row: Pick<ClassRow, 'planId' | 'runPlan'>): Promise<Plan> {
  if (row.runPlan) return row.runPlan
  const plan = await club.plans.one({ id: row.planId }, ['body'])
  if (!plan) throw notFound('plan')
  return plan.body
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
  if (!(await club.plans.locked({ id: wanted.planId }, ['id']))) throw notFound('plan')
  const id = wanted.id ?? randomUUID()
  await club.classes.add({ ...wanted, id, state: 'planned', runPlan: null })
  await club.settlements.add({ classId: id, events: 0, revision: 0 })
  await club.changed('class', id, 'added', wanted.teacherId)
  return id
}

/** Puts another plan on a class; one that has begun keeps the plan it runs. */
export async function changePlanOfClass(
  club: Club,
  userId: string,
  classId: string,
  planId: string,
): Promise<void> {
  // The settlement first: a class that is being begun at this moment is waited for.
  await club.settlements.locked({ classId })
  const row = await club.classes.locked({ id: classId }, ['id', 'state'])
  if (!row) throw notFound('class')
  if (row.state !== 'planned')
    throw new Refusal('has-begun', 'This class has begun; it keeps the plan it was begun with.')
  if (!(await club.plans.one({ id: planId }, ['id']))) throw notFound('plan')
  await club.classes.change({ id: classId }, { planId })
  await club.changed('class', classId, 'plan put on', userId)
}
