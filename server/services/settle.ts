import { QueryTypes } from 'sequelize'
import { cutTo } from '../../core/kernel/sound-text'
import type { Plan } from '../../core/plan/schema'
import type { Database } from '../db/connect'
import { inClub, readClub, type Club } from '../db/in-club'
import type { ClassRow, SettlementRow } from '../db/rows'
import { inThread } from '../heavy/run'
import type { Settlement, SettlementInput } from '../heavy/settlement'
import { ownLayers } from './own-layers'
import { writeLedger, type Cause } from './ledger'
import { asMark, asRunEvent, markRowsOf, runRowsOf, type MarkedRow, type RunRow } from './events'
import { noteAttendance } from './attendance'
import { mergedRecords, onePerPerson } from './one-person'
import { threesOf } from './partners'
import { notFound } from './refusal'
import { planOfClass } from './classes'

/**
 * Settling a class: its state, the group each student was in, and its ledger, brought to what all its events say. A projection
 * of the rows in the tables: once for many taps, by whichever process has the class, and any number of times with the same
 * outcome. It is read without a lock, worked out in a thread beside the event loop, and written in a short transaction that locks the class's
 * settlement and looks whether anything came meanwhile.
 */

export type Settled = { state: ClassRow['state'] } | 'busy'

/** What a class is settled from, and up to where it was settled when that was read. */
interface Read {
  row: ClassRow
  plan: Plan
  before: SettlementRow
  events: number
  runRows: RunRow[]
  markRows: MarkedRow[]
  everyone: Awaited<ReturnType<typeof studentsAsTheyWere>>
  input: SettlementInput
}

/** So often it is worked out anew because something came meanwhile; then it is written with the lock held from the beginning. */
const TRIES = 3

/**
 * @param options.wait whether to wait for somebody who is settling the class now; else `busy` is answered at once
 * @throws Refusal when there is no such class
 */
export async function settleClass(
  db: Database,
  clubId: string,
  classId: string,
  options: { wait: boolean },
): Promise<Settled> {
  for (let tries = 1; tries <= TRIES; tries++) {
    const read = await inClub(db, clubId, (club) => readToSettle(club, classId))
    if ('state' in read) return read
    const worked = await inThread('settlement', read.input)
    const written = await inClub(db, clubId, async (club) => {
      const settlement = await lockSettlement(club, classId, options.wait)
      if (!settlement) return 'busy'
      if (!isAsRead(settlement, read.before) || (await eventsOfClass(club, classId)) !== read.events)
        return 'again'
      return { state: await write(club, read, worked) }
    })
    if (written !== 'again') return written
  }
  return inClub(db, clubId, async (club) => {
    const settlement = await lockSettlement(club, classId, options.wait)
    if (!settlement) return 'busy'
    const read = await readToSettle(club, classId)
    if ('state' in read) return read
    return { state: await write(club, read, await inThread('settlement', read.input)) }
  })
}

/** Nobody settled the class meanwhile, and nobody asked for it to be settled anew. */
const isAsRead = (now: SettlementRow, then: SettlementRow): boolean =>
  Number(now.events) === Number(then.events) &&
  Number(now.revision) === Number(then.revision) &&
  now.anewBy === then.anewBy &&
  now.anewWhy === then.anewWhy

async function eventsOfClass(club: Club, classId: string): Promise<number> {
  return (await club.runEvents.count({ classId })) + (await club.presence.count({ classId }))
}

/** @returns what the class is settled from, or its state where it is settled already */
async function readToSettle(club: Club, classId: string): Promise<Read | { state: ClassRow['state'] }> {
  const before = await settlementOf(club, classId)
  const events = await eventsOfClass(club, classId)
  if (events === Number(before.events)) {
    const row = await club.classes.one({ id: classId }, ['id', 'state'])
    if (!row) throw notFound('class')
    return { state: row.state }
  }
  return readClass(club, classId, before)
}

/** What a class is settled from, whether it is or not. */
export const readForPreview = async (club: Club, classId: string): Promise<Read> =>
  readClass(club, classId, await settlementOf(club, classId))

async function readClass(club: Club, classId: string, before: SettlementRow): Promise<Read> {
  const row = await club.classes.one({ id: classId })
  if (!row) throw notFound('class')
  const runRows = await runRowsOf(club, classId)
  const markRows = await markRowsOf(club, classId)
  const events = runRows.length + markRows.length
  const plan = row.runPlan ?? (await planAsBegun(club, row, runRows))
  const acts = runRows.map(asRunEvent)
  const own = await ownLayers(club, row.day)
  const tapped = new Set(markRows.flatMap(({ madeUnder }) => madeUnder ?? []))
  const isBegun = acts.some(({ kind }) => kind === 'start')
  const everyone = isBegun ? await studentsAsTheyWere(club, classId, tapped) : []
  const students = everyone
    .filter(({ counts }) => counts)
    .map(({ id, group, rank }) => ({ id, group, rank, own: own.get(id) }))
  const threes = [...(await threesOf(club, classId, plan))]
  const input = { plan, acts, marks: markRows.map(asMark), students, threes }
  return { row, plan, before, events, runRows, markRows, everyone, input }
}

