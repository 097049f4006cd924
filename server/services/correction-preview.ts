import { changeOf, isNoChange, type LedgerFigures } from '../../core/people/amendments'
import type { PresenceMark } from '../../core/floor/events'
import type { Database } from '../db/connect'
import { readClub, type Club } from '../db/in-club'
import { inThread } from '../heavy/run'
import { asMark } from './events'
import { revisionsOf } from './ledger'
import { namesOf } from './names'
import { readForPreview } from './settle'

/** What a correction would change, and for whom: worked out as it would be, and nothing kept. */

type Change = { item: string; layer: number } & LedgerFigures
export interface Previewed {
  students: { student: string; name: string; changes: Change[] }[]
}

export async function previewCorrection(
  db: Database,
  clubId: string,
  classId: string,
  marks: readonly PresenceMark[],
): Promise<Previewed> {
  const { input, markRows, standing } = await readClub(db, clubId, async (club) => ({
    ...(await readForPreview(club, classId)),
    standing: await club.practice.all({ classId }),
  }))
  const { figures } = await inThread('settlement', { ...input, marks: [...markRows.map(asMark), ...marks] })
  const before = new Map(standing.map((row) => [`${row.studentId} ${row.itemId} ${row.layer}`, row]))
  const byStudent = new Map<string, Change[]>()
  for (const row of revisionsOf(standing, figures)) {
    const figures = changeOf(row, before.get(`${row.studentId} ${row.itemId} ${row.layer}`))
    if (isNoChange(figures)) continue
    const change = { item: row.itemId, layer: row.layer, ...figures }
    byStudent.set(row.studentId, [...(byStudent.get(row.studentId) ?? []), change])
  }
  const names = await readClub(db, clubId, (club: Club) => namesOf(club, 'students', [...byStudent.keys()]))
  return {
    students: [...byStudent].map(([student, changes]) => ({
      student,
      name: names.get(student) ?? '',
      changes,
    })),
  }
}
