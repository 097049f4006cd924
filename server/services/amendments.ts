import { amendmentsOf, type Amendment } from '../../core/people/amendments'
import type { ClassAmendment } from '../../shared/answers'
import type { Club } from '../db/in-club'
import { namesOf } from './names'

/** What was corrected in a class since it was finished: for whom, by how much, by whom and why. It reads the ledger of this class only. */

const MOST_AMENDMENTS = 50

/** The student's name for each, theirs of the records that are kept; those who were erased have none. */
export async function classAmendments(club: Club, classId: string): Promise<ClassAmendment[]> {
  const corrected = await club.ledger.all({ classId, why: 'correction' }, { limit: 1, columns: ['revision'] })
  if (corrected.length === 0) return []
  const rows = await club.ledger.all({ classId }, { raw: true })
  const told = amendmentsOf(
    rows.map(({ studentId, itemId, writtenBy, writtenAt, ...row }) => ({
      ...row,
      student: studentId,
      item: itemId,
      by: writtenBy,
      at: new Date(writtenAt).getTime(),
    })),
  ).slice(0, MOST_AMENDMENTS)
  const by = await namesOf(
    club,
    'users',
    told.flatMap((one) => one.by ?? []),
  )
  const everybody = told.flatMap((one) => one.students.map(({ student }) => student))
  const students = await namesOf(club, 'students', everybody)
  return told.map((one: Amendment) => ({
    ...one,
    by: by.get(one.by ?? '') ?? '',
    students: one.students.map((of) => ({ ...of, name: students.get(of.student) ?? '' })),
  }))
}
