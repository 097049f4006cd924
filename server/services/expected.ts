import { CLUB_FORMAT, type ExpectedRow } from '../../core/checks/club-file'
import type { Club } from '../db/in-club'
import type { Role } from '../db/rows'
import { itemsOf, ladderOf, syllabusRowsOf } from './library'
import { roster } from './roster'
import { settingsOf } from './settings'

type Practised = ExpectedRow['practised'][number]

/** Day, layer and item of every standing row of the ledger, by student: on how many days, the highest layer, when last. */
async function practisedByStudent(club: Club): Promise<Map<string, Map<string, Practised>>> {
  const classes = await club.classes.all({ state: 'finished' }, { columns: ['id', 'ledgerRevision'] })
  const stands = new Map(classes.map(({ id, ledgerRevision }) => [id, ledgerRevision]))
  const rows = await club.ledger.all(
    {},
    { columns: ['classId', 'revision', 'studentId', 'itemId', 'layer', 'day'] },
  )
  const days = new Map<string, Set<string>>()
  const students = new Map<string, Map<string, Practised>>()
  for (const { classId, revision, studentId, itemId, layer, day } of rows) {
    if (stands.get(classId) !== revision) continue
    const items = students.get(studentId) ?? new Map<string, Practised>()
    students.set(studentId, items)
    const known = items.get(itemId) ?? { item: itemId, layer, days: 0, last: day }
    items.set(itemId, known)
    known.layer = Math.max(known.layer, layer)
    if (day > known.last) known.last = day
    const key = `${studentId} ${itemId}`
    const seen = days.get(key) ?? new Set()
    days.set(key, seen.add(day))
    known.days = seen.size
  }
  for (const { studentId, itemId, mark } of await club.marks.all({}, { order: [['givenAt', 'ASC']] })) {
    const known = students.get(studentId)?.get(itemId)
    if (known) known.mark = mark
  }
  return students
}

/** Who is expected, with what they have behind them. Names and ages only for those who teach. */
export async function expected(club: Club, role: Role, today: string): Promise<ExpectedRow[]> {
  const [students, practised] = [await roster(club, role, today), await practisedByStudent(club)]
  return students.map(({ id, name, groupId, rankId, age, floorNote }) => ({
    name,
    group: groupId,
    rank: rankId,
    ...(age === null ? {} : { age }),
    ...(floorNote ? { note: floorNote } : {}),
    practised: [...(practised.get(id)?.values() ?? [])],
  }))
}

/** The club as a file for `lintel check`: everything the checks know beside the plan. It holds personal data and says so. */
export async function clubFile(club: Club, role: Role, today: string): Promise<object> {
  return {
    format: CLUB_FORMAT,
    version: 1,
    ladder: await ladderOf(club),
    items: (await itemsOf(club)).map(({ version: _v, archived: _a, ...item }) => item),
    syllabus: await syllabusRowsOf(club),
    settings: settingsOf(club.settings),
    students: await expected(club, role, today),
  }
}
