import { z } from 'zod'
import { fault, type Fault } from '../../core/kernel/faults'
import { record, whole } from '../../core/kernel/fields'
import { equalDocuments, mergeDocuments } from '../../core/kernel/merge-documents'
import { knownOn } from '../../core/people/roster-csv'
import { fullName, type Student } from '../../core/people/student'
import type { Club } from '../db/in-club'
import type { StudentRow } from '../db/rows'
import { awardRow, isAward, strangersIn, withHidden } from './people'
import { badFields, Refusal } from './refusal'
import { dropStaged, stage, staged, type Import } from './staging'
import { asDocument, asSeen, columnsOf, groundOf, readAs, type Keeper } from './student-rows'

/** A roster that is read in: by the same rules as a form, once all of it has come (`staging.ts`). */

const MOST_ROWS = 2000
const MOST_A_PIECE = 500

/** One row of a roster file as a device sends it. */
const incomingSchema = z.object({
  row: z.number().int(),
  id: z.uuid(),
  isNew: z.boolean(),
  student: z.unknown(),
  /** What the row was made from, where somebody is known: what was changed since is put together with it. */
  was: z.unknown().optional(),
})
type IncomingStudent = z.infer<typeof incomingSchema>

export const pieceBody = z.object({
  rows: z.array(incomingSchema).max(MOST_A_PIECE, { error: `must be at most ${MOST_A_PIECE} rows` }),
})
export const takeOverBody = record({ rows: whole(0, MOST_ROWS) })

const importOf = (sentBy: string, importId: string): Import => ({ kind: 'roster', importId, sentBy })

export const stageRoster = (
  club: Club,
  userId: string,
  importId: string,
  { rows }: z.infer<typeof pieceBody>,
): Promise<{ staged: number }> =>
  stage(
    club,
    importOf(userId, importId),
    rows.map((body) => ({ id: body.id, body })),
  )

export const dropRoster = (club: Club, userId: string, importId: string): Promise<void> =>
  dropStaged(club, importOf(userId, importId))

/** Takes an import over: all or nothing. `wanted` is how many rows were sent. */
export async function takeOverRoster(
  club: Club,
  keeper: Keeper,
  importId: string,
  wanted: number,
  now: number,
): Promise<{ added: number; changed: number }> {
  await club.lock()
  const of = importOf(keeper.id, importId)
  const rows = await staged<IncomingStudent>(club, of, wanted, 'students')
  const done = await writeRoster(
    club,
    keeper,
    rows.sort((a, b) => a.row - b.row),
    now,
  )
  await dropStaged(club, of)
  return done
}

const ROWS_AT_ONCE = 250

/**
 * Writes the rows of a file: checked in one reading, written in pieces. What was edited since the
 * file was read on the device is put together with the file's own changes; where both changed the same field the row says so and nothing is
 * written. The device names the ids of new students, so that a file sent twice adds nobody twice.
 */
async function writeRoster(
  club: Club,
  keeper: Keeper,
  rows: readonly IncomingStudent[],
  now: number,
): Promise<{ added: number; changed: number }> {
  const ground = await groundOf(club, now)
  const known = new Map((await lockedStudents(club, rows)).map((row) => [row.id, row]))
  const faults: Fault[] = []
  const read = rows.flatMap((row) => {
    try {
      return [{ ...row, student: readRow(row, known.get(row.id), ground, keeper.role) }]
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      faults.push(
        ...(error.more.faults ?? []).map((one) => ({ ...one, path: `row ${row.row}: ${one.path}` })),
      )
      return []
    }
  })
  if (faults.length) throw badFields(faults)
  await refuseTogether(club, read)
  const added = read.filter(({ id }) => !known.has(id))
  const changed = read.flatMap(({ id, student }) => {
    const before = known.get(id)
    return before && !equalDocuments(asSeen(asDocument(before), keeper.role), student)
      ? [{ before, student }]
      : []
  })
  await refuseTakenTags(club, read)
  for (let from = 0; from < added.length; from += ROWS_AT_ONCE)
    await club.students.addAll(
      added.slice(from, from + ROWS_AT_ONCE).map(({ id, student }) => ({
        id,
        ...columnsOf({ ...student, joined: student.joined ?? ground.today }, ground.byRank),
        active: true,
      })),
    )
  for (const { before, student } of changed)
    await club.students.change(
      { id: before.id },
      { ...columnsOf(withHidden(before, student, keeper), ground.byRank), version: before.version + 1 },
    )
  await club.rankAwards.addAll([
    ...added.map(({ id, student }) => awardRow(keeper.id, id, student)),
    ...changed
      .filter(({ before, student }) => isAward(asDocument(before), student))
      .map(({ before, student }) => awardRow(keeper.id, before.id, student)),
  ])
  await club.changedAll([
    ...added.map(({ id }) => ({ topic: 'students' as const, root: id, what: 'added', userId: keeper.id })),
    ...changed.map(({ before }) => ({
      topic: 'students' as const,
      root: before.id,
      what: 'saved',
      userId: keeper.id,
    })),
  ])
  return { added: added.length, changed: changed.length }
}

