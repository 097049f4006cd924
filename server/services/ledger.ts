import { addSectionRuns } from '../../core/people/section-runs'
import type { SectionRuns } from '../../core/plan/practice-row'
import type { Club } from '../db/in-club'
import type { ClassRow, Figures, LedgerRow } from '../db/rows'
import type { Credited } from '../heavy/settlement'
import { mergedRecords, onePerPerson } from './one-person'
import { ownLayers } from './own-layers'

/** The students of a class with the groups they were in when it began; before that, as they are. */
export async function studentsOfClass(club: Club, { id: classId, day }: Pick<ClassRow, 'id' | 'day'>) {
  const own = await ownLayers(club, day)
  const taken = await club.classStudents.all(
    { classId },
    { columns: ['studentId', 'groupId', 'rankId'], raw: true },
  )
  if (taken.length) {
    const taps = await club.presence.all({ classId }, { columns: ['studentId'], raw: true })
    const tapped = new Set(taps.flatMap(({ studentId }) => studentId ?? []))
    return onePerPerson(taken, await mergedRecords(club), tapped)
      .filter(({ counts }) => counts)
      .map(({ id, row }) => ({ id, group: row.groupId, rank: row.rankId, own: own.get(id) }))
  }
  const students = await club.students.all({ sameAs: null }, { columns: ['id', 'groupId', 'rankId'] })
  return students.map(({ id, groupId, rankId }) => ({ id, group: groupId, rank: rankId, own: own.get(id) }))
}

const FIGURES = [
  'workMs',
  'holdingMs',
  'repsL',
  'repsR',
  'repsN',
  'received',
  'estimated',
  'inCombinations',
] as const
const NOTHING: Figures = {
  workMs: 0,
  holdingMs: 0,
  repsL: 0,
  repsR: 0,
  repsN: 0,
  received: 0,
  estimated: false,
  inCombinations: 0,
  inRoles: 0,
  sections: null,
}

const keyOf = ({ studentId, itemId, layer }: Pick<Credited, 'studentId' | 'itemId' | 'layer'>) =>
  `${studentId} ${itemId} ${layer}`
const agree = (a: Figures, b: Figures) =>
  a.sections === b.sections &&
  FIGURES.every((name) => Number(a[name]) === Number(b[name])) &&
  // Not known of classes from before it was noted.
  (a.inRoles === null || b.inRoles === null || Number(a.inRoles) === Number(b.inRoles))

/**
 * What differs between what stands and what should: new and changed figures, and a row of zeroes for each that went away. Equal
 * ones are left out.
 */
export function revisionsOf(standing: readonly Credited[], wanted: readonly Credited[]): Credited[] {
  const before = new Map(standing.map((row) => [keyOf(row), row]))
  const after = new Set(wanted.map(keyOf))
  const changed = wanted.filter((row) => {
    const had = before.get(keyOf(row))
    return !had || !agree(had, row)
  })
  const gone = standing
    .filter((row) => !after.has(keyOf(row)))
    .map(({ studentId, itemId, layer }) => ({ studentId, itemId, layer, ...NOTHING }))
  return [...changed, ...gone]
}

interface Writing {
  classId: string
  day: string
  /** The revision that stands. */
  revision: number
  figures: Credited[]
  why: LedgerRow['why']
  /** Who changed what a student is credited with, and what they said of it. */
  causeOf(student: string): Cause
}

export interface Cause {
  by: string | null
  reason: string | null
}

const ROWS_AT_ONCE = 500

/**
 * Brings the ledger of a class to what its events and register say now. Nothing is overwritten: a new revision is added for each
 * student, item and layer whose figures differ, with who and why, and nothing for the others; so finishing twice writes once, and
 * correcting one student writes that student's rows. What stands and the summaries follow in the same transaction.
 *
 * @returns the number of the revision that stands
 */
export async function writeLedger(
  club: Club,
  { classId, day, revision, figures, why, causeOf }: Writing,
): Promise<number> {
  const standing = await club.practice.all({ classId }, { raw: true })
  const changed = revisionsOf(standing, figures)
  if (changed.length === 0) return revision
  const next = revision + 1
  const rows = changed.map((row) => ({ ...row, classId, day, revision: next }))
  const isGone = (row: Credited) => agree(row, NOTHING)
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const piece = rows.slice(from, from + ROWS_AT_ONCE)
    await club.ledger.append(
      piece.map((row) => {
        const { by, reason } = causeOf(row.studentId)
        return { ...row, writtenBy: by, why, reason }
      }),
    )
    await club.practice.append(
      piece.filter((row) => !isGone(row)),
      [...FIGURES, 'inRoles', 'sections', 'day', 'revision'],
    )
  }
  for (const { studentId, itemId, layer } of rows.filter(isGone))
    await club.practice.remove({ classId, studentId, itemId, layer })
  await summarise(club, rows)
  return next
}

