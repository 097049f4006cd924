import { daysBetween } from '../../core/kernel/days'
import { QueryTypes } from 'sequelize'
import type { Detail, PresenceMark, RunEvent } from '../../core/floor/events'
import type { Sighting } from '../../core/people/corrections'
import type { Incident } from '../../core/people/incidents'
import type { Result } from '../../core/people/results'
import { fault } from '../../core/kernel/faults'
import { mayCorrect, mayRun, reachesEveryDay } from '../../shared/access'
import type { Database } from '../db/connect'
import { databaseError, inClub, NO_SUCH_PARENT, type Club } from '../db/in-club'
import type { ClassRow, PresenceRow, RunEventRow } from '../db/rows'
import { dayIn, momentOf } from './calendar'
import { clocked, type Clocked, type Sent } from './clocked'
import { addSightings } from './corrections'
import { addOnce, eventOf, eventRow } from './event-rows'
import { addIncidents } from './incidents'
import { mergedRecords } from './one-person'
import { badFields, notFound, notYours, Refusal } from './refusal'
import { addResults } from './results'
import type { SignedIn } from './sessions'

/** What a device saw on the floor and the register, as it is sent. */
export interface Batch extends Sent {
  run: RunEvent[]
  presence: PresenceMark[]
  /** Faults that were seen, or seen right. */
  sightings?: Sighting[] | undefined
  /** Figures that drills ask for. */
  results?: Result[] | undefined
  /** What happened to somebody. */
  incidents?: Incident[] | undefined
  /** The version of the plan the device is running. */
  planVersion?: number | undefined
}

type ClassHead = Pick<ClassRow, 'id' | 'day' | 'startTime' | 'state'> & { zone: string }

/** A class that somebody may act on, of whatever day for those who teach, else from the day before to the day after. */
export async function classForActing(
  club: Club,
  user: SignedIn,
  classId: string,
  now: number,
): Promise<ClassHead> {
  const [row] = await club.select<ClassHead>(
    `SELECT c.id, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, c.start_time AS startTime, c.state, k.zone
      FROM classes c JOIN clubs k ON k.id = c.club_id WHERE c.club_id = :club AND c.id = :classId`,
    { classId },
  )
  if (!row) throw notFound('class')
  const today = dayIn(row.zone, now)
  if (!reachesEveryDay(user.role) && Math.abs(daysBetween(row.day, today)) > 1)
    throw notYours('Only those who teach reach classes of other days.')
  return row
}

export interface Appended {
  state: ClassRow['state']
  /** Whether there is a finish among its events: then it is settled before anything is answered. */
  isFinished: boolean
}

/**
 * Writes down what a device saw: one insert, nothing locked, nothing computed. An event that was sent before is passed over when it
 * has the same contents; with others, or in another class, all of the batch is refused.
 *
 * @throws Refusal known-elsewhere, bad-fields where a student is not of the club, not-yours
 */
