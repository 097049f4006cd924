import { randomUUID } from 'node:crypto'
import { slotUid, type ClassTimes } from '../../core/curriculum/class-days'
import type { Plan } from '../../core/plan/schema'
import { databaseError, HAS_CHILDREN, type Club } from '../db/in-club'
import type { ClassRow } from '../db/rows'
import { calendarOf } from './calendar'
import { addPlan, atTimes, writeOver } from './plans'
import { notFound, Refusal } from './refusal'

/** Everything of a class but the plan it ran, which is large. */
export const CLASS_HEAD = [
  'id',
  'planId',
  'day',
  'startTime',
  'lengthMin',
  'teacherId',
  'state',
  'putAway',
  'calendarUid',
] as const

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

export interface NewClass extends ClassTimes {
  id?: string | undefined
  planId: string
  teacherId: string
}

/**
 * The plan as the one of a class: its day, first bow and length are the class's. A plan that another class has already is copied, so that
 * each class has its own and nothing about time is said in two places.
 *
 * @param before the plan the class had, which it may have back
 * @returns the id of the class's own plan
 */
async function planForClass(
  club: Club,
  userId: string,
  planId: string,
  { day, startTime, lengthMin }: ClassTimes,
  before?: string,
): Promise<string> {
  const row = await club.plans.locked({ id: planId })
  if (!row) throw notFound('plan')
  const plan = atTimes(row.body, { day, startTime, lengthMin })
  if (planId !== before && (await club.classes.count({ planId }))) return addPlan(club, userId, plan)
  if (JSON.stringify(plan) !== JSON.stringify(row.body)) await writeOver(club, userId, row, plan)
  if (row.putAway) await club.plans.change({ id: planId }, { putAway: false })
  return planId
}

/** Another class in the hall at the same time, if there is one. */
async function classBeside(club: Club, { day, startTime, lengthMin }: ClassTimes, except?: string) {
  const [other] = await club.select<{ title: string; startTime: string }>(
    `SELECT p.title, c.start_time AS startTime FROM classes c
      JOIN plans p ON p.club_id = c.club_id AND p.id = c.plan_id
      WHERE c.club_id = :club AND c.day = :day AND NOT c.put_away AND c.state <> 'finished' AND c.id <> :except
        AND TIME_TO_SEC(c.start_time) < TIME_TO_SEC(:startTime) + :lengthMin * 60
        AND TIME_TO_SEC(:startTime) < TIME_TO_SEC(c.start_time) + c.length_min * 60
      ORDER BY c.start_time LIMIT 1`,
    { day, startTime, lengthMin, except: except ?? '' },
  )
  return other
}

/** Two classes at one time are asked about: `beside` says that they are meant. */
async function askIfBeside(club: Club, times: ClassTimes, beside: boolean, except?: string): Promise<void> {
  const other = beside ? undefined : await classBeside(club, times, except)
  if (other)
    throw new Refusal(
      'at-that-time',
      `“${other.title}” is at ${other.startTime} on that day already. Is this one beside it?`,
    )
}

/** The uid of the class's hour; where a class that was moved away has it, the next. */
async function uidFor(club: Club, times: ClassTimes): Promise<string> {
  const rows = await club.select<{ uid: string }>(
    'SELECT calendar_uid AS uid FROM classes WHERE club_id = :club AND calendar_uid LIKE :day FOR UPDATE',
    { day: `${times.day}-%` },
  )
  return slotUid(calendarOf(club.id), times, new Set(rows.map(({ uid }) => uid)))
}

/**
 * Puts a plan on a day as a new class.
 *
 * @throws Refusal at-that-time where there is a class already and it is not said that this one is beside it
 */
export async function addClass(
  club: Club,
  { id = randomUUID(), planId: wanted, teacherId, ...times }: NewClass,
  beside = true,
): Promise<{ id: string; planId: string }> {
  await askIfBeside(club, times, beside)
  const planId = await planForClass(club, teacherId, wanted, times)
  const calendarUid = await uidFor(club, times)
  await club.classes.add({ id, planId, teacherId, ...times, state: 'planned', runPlan: null, calendarUid })
  await club.settlements.add({ classId: id, events: 0, revision: 0 })
  await club.changed('class', id, 'added', teacherId)
  return { id, planId }
}