/** Reps performed in work of two roles; where a class was settled before they were noted, all of an item that was received too. */
export const IN_ROLES = 'COALESCE(in_roles, IF(received > 0, reps_l + reps_r + reps_n, 0))'

type Sums = Omit<Figures, 'estimated' | 'sections'> & {
  studentId: string
  itemId: string
  days: number
  lastDay: string | null
  layer: number
}

const SUMMED = [
  'days',
  'layer',
  'workMs',
  'holdingMs',
  'repsL',
  'repsR',
  'repsN',
  'received',
  'inCombinations',
  'inRoles',
] as const
type Summed = Record<(typeof SUMMED)[number], number>
const STUDENTS_AT_ONCE = 25

/**
 * Brings the summaries of some students and items to what stands: read from the rows of just these, never from the ledger. Where one
 * of them has nothing left, its summary says so.
 */
async function summarise(
  club: Club,
  touched: readonly Pick<Credited, 'studentId' | 'itemId'>[],
): Promise<void> {
  await club.waitForTurn()
  const students = [...new Set(touched.map(({ studentId }) => studentId))]
  for (let from = 0; from < students.length; from += STUDENTS_AT_ONCE) {
    const some = new Set(students.slice(from, from + STUDENTS_AT_ONCE))
    const pairs = new Map(
      touched
        .filter(({ studentId }) => some.has(studentId))
        .map(({ studentId, itemId }) => [`${studentId} ${itemId}`, { studentId, itemId }]),
    )
    const sums = await club.select<Sums>(
      `SELECT student_id AS studentId, item_id AS itemId, COUNT(DISTINCT day) AS days,
        DATE_FORMAT(MAX(day), '%Y-%m-%d') AS lastDay, MAX(layer) AS layer, SUM(work_ms) AS workMs, SUM(holding_ms) AS holdingMs,
        SUM(reps_l) AS repsL, SUM(reps_r) AS repsR, SUM(reps_n) AS repsN, SUM(received) AS received,
        SUM(in_combinations) AS inCombinations, SUM(${IN_ROLES}) AS inRoles
      FROM practice WHERE club_id = :club AND student_id IN (:students) AND item_id IN (:items) GROUP BY student_id, item_id`,
      { students: [...some], items: [...new Set([...pairs.values()].map(({ itemId }) => itemId))] },
    )
    const found = new Map(sums.map((sum) => [`${sum.studentId} ${sum.itemId}`, sum]))
    const sections = await sectionsOf(
      club,
      [...some],
      [...new Set([...pairs.values()].map(({ itemId }) => itemId))],
    )
    const rows = [...pairs].map(([key, pair]) => {
      const sum = found.get(key)
      const figures = Object.fromEntries(SUMMED.map((name) => [name, Number(sum?.[name] ?? 0)])) as Summed
      return {
        ...pair,
        ...figures,
        sections: sections.get(key) ?? null,
        lastDay: sum?.lastDay ?? null,
        mark: null,
      }
    })
    await club.summary.append(rows, [...SUMMED, 'sections', 'lastDay'])
  }
}

/** What the sections of forms come to, by student and item; only items that are forms of somebody's are looked at. */
async function sectionsOf(
  club: Club,
  students: readonly string[],
  items: readonly string[],
): Promise<Map<string, string>> {
  const forms = await club.select<{ itemId: string }>(
    `SELECT id AS itemId FROM items WHERE club_id = :club AND id IN (:items) AND category IN ('forms', 'weapons')`,
    { items },
  )
  if (forms.length === 0) return new Map()
  const rows = await club.select<{ studentId: string; itemId: string; sections: string }>(
    `SELECT student_id AS studentId, item_id AS itemId, sections FROM practice
      WHERE club_id = :club AND student_id IN (:students) AND item_id IN (:forms) AND sections IS NOT NULL`,
    { students, forms: forms.map(({ itemId }) => itemId) },
  )
  const lists = new Map<string, SectionRuns[][]>()
  for (const { studentId, itemId, sections } of rows) {
    const key = `${studentId} ${itemId}`
    lists.set(key, [...(lists.get(key) ?? []), JSON.parse(sections) as SectionRuns[]])
  }
  return new Map([...lists].map(([key, list]) => [key, JSON.stringify(addSectionRuns(list))]))
}