export async function appendEvents(
  db: Database,
  user: SignedIn,
  classId: string,
  batch: Batch,
  now: number,
): Promise<Appended> {
  const { sightings = [], results = [], incidents = [] } = batch
  if (batch.run.length + results.length + incidents.length && !mayRun(user.role))
    throw notYours('The desk keeps the register; the floor is run by others.')
  if (sightings.length && !mayCorrect(user.role)) throw notYours('Corrections are kept by those who teach.')
  refuseNobody(batch.presence)
  const state = await inClub(db, user.clubId, async (club) => {
    const held = await classForActing(club, user, classId, now)
    const all = [batch.run, batch.presence, sightings, results, incidents]
    if (all.every((list) => list.length === 0)) return held.state
    const startsAt = momentOf(held.zone, held.day, held.startTime)
    const time = (at: number) => clocked(at, batch, startsAt, now)
    await refuseTooMany(club, classId, batch)
    const acts = await afterTheirStart(
      club,
      classId,
      batch.run.map((event) => runRow(event, classId, user.id, batch, time(event.at))),
    )
    const added =
      (await addOnce(club.runEvents, acts)) +
      (await addMarks(
        club,
        batch.presence.map((mark) => markRow(mark, classId, user.id, time(mark.at))),
      ))
    if (added > 0) await club.changed('class', classId, batch.run.length ? 'acted' : 'tapped', user.id)
    const seen = await addSightings(club, user.id, classId, sightings, time)
    if (seen > 0) await club.changed('class', classId, 'corrected', user.id)
    const entered = await addResults(club, user.id, classId, results, time)
    if (entered > 0) await club.changed('class', classId, 'figures', user.id)
    await addIncidents(club, user.id, classId, incidents, (at) => time(at).atMs)
    return held.state
  })
  // Read once the events are there for everybody: whoever settles a finish at this moment has either seen them, or is seen here.
  const finish = await db.sequelize.query(
    'SELECT 1 FROM run_events WHERE club_id = ? AND class_id = ? AND kind = ? LIMIT 1',
    { type: QueryTypes.SELECT, replacements: [user.clubId, classId, 'finish'] },
  )
  return { state, isFinished: finish.length > 0 }
}

/**
 * More acts than any class has: an hour and a half counted rep by rep by the instructor's word is about three thousand. And more taps: two hundred
 * students, fifty each.
 */
const MOST_ACTS = 6000
const MOST_TAPS = 10_000

/** @throws Refusal too-much where a class would have more acts or taps than any real one */
async function refuseTooMany(club: Club, classId: string, { run, presence }: Batch): Promise<void> {
  const over = async (what: string, sent: readonly unknown[], most: number, count: () => Promise<number>) => {
    const had = sent.length ? await count() : 0
    if (had >= most)
      throw new Refusal(
        'too-much',
        `This class has ${had} ${what} already, more than any class: nothing more is taken.`,
      )
  }
  await over('acts', run, MOST_ACTS, () => club.runEvents.count({ classId }))
  await over('taps', presence, MOST_TAPS, () => club.presence.count({ classId }))
}

/**
 * A finish that lies before the start it ends, because a clock was set back in between, is taken at the last act there was: the class ends, and that
 * its time is not what was sent is marked.
 */
async function afterTheirStart<R extends ReturnType<typeof runRow>>(
  club: Club,
  classId: string,
  rows: R[],
): Promise<R[]> {
  if (!rows.some(({ kind }) => kind === 'finish')) return rows
  const known = await club.runEvents.all({ classId }, { columns: ['id', 'kind', 'atMs'], raw: true })
  const ids = new Set(rows.map(({ id }) => id))
  const all = [...known.filter(({ id }) => !ids.has(id)), ...rows]
  const starts = all.filter(({ kind }) => kind === 'start').map(({ atMs }) => Number(atMs))
  if (starts.length === 0) return rows
  const startedAt = Math.min(...starts)
  const last = Math.max(...all.filter(({ kind }) => kind !== 'finish').map(({ atMs }) => Number(atMs)))
  return rows.map((row) =>
    row.kind === 'finish' && row.atMs < startedAt
      ? { ...row, atMs: last, doubt: 'before its start' as const }
      : row,
  )
}

function refuseNobody(marks: readonly PresenceMark[]): void {
  const faults = marks.flatMap((mark, i) =>
    mark.kind !== 'undo' && !mark.student
      ? [fault(['presence', i, 'student'], 'is missing: a tap is about a student')]
      : [],
  )
  if (faults.length) throw badFields(faults)
}

const runRow = (event: RunEvent, classId: string, sentBy: string, { planVersion }: Batch, time: Clocked) => ({
  ...eventRow(event, classId, sentBy, time),
  board: event.board ?? null,
  waiting: event.waiting ?? null,
  planVersion: planVersion ?? null,
  detail: event.detail ? JSON.stringify(event.detail) : null,
  device: event.device ?? null,
})

