import type { Club } from '../db/in-club'
import { notFound } from '../http/problem'

/** One student's page: who they are and every row of practice that stands, newest class first. */
export async function studentPage(club: Club, id: string) {
  const student = await club.students.one({ id })
  if (!student) throw notFound('student')
  const classes = await club.classes.all(
    { state: 'finished' },
    { columns: ['id', 'planId', 'day', 'ledgerRevision'] },
  )
  const byId = new Map(classes.map((row) => [row.id, row]))
  const titles = new Map(
    (await club.plans.all({}, { columns: ['id', 'title'] })).map((row) => [row.id, row.title]),
  )
  const marks = await club.marks.all({ studentId: id }, { order: [['givenAt', 'ASC']] })
  const others = student.apart.length
    ? await club.students.all({}, { columns: ['id', 'firstName', 'lastName'] })
    : []
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
      .map(({ clubId: _c, revision: _r, studentId: _s, writtenAt: _w, ...row }) => row),
    classes: classes
      .sort((a, b) => (a.day < b.day ? 1 : -1))
      .map(({ id: classId, day, planId }) => ({ id: classId, day, title: titles.get(planId) ?? '' })),
    /** Every mark given, the latest last: that one stands. */
    marks: marks.map(({ classId, itemId, layer, mark, fault }) => ({ classId, itemId, layer, mark, fault })),
    /** Whom this student is never paired with. */
    apart: others
      .filter((other) => student.apart.includes(other.id))
      .map(({ firstName, lastName }) => `${firstName} ${lastName}`),
  }
}
export type StudentPage = Awaited<ReturnType<typeof studentPage>>
