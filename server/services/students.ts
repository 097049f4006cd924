import type { Club } from '../db/in-club'
import { notFound } from '../http/problem'

/** One student's page: who they are and every row of practice that stands, newest class first. */
export async function studentPage(club: Club, id: string) {
  const student = await club.students.one({ id })
  if (!student) throw notFound('student')
  const classes = await club.classes.all({ state: 'finished' })
  const byId = new Map(classes.map((row) => [row.id, row]))
  const rows = await club.ledger.all(
    { studentId: id },
    {
      order: [
        ['day', 'DESC'],
        ['itemId', 'ASC'],
        ['layer', 'ASC'],
      ],
    },
  )
  return {
    id,
    name: `${student.firstName} ${student.lastName}`,
    rankId: student.rankId,
    rankSince: student.rankSince,
    notches: student.notches,
    groupId: student.groupId,
    floorNote: student.floorNote,
    practice: rows
      .filter((row) => byId.get(row.classId)?.ledgerRevision === row.revision)
      .map(({ clubId: _c, revision: _r, studentId: _s, writtenAt: _w, ...row }) => ({
        ...row,
        classTitle: byId.get(row.classId)?.runPlan?.title ?? '',
      })),
    classes: classes
      .sort((a, b) => (a.day < b.day ? 1 : -1))
      .map(({ id: classId, day, runPlan }) => ({ id: classId, day, title: runPlan?.title ?? '' })),
  }
}
export type StudentPage = Awaited<ReturnType<typeof studentPage>>
