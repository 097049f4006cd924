import type { StudentClasses, StudentPage } from '../../shared/answers'
import type { SectionRuns } from '../../core/plan/practice-row'
import { fullName } from '../../core/people/student'
import type { Club } from '../db/in-club'
import { attendanceOfStudent, missedBy } from './attendance'
import { dayIn } from './calendar'
import { sightingsOf } from './corrections'
import { recordsOf } from './one-person'
import { awardsOf, noteReading } from './people'
import { figuresOf } from './results'
import { ownLayers } from './own-layers'
import { fault } from '../../core/kernel/faults'
import { badFields, notFound } from './refusal'

/** A day after all days: what stands now. */
const LATEST = '9999-12-31'
/** The newest marks of a student that a page shows. */
const MOST_MARKS = 300
/** So many classes a page of a student shows. */
export const CLASSES_A_PAGE = 20

interface ClassOfStudent {
  id: string
  day: string
  title: string
}

/** Finished classes, the newest first: a page of them, from the one after `after`. */
async function classesBefore(club: Club, after: string | undefined): Promise<ClassOfStudent[]> {
  return club.select<ClassOfStudent>(
    `SELECT c.id, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, p.title
      FROM classes c
      JOIN settlements s ON s.club_id = c.club_id AND s.class_id = c.id
      JOIN plans p ON p.club_id = c.club_id AND p.id = c.plan_id
      LEFT JOIN classes a ON a.club_id = c.club_id AND a.id = :after
      LEFT JOIN settlements t ON t.club_id = a.club_id AND t.class_id = a.id
      WHERE c.club_id = :club AND c.state = 'finished'
        AND (a.id IS NULL OR (c.day, c.start_time, s.settled_at, c.id) < (a.day, a.start_time, t.settled_at, a.id))
      ORDER BY c.day DESC, c.start_time DESC, s.settled_at DESC, c.id DESC LIMIT ${CLASSES_A_PAGE + 1}`,
    { after: after ?? '' },
  )
}

async function practiceIn(club: Club, studentId: string, classes: readonly ClassOfStudent[]) {
  const classId = classes.map(({ id }) => id)
  const rows = classId.length ? await club.practice.all({ studentId, classId }, { raw: true }) : []
  const order = new Map(classId.map((id, n) => [id, n]))
  return rows
    .map(({ clubId: _c, revision: _r, studentId: _s, ...row }) => ({
      ...row,
      estimated: Boolean(row.estimated),
      sections: readSections(row.sections),
    }))
    .sort(
      (a, b) =>
        (order.get(a.classId) ?? 0) - (order.get(b.classId) ?? 0) ||
        (a.itemId < b.itemId ? -1 : a.itemId > b.itemId ? 1 : a.layer - b.layer),
    )
}

/** Marks a student was given, the latest last: of one item and layer that one stands. */
async function marksOf(club: Club, studentIds: readonly string[], classIds?: readonly string[]) {
  const rows = await club.select<StudentPage['marks'][number]>(
    `SELECT m.class_id AS classId, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, m.item_id AS itemId, m.layer, m.mark, m.fault
      FROM marks m JOIN classes c ON c.club_id = m.club_id AND c.id = m.class_id
      WHERE m.club_id = :club AND m.student_id IN (:studentIds) ${classIds ? 'AND m.class_id IN (:classIds)' : ''}
      ORDER BY m.given_at DESC, m.id DESC LIMIT ${MOST_MARKS}`,
    { studentIds, classIds: classIds?.length ? classIds : [''] },
  )
  return rows.reverse()
}

/** How much a student worked, day by day. */
async function daysOf(club: Club, studentId: string): Promise<StudentPage['days']> {
  const rows = await club.select<{ day: string; workMs: number }>(
    `SELECT DATE_FORMAT(day, '%Y-%m-%d') AS day, SUM(work_ms) AS workMs FROM practice
      WHERE club_id = :club AND student_id = :studentId GROUP BY day ORDER BY day`,
    { studentId },
  )
  return rows.map(({ day, workMs }) => ({ day, workMs: Number(workMs) }))
}

