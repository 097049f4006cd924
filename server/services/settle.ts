import { QueryTypes } from 'sequelize'
import { groupTimes } from '../../core/floor/group-times'
import type { Run, RunPhase } from '../../core/floor/run'
import type { Stood } from '../../core/people/attendance-figures'
import { readRegister } from '../../core/people/register'
import type { Plan } from '../../core/plan/schema'
import type { Database } from '../db/connect'
import { inClub, readClub, type Club } from '../db/in-club'
import type { ClassRow, SettlementRow } from '../db/rows'
import { ownLayers } from './own-layers'
import { attendanceOfClass, creditedRows, runOfClass, writeLedger } from './ledger'
import { asMark, asRunEvent, markRowsOf, runRowsOf, type MarkedRow, type RunRow } from './events'
import { noteAttendance, stoodOf } from './attendance'
import { mergedRecords, onePerPerson } from './one-person'
import { threesOf } from './partners'
import { notFound } from './refusal'
import { planOfClass } from './classes'

/**
 * Settling a class: its state, the group each student was in, and its ledger, brought to what all its events say. A projection
 * of the rows in the tables: once for many taps, by whichever process has the class, and any number of times with the same
 * outcome. What is locked is the class's settlement and nothing that a tap needs.
 */

const STATE: Record<RunPhase, ClassRow['state']> = {
  ready: 'planned',
  running: 'running',
  paused: 'running',
  finished: 'finished',
}

export type Settled = { state: ClassRow['state'] } | 'busy'

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
  return inClub(db, clubId, async (club) => {
    const settlement = await lockSettlement(club, classId, options.wait)
    if (!settlement) return 'busy'
    // Read under the lock: what was read before it may be what somebody else has just settled anew.
    const row = await club.classes.one({ id: classId })
    if (!row) throw notFound('class')
    const run = await runRowsOf(club, classId)
    const events = run.length + (await club.presence.count({ classId }))
    if (events === settlement.events) return { state: row.state }
    return { state: await settle(club, row, settlement, run, events) }
  })
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

/** The class's settlement, locked; nothing when somebody else has it and it is not waited for. */
async function lockSettlement(
  club: Club,
  classId: string,
  wait: boolean,
): Promise<SettlementRow | undefined> {
  if (!(await club.settlements.one({ classId }))) {
    if (!(await club.classes.one({ id: classId }, ['id']))) throw notFound('class')
    // A class that came into the table in another way than through `addClass` begins unsettled.
    await club.settlements.append([{ classId, events: 0, revision: 0 }], ['classId'])
  }
  return wait ? club.settlements.locked({ classId }) : club.settlements.lockedIfFree({ classId })
}

async function settle(
  club: Club,
  row: ClassRow,
  settlement: SettlementRow,
  runRows: RunRow[],
  events: number,
): Promise<ClassRow['state']> {
  const plan = row.runPlan ?? (await planAsBegun(club, row, runRows))
  const acts = runRows.map(asRunEvent)
  const isBegun = acts.some(({ kind }) => kind === 'start')
  const state = STATE[runOfClass(plan, acts).phase]
  // While the class is on nobody is credited yet, and its taps need not be read.
  const markRows = state === 'finished' ? await markRowsOf(club, row.id) : []
  const own = state === 'finished' ? await ownLayers(club, row.day) : undefined
  const tapped = new Set(markRows.flatMap(({ madeUnder }) => madeUnder ?? []))
  const everyone = isBegun ? await studentsAsTheyWere(club, row.id, tapped) : []
  const students = everyone.filter(({ counts }) => counts)
  const taking = students.map((student) => ({ ...student, own: own?.get(student.id) }))
  const newest = newestOf([...runRows, ...markRows])
  const marks = markRows.map(asMark)
  const held =
    state === 'finished'
      ? attendanceOfClass(plan, acts, marks, taking, await threesOf(club, row.id, plan))
      : undefined
  const ids = students.map(({ id }) => id)
  const stood = stoodOf(ids, held?.attendance, readRegister(marks))
  await noteAttendance(club, row.id, everyone, stood)
  const revision = await writeLedger(club, {
    classId: row.id,
    day: row.day,
    revision: settlement.revision,
    figures: held ? creditedRows(held.run.plan, held.attendance) : [],
    by: settlement.anewBy ?? newest?.sentBy ?? null,
    why: state !== 'finished' ? 'undo' : row.state === 'finished' ? 'correction' : 'finish',
    reason: row.state === 'finished' ? (settlement.anewWhy ?? reasonOf(newest)) : null,
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
      times: held ? timesOf(held.run, students, stood) : null,
    },
  )
  if (state !== row.state || revision !== settlement.revision)
    await club.changed('class', row.id, 'settled', newest?.sentBy ?? null)
  return state
}

/** Where the time went for those who came, as it is kept. */
function timesOf(
  run: Run,
  students: readonly { id: string; group: string }[],
  stood: ReadonlyMap<string, Stood | null>,
): string {
  const heads = new Map<string, number>()
  for (const { id, group } of students)
    if (stood.get(id) === 'there') heads.set(group, (heads.get(group) ?? 0) + 1)
  return JSON.stringify(groupTimes(run, heads))
}

/** What whoever made a correction said of it. */
const reasonOf = (event: RunRow | MarkedRow | undefined): string | null =>
  event && 'reason' in event ? event.reason : null

const newestOf = <E extends { receivedAt: Date }>(rows: readonly E[]): E | undefined =>
  rows.reduce<E | undefined>(
    (newest, row) => (newest && newest.receivedAt >= row.receivedAt ? newest : row),
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
  const taken = await club.classStudents.all(
    { classId },
    { columns: ['studentId', 'groupId', 'rankId', 'stood'], raw: true },
  )
  const added = await club.select<{ studentId: string; groupId: string; rankId: string }>(
    `SELECT s.id AS studentId, s.group_id AS groupId, s.rank_id AS rankId FROM students s
      LEFT JOIN class_students t ON t.club_id = s.club_id AND t.class_id = :classId AND t.student_id = s.id
      WHERE s.club_id = :club AND t.student_id IS NULL
        AND (${taken.length ? '' : "(s.active AND (s.kind = 'member' OR s.guest_of = :classId)) OR "}EXISTS (SELECT 1 FROM presence p
          WHERE p.club_id = s.club_id AND p.class_id = :classId AND p.student_id = s.id))`,
    { classId },
  )
  await club.classStudents.append(added.map((row) => ({ classId, ...row })))
  const rows = [...taken, ...added.map((row) => ({ ...row, stood: null }))]
  return onePerPerson(rows, await mergedRecords(club), tapped).map(({ id, row: noted, counts }) => ({
    id,
    group: noted.groupId,
    rank: noted.rankId,
    noted,
    counts,
  }))
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
      WHERE s.events <> (SELECT COUNT(*) FROM run_events e WHERE e.club_id = s.club_id AND e.class_id = s.class_id)
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
