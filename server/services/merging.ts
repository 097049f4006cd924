import { z } from 'zod'
import { fault } from '../../core/kernel/faults'
import { record } from '../../core/kernel/fields'
import { mergeDocuments } from '../../core/kernel/merge-documents'
import { mergedStudent } from '../../core/people/one-person'
import { fullName, type Student } from '../../core/people/student'
import type { RosterPage } from '../../shared/answers'
import type { Club } from '../db/in-club'
import type { MergeRow, StudentRow } from '../db/rows'
import { changeLists, mergedRecords, recordsOf, thoseWhoList } from './one-person'
import { writeStudent } from './people'
import { putMark } from './marks'
import { badFields, notFound, Refusal } from './refusal'
import { asDocument, groundOf, type Keeper } from './student-rows'

/**
 * Two records of one person become one, and can be two again. No tap, mark or row of a class is rewritten: the record that goes says whose
 * it is, whatever reads the records takes it for the kept one's, and the classes it was in are settled anew, so that the ledger follows and
 * nothing is counted twice.
 */

const uuid = () => z.uuid({ error: 'must be a UUID' })
export const mergeBody = record({ id: uuid(), gone: uuid() })

/** What stands of one merge. */
type Standing = Pick<MergeRow, 'goneId' | 'keptId'>

/** Whom every record that was merged is now, through merges of merges. */
function resolved(standing: readonly Standing[]): Map<string, string> {
  const next = new Map(standing.map(({ goneId, keptId }) => [goneId, keptId]))
  const end = (id: string): string => {
    const kept = next.get(id)
    return kept === undefined ? id : end(kept)
  }
  return new Map([...next.keys()].map((id) => [id, end(id)]))
}

/** Writes down whom each record is; whose that changed. */
async function point(club: Club): Promise<void> {
  const standing = await club.merges.all({ undoneAt: null }, { columns: ['goneId', 'keptId'] })
  const now = resolved(standing)
  const was = await mergedRecords(club)
  for (const id of new Set([...now.keys(), ...was.keys()]))
    if (now.get(id) !== was.get(id)) await club.students.change({ id }, { sameAs: now.get(id) ?? null })
}

/** The classes that some records were in. */
async function classesOf(club: Club, records: readonly string[]): Promise<string[]> {
  const rows = await club.select<{ classId: string }>(
    `SELECT class_id AS classId FROM class_students WHERE club_id = :club AND student_id IN (:records)
      UNION SELECT class_id FROM presence WHERE club_id = :club AND student_id IN (:records)`,
    { records },
  )
  return rows.map(({ classId }) => classId).sort()
}

/** Has classes settled anew although nothing happened in them. */
async function settleAnew(club: Club, classIds: string[], userId: string, why: string): Promise<void> {
  if (classIds.length === 0) return
  await club.settlements.change({ classId: classIds }, { events: 0, anewBy: userId, anewWhy: why })
  for (const id of classIds) await club.changed('class', id, 'merged', userId)
}

/** The mark that stands of each item, in the summaries of a person; those of a record that was merged are the kept one's. */
async function markSummaries(club: Club, personId: string): Promise<void> {
  const records = await recordsOf(club, personId)
  const rows = await club.marks.all({ studentId: records }, { order: [['givenAt', 'ASC']] })
  const newest = new Map(rows.map(({ itemId, mark }) => [itemId, mark]))
  await club.summary.change({ studentId: records }, { mark: null })
  for (const [itemId, mark] of newest) await putMark(club, personId, itemId, mark)
}

/** Those who are kept apart from a record, or with it, are from now on apart from the other, or with it; their lists as they were. */
async function followOthers(club: Club, goneId: string, keptId: string): Promise<MergeRow['others']> {
  const others = (await thoseWhoList(club, goneId)).filter((id) => id !== keptId)
  return changeLists(club, others, (list) => [...new Set(list.map((one) => (one === goneId ? keptId : one)))])
}

/** Who was listed before the merge is so again, beside the kept one where both were; what was changed since stays. */
async function leaveOthers(club: Club, { others, goneId, keptId }: MergeRow): Promise<void> {
  const was = new Map(others.map((one) => [one.id, one]))
  await changeLists(club, [...was.keys()], (now, id, which) => {
    const before = was.get(id)?.[which] ?? []
    if (!before.includes(goneId)) return now
    const kept = before.includes(keptId) ? now : now.filter((one) => one !== keptId)
    return [...new Set([...kept, goneId])]
  })
}