const markRow = (mark: PresenceMark, classId: string, sentBy: string, time: Clocked) => ({
  ...eventRow(mark, classId, sentBy, time),
  studentId: mark.student ?? null,
  reason: mark.reason ?? null,
  groupId: mark.group ?? null,
})

/** Unknown students are found only when the database says that there is one. */
async function addMarks(club: Club, rows: ReturnType<typeof markRow>[]): Promise<number> {
  try {
    return await addOnce(club.presence, rows)
  } catch (error) {
    if (databaseError(error) !== NO_SUCH_PARENT) throw error
    const ids = rows.flatMap(({ studentId }) => studentId ?? [])
    const known = new Set((await club.students.all({ id: ids }, { columns: ['id'] })).map(({ id }) => id))
    throw badFields(
      rows.flatMap(({ studentId }, i) =>
        studentId && !known.has(studentId)
          ? [fault(['presence', i, 'student'], 'is no student of this club')]
          : [],
      ),
    )
  }
}

const RUN_COLUMNS = [
  'id',
  'kind',
  'atMs',
  'countOnDevice',
  'doubt',
  'undoes',
  'board',
  'waiting',
  'planVersion',
  'detail',
  'device',
  'sentBy',
  'receivedAt',
] as const
const MARK_COLUMNS = [
  'id',
  'kind',
  'atMs',
  'countOnDevice',
  'doubt',
  'undoes',
  'studentId',
  'reason',
  'groupId',
  'sentBy',
  'receivedAt',
] as const

export type RunRow = Pick<RunEventRow, (typeof RUN_COLUMNS)[number]>
/** A tap; of a record that was merged it is the kept one's, and says under which record it was made. */
export type MarkedRow = Pick<PresenceRow, (typeof MARK_COLUMNS)[number]> & { madeUnder: string | null }

/** The acts of a class; one about a student whose record was merged is about the kept one. */
export async function runRowsOf(club: Club, classId: string): Promise<RunRow[]> {
  const [rows, merged] = [
    await club.runEvents.all({ classId }, { order: [['atMs', 'ASC']], columns: [...RUN_COLUMNS], raw: true }),
    await mergedRecords(club),
  ]
  if (merged.size === 0) return rows
  return rows.map((row) => {
    const detail = row.detail === null ? {} : (JSON.parse(row.detail) as Detail)
    const student = merged.get(detail.student ?? '')
    return student ? { ...row, detail: JSON.stringify({ ...detail, student }) } : row
  })
}

export async function markRowsOf(club: Club, classId: string): Promise<MarkedRow[]> {
  const [rows, merged] = [
    await club.presence.all({ classId }, { order: [['atMs', 'ASC']], columns: [...MARK_COLUMNS], raw: true }),
    await mergedRecords(club),
  ]
  return rows.map((row) => ({
    ...row,
    studentId: merged.get(row.studentId ?? '') ?? row.studentId,
    madeUnder: row.studentId,
  }))
}

export const asRunEvent = (row: RunRow): RunEvent => ({
  ...eventOf<RunEvent['kind']>(row),
  ...(row.board ? { board: row.board } : {}),
  ...(row.waiting !== null ? { waiting: Boolean(row.waiting) } : {}),
  ...(row.detail ? { detail: JSON.parse(row.detail) as Detail } : {}),
  ...(row.device ? { device: row.device } : {}),
})

export const asMark = (row: MarkedRow): PresenceMark => ({
  ...eventOf<PresenceMark['kind']>(row),
  ...(row.studentId ? { student: row.studentId } : {}),
  ...(row.reason ? { reason: row.reason } : {}),
  ...(row.groupId ? { group: row.groupId } : {}),
})

export const eventsOf = async (club: Club, classId: string): Promise<RunEvent[]> =>
  (await runRowsOf(club, classId)).map(asRunEvent)

export const marksOf = async (club: Club, classId: string): Promise<PresenceMark[]> =>
  (await markRowsOf(club, classId)).map(asMark)