async function write(
  club: Club,
  { row, plan, before, events, runRows, markRows, everyone }: Read,
  { state, figures, stood, times }: Settlement,
): Promise<ClassRow['state']> {
  await noteAttendance(club, row.id, everyone, new Map(stood))
  const revision = await writeLedger(club, {
    classId: row.id,
    day: row.day,
    revision: before.revision,
    figures,
    why: state !== 'finished' ? 'undo' : row.state === 'finished' ? 'correction' : 'finish',
    causeOf: causes(before, runRows, markRows, row.state === 'finished'),
  })
  const runPlan = state === 'planned' ? null : plan
  if (state !== row.state || (runPlan === null) !== (row.runPlan === null))
    await club.classes.change({ id: row.id }, { state, runPlan })
  await club.settlements.change(
    { classId: row.id },
    {
      events,
      revision,
      settledAt: new Date(),
      anewBy: null,
      anewWhy: null,
      times,
      failed: 0,
      failedAt: null,
      failedWhy: null,
    },
  )
  if (state !== row.state || revision !== before.revision)
    await club.changed('class', row.id, 'settled', newestOf([...runRows, ...markRows])?.sentBy ?? null)
  return state
}

/**
 * Who changed what a student is credited with: whoever had the class settled anew; else the newest of the acts of the class and of the taps of that
 * very student, each with what was said of it.
 */
function causes(
  { anewBy, anewWhy }: SettlementRow,
  runRows: readonly RunRow[],
  markRows: readonly MarkedRow[],
  isCorrection: boolean,
): (student: string) => Cause {
  const act = newestOf(runRows)
  const byId = new Map(markRows.map((mark) => [mark.id, mark]))
  const marksOf = new Map<string, MarkedRow[]>()
  for (const mark of markRows) {
    // What is taken back is about whom it was about.
    const student = mark.studentId ?? byId.get(mark.undoes ?? '')?.studentId
    if (student) marksOf.set(student, [...(marksOf.get(student) ?? []), mark])
  }
  return (student) => {
    const newest = newestOf<RunRow | MarkedRow>([...(act ? [act] : []), ...(marksOf.get(student) ?? [])])
    const said = newest && 'reason' in newest ? newest.reason : null
    if (anewBy ?? anewWhy) return { by: anewBy, reason: isCorrection ? anewWhy : null }
    return { by: newest?.sentBy ?? null, reason: isCorrection ? said : null }
  }
}

/**
 * Makes a change that leaves classes to be settled anew, and then settles them, one after the other, each in a transaction of its own. What a
 * failure leaves undone the next look at the unsettled finds.
 *
 * @param change what is done, and the classes it leaves unsettled
 * @returns how many they were
 */
export async function changeAndSettle(
  db: Database,
  clubId: string,
  change: (club: Club) => Promise<readonly string[]>,
): Promise<{ classes: number }> {
  const classIds = await inClub(db, clubId, change)
  for (const classId of classIds) await settleClass(db, clubId, classId, { wait: true })
  return { classes: classIds.length }
}

/** Where the class's settlement stands; begun where there is none yet. */
async function settlementOf(club: Club, classId: string): Promise<SettlementRow> {
  const found = await club.settlements.one({ classId })
  if (found) return found
  if (!(await club.classes.one({ id: classId }, ['id']))) throw notFound('class')
  // A class that came into the table in another way than through `addClass` begins unsettled.
  await club.settlements.append([{ classId, events: 0, revision: 0 }], ['classId'])
  return settlementOf(club, classId)
}

/** The class's settlement, locked; nothing when somebody else has it and it is not waited for. */
async function lockSettlement(
  club: Club,
  classId: string,
  wait: boolean,
): Promise<SettlementRow | undefined> {
  await settlementOf(club, classId)
  return wait ? club.settlements.locked({ classId }) : club.settlements.lockedIfFree({ classId })
}

const newestOf = <E extends { receivedAt: Date }>(rows: readonly E[]): E | undefined =>
  rows.reduce<E | undefined>(
    (newest, row) => (newest && newest.receivedAt > row.receivedAt ? newest : row),
    undefined,
  )