/** A class that has not begun, locked so that nobody begins it meanwhile. */
async function plannedClass(club: Club, classId: string, what: string): Promise<ClassRow> {
  // The settlement first: a class that is being begun at this moment is waited for.
  await club.settlements.locked({ classId })
  const row = await club.classes.locked({ id: classId })
  if (!row) throw notFound('class')
  if (row.state !== 'planned') throw new Refusal('has-begun', `This class has begun; ${what}.`)
  return row
}

/**
 * Puts another plan on a class; one that has begun keeps the plan it runs.
 *
 * @returns the plan it has now (a copy, where another class has that one) and the one it had before
 */
export async function changePlanOfClass(
  club: Club,
  userId: string,
  classId: string,
  wanted: string,
): Promise<{ planId: string; before: string }> {
  const row = await plannedClass(club, classId, 'it keeps the plan it was begun with')
  const planId = await planForClass(club, userId, wanted, row, row.planId)
  await club.classes.change({ id: classId }, { planId })
  await club.changed('class', classId, 'plan put on', userId)
  return { planId, before: row.planId }
}

/**
 * Moves a class that has not begun to another time, and its plan with it.
 *
 * @param register whether who was marked on its register comes along, or the register is begun anew
 * @returns how many had a mark
 */
export async function moveClass(
  club: Club,
  userId: string,
  classId: string,
  times: ClassTimes,
  beside: boolean,
  register: 'along' | 'anew',
): Promise<{ registered: number }> {
  const row = await plannedClass(club, classId, 'its time stands')
  await askIfBeside(club, times, beside, classId)
  await club.classes.change({ id: classId }, times)
  const plan = await club.plans.locked({ id: row.planId })
  if (!plan) throw notFound('plan')
  await writeOver(club, userId, plan, atTimes(plan.body, times))
  const { [classId]: registered = 0 } = await registeredOf(club, [classId])
  if (registered && register === 'anew') await club.presence.remove({ classId })
  await club.changed('class', classId, 'moved', userId)
  return { registered }
}

/** How many students have a mark on the register, by class; a class without one is left out. */
export async function registeredOf(
  club: Club,
  classIds: readonly string[],
): Promise<Partial<Record<string, number>>> {
  if (classIds.length === 0) return {}
  const rows = await club.select<{ classId: string; students: number }>(
    `SELECT class_id AS classId, COUNT(DISTINCT student_id) AS students FROM presence
      WHERE club_id = :club AND class_id IN (:classIds) AND student_id IS NOT NULL GROUP BY class_id`,
    { classIds },
  )
  return Object.fromEntries(rows.map((row) => [row.classId, Number(row.students)]))
}

/** Puts a class away out of the lists, or takes it out again; what was recorded of it stands. */
export async function putClassAway(club: Club, userId: string, classId: string, putAway: boolean) {
  if (!(await club.classes.locked({ id: classId }, ['id']))) throw notFound('class')
  await club.classes.change({ id: classId }, { putAway })
  await club.changed('class', classId, putAway ? 'put away' : 'taken out', userId)
}

/** Deletes a class of which nothing was recorded; its plan stays. */
export async function deleteClass(club: Club, userId: string, classId: string): Promise<void> {
  await plannedClass(club, classId, 'what was recorded of it stands. Put it away instead')
  const recorded =
    (await club.runEvents.count({ classId })) +
    (await club.presence.count({ classId })) +
    (await club.sightings.count({ classId })) +
    (await club.results.count({ classId })) +
    (await club.marks.count({ classId })) +
    (await club.incidents.count({ classId }))
  if (recorded) throw isRecorded()
  await club.pairings.remove({ classId })
  await club.classStudents.remove({ classId })
  await club.settlements.remove({ classId })
  try {
    await club.classes.remove({ id: classId })
  } catch (error) {
    // Somebody was registered between the count and here.
    throw databaseError(error) === HAS_CHILDREN ? isRecorded() : error
  }
  await club.changed('class', classId, 'deleted', userId)
}

function isRecorded(): Refusal {
  return new Refusal(
    'recorded',
    'Somebody was registered for this class, and that stands. Put it away instead.',
  )
}