/** Those of the file who are known, locked: an edit at the same moment is waited for, or waits. */
async function lockedStudents(club: Club, rows: readonly IncomingStudent[]): Promise<StudentRow[]> {
  const found: StudentRow[] = []
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE)
    found.push(
      ...(await club.students.allLocked({ id: rows.slice(from, from + ROWS_AT_ONCE).map(({ id }) => id) })),
    )
  return found
}

/** A row as it is to stand: with what was changed since it was read on the device. */
function readRow(
  { isNew, student: document, was }: IncomingStudent,
  before: StudentRow | undefined,
  ground: Awaited<ReturnType<typeof groundOf>>,
  role: Keeper['role'],
): Student {
  const student = readAs(document, ground, role)
  if (!before) {
    if (isNew) return student
    throw badFields([fault(['id'], 'is no student of this club')])
  }
  if (before.sameAs ?? before.erasedAt)
    throw badFields([fault(['id'], 'is of a record that was merged or erased since: save the roster anew')])
  const stands = asSeen(asDocument(before), role)
  const isSentAgain =
    isNew && equalDocuments({ ...stands, joined: undefined }, { ...student, joined: undefined })
  if (isSentAgain) return stands
  if (was === undefined) return student
  const put = mergeDocuments(readAs(was, ground, role), student, stands)
  if ('merged' in put) return put.merged
  throw badFields(
    put.clashes.map((field) =>
      fault(field.split('.'), 'was changed by somebody else since the file was read: read it again'),
    ),
  )
}

/** All rows held against the whole roster at once: those who are new and are not, and lists that name nobody. */
async function refuseTogether(
  club: Club,
  read: readonly { row: number; id: string; isNew: boolean; student: Student }[],
): Promise<void> {
  const all = await club.students.all({ sameAs: null, erasedAt: null })
  const isKnown = knownOn(all.map((row) => ({ id: row.id, student: asDocument(row) })))
  const ids = new Set([...all.map(({ id }) => id), ...read.map(({ id }) => id)])
  const known = new Set(all.map(({ id }) => id))
  const faults = read.flatMap(({ row, id, student }): Fault[] => {
    const isThere = !known.has(id) && isKnown(student)
    return [
      ...(isThere ? [fault(['first name'], 'is on the roster already: read the file again')] : []),
      ...strangersIn(student, id, ids),
    ].map((one) => ({ ...one, path: `row ${row} (${fullName(student)}): ${one.path}` }))
  })
  if (faults.length) throw badFields(faults)
}

/** A tag is one student's; two of the file, or one of the file and one of the roster, are told before anything is written. */
async function refuseTakenTags(
  club: Club,
  read: readonly { row: number; id: string; student: Student }[],
): Promise<void> {
  const tagged = read.flatMap(({ row, id, student: { tag } }) =>
    tag === undefined ? [] : [{ row, id, tag }],
  )
  if (tagged.length === 0) return
  const ownerOf = new Map<string, string>()
  const rows = await club.students.all({ tag: tagged.map(({ tag }) => tag) }, { columns: ['id', 'tag'] })
  const changing = new Map(read.map(({ id, student }) => [id, student.tag]))
  // Whoever gives theirs away in the same file does not stand in the way.
  for (const { id, tag } of rows) if (tag && (changing.get(id) ?? tag) === tag) ownerOf.set(tag, id)
  const faults = tagged.flatMap(({ row, id, tag }) => {
    const owner = ownerOf.get(tag)
    ownerOf.set(tag, owner ?? id)
    return owner && owner !== id
      ? [{ ...fault(['tag'], 'is another student’s'), path: `row ${row}: tag` }]
      : []
  })
  if (faults.length) throw badFields(faults)
}
