import { CLUB_FORMAT, type ExpectedRow } from '../../core/checks/club-file'
import type { Role } from '../../shared/roles'
import type { Club } from '../db/in-club'
import { itemsOf, ladderOf, syllabusRowsOf } from './library'
import { roster } from './roster'
import { settingsOf } from './settings'

interface Row {
  studentId: string
  /** A JSON list, written by the database. */
  practised: string
}

/**
 * What every student has behind them, by student, from the summaries: on how many days, the highest layer, when last, the mark. The
 * database writes each student's list as JSON: at 200 students these are twenty thousand entries, which neither the driver nor
 * this process has to take apart. Ids and marks hold nothing that JSON would have to escape.
 */
async function practisedByStudent(club: Club): Promise<Map<string, string>> {
  const rows = await club.select<Row>(
    `SELECT student_id AS studentId, CONCAT('[', GROUP_CONCAT(
        '{"item":"', item_id, '","layer":', layer, ',"days":', days, ',"last":"', last_day, '"',
        IF(mark IS NULL, '', CONCAT(',"mark":"', mark, '"')), '}' ORDER BY item_id SEPARATOR ','), ']') AS practised
      FROM practice_summary WHERE club_id = :club AND days > 0 GROUP BY student_id`,
  )
  return new Map(rows.map(({ studentId, practised }) => [studentId, practised]))
}

/** Who is expected, with what they have behind them, as JSON text. Names and ages only for those who see them. */
export async function expectedJson(club: Club, role: Role, today: string): Promise<string> {
  const [students, practised] = await Promise.all([roster(club, role, today), practisedByStudent(club)])
  const rows = students.map(({ id, name, groupId, rankId, age, floorNote }) => {
    const known: Omit<ExpectedRow, 'practised'> = {
      id,
      name,
      group: groupId,
      rank: rankId,
      ...(age === null ? {} : { age }),
      ...(floorNote ? { note: floorNote } : {}),
    }
    return `${JSON.stringify(known).slice(0, -1)},"practised":${practised.get(id) ?? '[]'}}`
  })
  return `[${rows.join(',')}]`
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
    students: JSON.parse(await expectedJson(club, role, today)) as ExpectedRow[],
  }
}