async function twoRecords(club: Club, keptId: string, goneId: string): Promise<[StudentRow, StudentRow]> {
  if (keptId === goneId) throw badFields([fault(['gone'], 'must be another record')])
  // Always in one order, so that two who merge at once do not wait for each other.
  const rows = new Map<string, StudentRow>()
  for (const id of [keptId, goneId].sort()) {
    const row = await club.students.locked({ id, erasedAt: null })
    if (row) rows.set(id, row)
  }
  const [kept, gone] = [rows.get(keptId), rows.get(goneId)]
  if (!kept) throw notFound('student')
  if (!gone) throw badFields([fault(['gone'], 'is no student of this club')])
  if (kept.sameAs ?? gone.sameAs)
    throw new Refusal('in-use', 'One of the two was merged into another record already.')
  if (kept.kind !== 'member' && gone.kind === 'member')
    throw badFields([fault(['gone'], 'is a member, and the other a guest: keep the member’s record')])
  return [kept, gone]
}

/**
 * Merges a record into another. Sent again it is the same merge.
 *
 * @returns the classes that are to be settled anew
 */
export async function mergeStudents(
  club: Club,
  keeper: Keeper,
  keptId: string,
  { id, gone: goneId }: z.infer<typeof mergeBody>,
  now: number,
): Promise<string[]> {
  await club.lock()
  const known = await club.merges.one({ id })
  if (known) {
    if (known.goneId === goneId && known.keptId === keptId) return []
    throw new Refusal('known-elsewhere', 'A merge of this id is known already, of other records.')
  }
  const [kept, gone] = await twoRecords(club, keptId, goneId)
  const classes = await classesOf(club, await recordsOf(club, goneId))
  const [before, other] = [asDocument(kept), asDocument(gone)]
  const after = mergedStudent(before, other, { kept: keptId, gone: goneId })
  const { byRank } = await groundOf(club, now)
  await writeStudent(club, { ...keeper, role: 'head' }, kept, after, byRank)
  const others = await followOthers(club, goneId, keptId)
  await club.students.change({ id: goneId }, { active: false, version: gone.version + 1 })
  await club.merges.add({
    id,
    goneId,
    keptId,
    wasActive: gone.active,
    beforeBody: before,
    afterBody: after,
    others,
    madeBy: keeper.id,
  })
  await point(club)
  await settleAnew(club, classes, keeper.id, `two records of ${fullName(kept)} became one`)
  await markSummaries(club, keptId)
  await club.changed('students', keptId, 'merged', keeper.id)
  return classes
}

/**
 * Takes a merge back: two records again, each with what it was in. What was changed on the kept one since stays; only what it had from the
 * other goes.
 */
export async function undoMerge(club: Club, keeper: Keeper, id: string, now: number): Promise<string[]> {
  await club.lock()
  const merge = await club.merges.locked({ id })
  if (!merge) throw notFound('merge')
  if (merge.undoneAt) return []
  const { goneId, keptId } = merge
  const [kept, gone] = [
    await club.students.locked({ id: keptId }),
    await club.students.locked({ id: goneId }),
  ]
  if (!kept || !gone || kept.erasedAt || gone.erasedAt)
    throw new Refusal('in-use', 'One of the two was erased since.')
  const records = await recordsOf(club, goneId)
  await club.merges.change({ id }, { undoneBy: keeper.id, undoneAt: new Date() })
  await point(club)
  const apart = mergeDocuments(merge.afterBody, merge.beforeBody, asDocument(kept), 'theirs')
  const document: Student = 'merged' in apart ? apart.merged : asDocument(kept)
  const { byRank } = await groundOf(club, now)
  await writeStudent(club, { ...keeper, role: 'head' }, kept, document, byRank)
  await leaveOthers(club, merge)
  await club.students.change({ id: goneId }, { active: merge.wasActive, version: gone.version + 1 })
  const classes = await classesOf(club, records)
  await settleAnew(club, classes, keeper.id, `the records of ${fullName(kept)} are two again`)
  await markSummaries(club, keptId)
  await markSummaries(club, goneId)
  await club.changed('students', keptId, 'two again', keeper.id)
  return classes
}

/** The merges that stand into a record, the newest first. */
export async function mergesOf(club: Club, keptId: string): Promise<RosterPage['merges']> {
  return club.select<RosterPage['merges'][number]>(
    `SELECT m.id, TRIM(CONCAT(s.first_name, ' ', s.last_name)) AS name, m.made_at AS at, u.name AS \`by\`
      FROM merges m
      JOIN students s ON s.club_id = m.club_id AND s.id = m.gone_id
      JOIN users u ON u.club_id = m.club_id AND u.id = m.made_by
      WHERE m.club_id = :club AND m.kept_id = :keptId AND m.undone_at IS NULL ORDER BY m.made_at DESC`,
    { keptId },
  )
}
