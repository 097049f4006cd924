import type { ClassEvents, ClassView } from '../../shared/answers'
import { inHall, readRegister } from '../../core/people/register'
import { techniquesOf } from '../../core/plan/techniques'
import type { Role } from '../../shared/roles'
import { mayCorrect } from '../../shared/access'
import type { Club } from '../db/in-club'
import type { ClassRow } from '../db/rows'
import { summary } from './class-list'
import { planOfClass } from './classes'
import { sightingsOf } from './corrections'
import { asMark, asRunEvent, markRowsOf, runRowsOf } from './events'
import { withLastSeen } from './last-seen'
import { noticesOn } from './notices'
import { resultsOf } from './results'
import { roster } from './roster'
import { learntFor } from './learnt'
import { sinceLast } from './since-last'

/** What was written down of a class: acts, taps, and those of them whose time is doubted. */
export async function classEvents(club: Club, classId: string): Promise<Omit<ClassEvents, 'state'>> {
  const [run, marks] = [await runRowsOf(club, classId), await markRowsOf(club, classId)]
  const results = await resultsOf(club, classId)
  return {
    events: run.map(asRunEvent),
    marks: marks.map(asMark),
    results,
    doubted: [...run, ...marks].flatMap(({ id, doubt }) => (doubt ? [{ id, doubt }] : [])),
  }
}

type View = Omit<ClassView, 'now'>

/** Everything the floor and the register of one class need, in one answer that the device keeps; of its students what the role may see. */
export async function classView(club: Club, row: ClassRow, role: Role, today: string): Promise<View> {
  const [plan, students] = [await planOfClass(club, row), await roster(club, role, today, row.id)]
  const about = {
    studentId: students.map(({ id }) => id),
    itemId: [...new Set(techniquesOf(plan).map(({ id }) => id))],
  }
  return {
    ...(await summary(club, row)),
    plan,
    ...(await classEvents(club, row.id)),
    roster: await withLastSeen(club, role, today, students),
    sightings: mayCorrect(role) ? await sightingsOf(club, about) : [],
    notices: await noticesOn(club, row.day),
    elsewhere: await elsewhereOf(club, row),
    next: await nextOf(club, row),
    sinceLast: await sinceLast(club, row),
    learnt: await learntFor(club, plan),
  }
}

/** So many classes ahead are looked at for when each group comes again. */
const CLASSES_AHEAD = 20

/**
 * The classes that are planned after one, the soonest first, with the groups that each is for. Cast, for the driver takes JSON
 * apart by itself.
 */
async function nextOf(club: Club, { id, day, startTime }: ClassRow): Promise<ClassView['next']> {
  const rows = await club.select<{ day: string; startTime: string; title: string; groups: string | null }>(
    `SELECT c.day, c.start_time AS startTime, p.title, CAST(JSON_EXTRACT(p.body, '$.groups[*].id') AS CHAR) AS \`groups\`
      FROM classes c JOIN plans p ON p.club_id = c.club_id AND p.id = c.plan_id
      WHERE c.club_id = :club AND c.state = 'planned' AND c.id <> :id AND NOT c.put_away
        AND (c.day > :day OR (c.day = :day AND c.start_time > :startTime))
      ORDER BY c.day, c.start_time LIMIT :most`,
    { id, day, startTime, most: CLASSES_AHEAD },
  )
  return rows.map((row) => ({ ...row, groups: JSON.parse(row.groups ?? '[]') as string[] }))
}

const MINUTES_AN_HOUR = 60
const minuteOf = (time: string) => {
  const [hour = 0, minute = 0] = time.split(':').map(Number)
  return hour * MINUTES_AN_HOUR + minute
}

/** Who is here in another class that is held at the same time: one of the two registers is mistaken, or they change halls. */
async function elsewhereOf(club: Club, row: ClassRow): Promise<ClassView['elsewhere']> {
  const sameDay = await club.select<Pick<ClassRow, 'id' | 'startTime' | 'lengthMin'> & { title: string }>(
    `SELECT c.id, c.start_time AS startTime, c.length_min AS lengthMin, p.title FROM classes c
      JOIN plans p ON p.club_id = c.club_id AND p.id = c.plan_id
      WHERE c.club_id = :club AND c.day = :day AND c.id <> :id AND NOT c.put_away`,
    { day: row.day, id: row.id },
  )
  const [from, to] = [minuteOf(row.startTime), minuteOf(row.startTime) + row.lengthMin]
  const beside = sameDay.filter(
    ({ startTime, lengthMin }) => minuteOf(startTime) < to && minuteOf(startTime) + lengthMin > from,
  )
  const found: ClassView['elsewhere'] = []
  for (const { id, title, startTime } of beside)
    for (const [student, line] of readRegister((await markRowsOf(club, id)).map(asMark)))
      if (inHall(line)) found.push({ student, title, startTime })
  return found
}