/** A page of a student's classes with what was practised in each, the newest first. */
export async function studentClasses(club: Club, id: string, after?: string): Promise<StudentClasses> {
  const [found, records] = [await classesBefore(club, after), await recordsOf(club, id)]
  const classes = found.slice(0, CLASSES_A_PAGE)
  return {
    classes,
    hasMore: found.length > CLASSES_A_PAGE,
    missed: await missedBy(
      club,
      records,
      classes.map((held) => held.id),
    ),
    practice: await practiceIn(club, id, classes),
    marks: await marksOf(club, records, after === undefined ? undefined : classes.map((held) => held.id)),
  }
}

/**
 * Places a student in a group by hand, or lets them follow the group of their rank again. Classes that have begun keep the groups they
 * were begun with.
 */
export async function placeStudent(
  club: Club,
  userId: string,
  id: string,
  group: string | null,
): Promise<{ groupId: string; placed: boolean }> {
  const student = await club.students.locked({ id }, ['id', 'rankId', 'version'])
  if (!student) throw notFound('student')
  if (group !== null && !(await club.groups.one({ id: group })))
    throw badFields([fault(['group'], `"${group}" is not a group of the club`)])
  const byRank = await club.groupRanks.one({ rankId: student.rankId })
  const groupId = group ?? byRank?.groupId ?? ''
  const placed = group !== null && group !== byRank?.groupId
  await club.students.change({ id }, { groupId, placed, version: student.version + 1 })
  await club.changed('students', id, 'placed', userId)
  return { groupId, placed }
}

const readSections = (text: string | null): SectionRuns[] =>
  text === null ? [] : (JSON.parse(text) as SectionRuns[])

type Total = StudentPage['totals'][number]

/** Everything a student has practised, by item, from the summaries. */
async function totalsOf(club: Club, studentId: string): Promise<Total[]> {
  const rows = await club.select<Omit<Total, 'sections'> & { sections: string | null }>(
    `SELECT item_id AS itemId, days, DATE_FORMAT(last_day, '%Y-%m-%d') AS last, layer, work_ms AS workMs, reps_l AS repsL,
        reps_r AS repsR, reps_n AS repsN, received, in_combinations AS inCombinations,
        in_roles AS inRoles, sections, mark
      FROM practice_summary WHERE club_id = :club AND student_id = :studentId ORDER BY item_id`,
    { studentId },
  )
  return rows.map((row) => ({ ...row, workMs: Number(row.workMs), sections: readSections(row.sections) }))
}

/** One student's page: who they are, everything they have practised by item, and their newest classes. */
export async function studentPage(club: Club, userId: string, id: string, now: number): Promise<StudentPage> {
  const student = await club.students.one({ id, erasedAt: null })
  if (!student) throw notFound('student')
  if (student.sameAs) return studentPage(club, userId, student.sameAs, now)
  await noteReading(club, userId, student, now)
  const others = student.apart.length
    ? await club.students.all({ id: student.apart }, { columns: ['id', 'firstName', 'lastName'] })
    : []
  const records = await recordsOf(club, id)
  return {
    id,
    name: fullName(student),
    rankId: student.rankId,
    rankSince: student.rankSince,
    notches: student.notches,
    groupId: student.groupId,
    placed: student.placed,
    floorNote: student.floorNote,
    layers: (await ownLayers(club, LATEST, [id])).get(id) ?? {},
    totals: await totalsOf(club, id),
    ...(await studentClasses(club, id)),
    attended: await attendanceOfStudent(club, records),
    today: dayIn((await club.row()).zone, now),
    /** Whom this student is never paired with. */
    apart: others.map(fullName),
    sightings: await sightingsOf(club, { studentId: [id] }),
    days: await daysOf(club, id),
    figures: await figuresOf(club, records),
    awards: await awardsOf(club, records),
  }
}
