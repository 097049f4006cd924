import { fault } from '../../core/kernel/faults'
import type { Incident } from '../../core/people/incidents'
import type { IncidentTold } from '../../shared/answers'
import { databaseError, DUPLICATE, NO_SUCH_PARENT, type Club } from '../db/in-club'
import type { IncidentRow } from '../db/rows'
import { badFields, Refusal } from './refusal'

/** What happened to somebody in class, recorded apart from what they practised. */

const SAID = ['classId', 'studentId', 'site', 'happened', 'done', 'told'] as const

/**
 * Writes incidents down, each once however often it is sent.
 *
 * @param time what a device's moment is by the server's clock
 * @throws Refusal known-elsewhere, bad-fields where a student is not of the club
 */
export async function addIncidents(
  club: Club,
  userId: string,
  classId: string,
  incidents: readonly Incident[],
  time: (at: number) => number,
): Promise<number> {
  let added = 0
  for (const { id, student, at, site, happened, done, told } of incidents) {
    const row = {
      id,
      classId,
      studentId: student,
      atMs: time(at),
      site,
      happened,
      done,
      told,
      madeBy: userId,
    }
    try {
      await club.incidents.add(row)
      await club.changed('private', student, 'incident', userId)
      added++
    } catch (error) {
      const code = databaseError(error)
      if (code === NO_SUCH_PARENT) throw badFields([fault(['incidents'], 'is of a student not of this club')])
      if (code !== DUPLICATE) throw error
      const known = await club.incidents.one({ id })
      if (!known || SAID.some((field) => known[field] !== row[field]))
        throw new Refusal('known-elsewhere', 'An incident of this id is known already, with other contents.')
    }
  }
  return added
}

const MOST = 100

/** The newest incidents, of one student or of all; that they were read is written down. */
export async function incidentsOf(
  club: Club,
  userId: string,
  students?: readonly string[],
): Promise<IncidentTold[]> {
  const rows = await club.incidents.all(students ? { studentId: students } : {}, {
    order: [['atMs', 'DESC']],
    limit: MOST,
  })
  if (rows.length === 0) return []
  await club.changed('private', students?.[0] ?? 'incidents', 'incidents read', userId)
  return rows.map(told)
}

/** One person's incidents as they go into the file for them. */
export const incidentsForFile = async (club: Club, students: readonly string[]) =>
  (await club.incidents.all({ studentId: students }, { order: [['atMs', 'ASC']] })).map(
    ({ atMs, site, happened, done, told: who }) => ({
      at: new Date(Number(atMs)),
      site,
      happened,
      done,
      told: who,
    }),
  )

const told = ({
  id,
  classId,
  studentId,
  atMs,
  site,
  happened,
  done,
  told: who,
}: IncidentRow): IncidentTold => ({
  id,
  classId,
  student: studentId,
  at: Number(atMs),
  site,
  happened,
  done,
  told: who,
})
