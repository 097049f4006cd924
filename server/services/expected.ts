import { CLUB_FORMAT, type ExpectedRow } from '../../core/checks/club-file'
import type { Role } from '../../shared/roles'
import type { Club } from '../db/in-club'
import type { Mark } from '../../core/people/marks'
import { itemsOf, ladderOf, syllabusRowsOf } from './library'
import { roster } from './roster'
import { settingsOf } from './settings'

type Practised = ExpectedRow['practised'][number]

interface Row {
  studentId: string
  item: string
  layer: number
  days: number
  last: string
  mark: Mark | null
}

/** What every student has behind them, by student, from the summaries: on how many days, the highest layer, when last, the mark. */
async function practisedByStudent(club: Club): Promise<Map<string, Practised[]>> {
  const rows = await club.select<Row>(
    `SELECT student_id AS studentId, item_id AS item, layer, days, DATE_FORMAT(last_day, '%Y-%m-%d') AS last, mark
      FROM practice_summary WHERE club_id = :club AND days > 0`,
  )
  const students = new Map<string, Practised[]>()
  for (const { studentId, item, layer, days, last, mark } of rows) {
    const practised = students.get(studentId) ?? []
    if (practised.length === 0) students.set(studentId, practised)
    practised.push(mark ? { item, layer, days, last, mark } : { item, layer, days, last })
  }
  return students
}

/** Who is expected, with what they have behind them. Names and ages only for those who teach. */
export async function expected(club: Club, role: Role, today: string): Promise<ExpectedRow[]> {
  const [students, practised] = await Promise.all([roster(club, role, today), practisedByStudent(club)])
  return students.map(({ id, name, groupId, rankId, age, floorNote }) => ({
    name,
    group: groupId,
    rank: rankId,
    ...(age === null ? {} : { age }),
    ...(floorNote ? { note: floorNote } : {}),
    practised: practised.get(id) ?? [],
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
    settings: settingsOf(await club.row()),
    students: await expected(club, role, today),
  }
}