/** The plan the class was begun with: the version the device had that began it, where it is still kept. */
async function planAsBegun(club: Club, row: ClassRow, run: RunRow[]): Promise<Plan> {
  const version = run.find(({ kind, planVersion }) => kind === 'start' && planVersion !== null)?.planVersion
  if (version !== undefined && version !== null) {
    const kept = await club.planVersions.one({ planId: row.planId, version, outcome: 'saved' })
    if (kept) return kept.body
  }
  return planOfClass(club, row)
}

/**
 * The group and rank of each student as they were: taken down when the class begins, and for whoever is new to it at their first
 * tap. Never changed afterwards, so that moving a student today does not rewrite September.
 */
async function studentsAsTheyWere(club: Club, classId: string, tapped: ReadonlySet<string>) {
  const isTaken = (await club.classStudents.count({ classId })) > 0
  const added = await club.select<{ studentId: string; groupId: string; rankId: string }>(
    `SELECT s.id AS studentId, s.group_id AS groupId, s.rank_id AS rankId FROM students s
      LEFT JOIN class_students t ON t.club_id = s.club_id AND t.class_id = :classId AND t.student_id = s.id
      WHERE s.club_id = :club AND t.student_id IS NULL
        AND (${isTaken ? '' : "(s.active AND (s.kind = 'member' OR s.guest_of = :classId)) OR "}EXISTS (SELECT 1 FROM presence p
          WHERE p.club_id = s.club_id AND p.class_id = :classId AND p.student_id = s.id))`,
    { classId },
  )
  await club.classStudents.append(
    added.map((row) => ({ classId, ...row })),
    ['studentId'],
  )
  // Read once they are there: whoever settles the class at the same moment takes down the same, and may have done so between the two questions.
  const rows = await club.classStudents.all(
    { classId },
    { columns: ['studentId', 'groupId', 'rankId', 'stood'], raw: true },
  )
  return onePerPerson(rows, await mergedRecords(club), tapped).map(({ id, row: noted, counts }) => ({
    id,
    group: noted.groupId,
    rank: noted.rankId,
    noted,
    counts,
  }))
}

/** A class that fails so often is set aside and shown to the head, so that others go on. */
const GIVEN_UP = 3
const MOST_SAID = 300

/** Writes down that a class could not be settled, and why. */
export async function noteFailure(db: Database, clubId: string, classId: string, why: string): Promise<void> {
  await db.sequelize.query(
    `UPDATE settlements SET failed = LEAST(failed + 1, 100), failed_at = NOW(3), failed_why = ?
      WHERE club_id = ? AND class_id = ?`,
    { replacements: [cutTo(why, MOST_SAID), clubId, classId] },
  )
}

/** Classes that were set aside because they cannot be settled: their record stands as it was before. */
export async function setAside(
  club: Club,
): Promise<{ id: string; title: string; day: string; why: string }[]> {
  return club.select(
    `SELECT c.id, p.title, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, COALESCE(s.failed_why, '') AS why
      FROM settlements s JOIN classes c ON c.club_id = s.club_id AND c.id = s.class_id
      JOIN plans p ON p.club_id = c.club_id AND p.id = c.plan_id
      WHERE s.club_id = :club AND s.failed >= ${GIVEN_UP} ORDER BY c.day DESC LIMIT 20`,
  )
}

/** So many are found at a time; the next look finds more. */
const AT_ONCE = 50

interface Open {
  clubId: string
  classId: string
}

/**
 * Classes with events that nobody has settled, among those of which something was written in the last `sec` seconds: the work that
 * a process which has ended left behind.
 */
export async function unsettled(db: Database, sec: number): Promise<Open[]> {
  return db.sequelize.query<Open>(
    `SELECT s.club_id AS clubId, s.class_id AS classId
      FROM (SELECT DISTINCT club_id, root FROM changes
        WHERE topic = 'class' AND what IN ('acted', 'tapped', 'merged') AND at > NOW(3) - INTERVAL ? SECOND) c
      JOIN settlements s ON s.club_id = c.club_id AND s.class_id = c.root
      WHERE s.failed < ${GIVEN_UP} AND s.events <> (SELECT COUNT(*) FROM run_events e WHERE e.club_id = s.club_id AND e.class_id = s.class_id)
        + (SELECT COUNT(*) FROM presence p WHERE p.club_id = s.club_id AND p.class_id = s.class_id)
      LIMIT ${AT_ONCE}`,
    { type: QueryTypes.SELECT, replacements: [sec] },
  )
}

/** The state of a class as it is written down. */
export async function stateOf(
  db: Database,
  clubId: string,
  classId: string,
): Promise<ClassRow['state'] | undefined> {
  return readClub(
    db,
    clubId,
    async (club) => (await club.classes.one({ id: classId }, ['id', 'state']))?.state,
  )
}
