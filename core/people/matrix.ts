import { dueOf } from '../balance/due'
import { writeTable } from '../kernel/csv-cells'
import type { Mark } from './marks'

/** The ledger as a matrix: each student by each item. */

/** What somebody has practised of an item. */
export interface Cell {
  days: number
  /** The last day, nothing where it was only marked. */
  last: string | null
  layer: number
  repsL: number
  repsR: number
  repsN: number
  received: number
  workMs: number
  mark: Mark | null
}

/** `never`: not yet, and not asked for; `wanted`: asked for and never had; then by how much of the interval has gone by. */
export type Standing = 'never' | 'wanted' | 'fresh' | 'fading' | 'due' | 'overdue'

const FADING = 0.6
const OVERDUE = 2

/** @param isAsked whether the syllabus asks the student's rank for the item */
export function standingOf(cell: Cell | undefined, isAsked: boolean, today: string): Standing {
  if (!cell || cell.days === 0 || cell.last === null) return isAsked ? 'wanted' : 'never'
  const due = dueOf({ days: cell.days, last: cell.last, mark: cell.mark ?? undefined }, today)
  return due >= OVERDUE ? 'overdue' : due >= 1 ? 'due' : due >= FADING ? 'fading' : 'fresh'
}

/** Who has gone longest without: those who never had it first, then by the last day, then by name. */
export function longestWithout<S extends { id: string; name: string }>(
  students: readonly S[],
  cellOf: (student: string) => Cell | undefined,
): S[] {
  const last = (id: string) => cellOf(id)?.last ?? ''
  return [...students].sort((a, b) =>
    last(a.id) < last(b.id) ? -1 : last(a.id) > last(b.id) ? 1 : a.name.localeCompare(b.name),
  )
}

export const MATRIX_HEADERS = [
  'student id',
  'student',
  'rank',
  'item',
  'days',
  'last',
  'layer',
  'left',
  'right',
  'no side',
  'received',
  'minutes',
  'mark',
]

export interface MatrixRow extends Cell {
  studentId: string
  student: string
  rank: string
  item: string
}

/** The matrix as CSV, one row a student and item that was practised or marked. Minutes to one decimal. */
export const writeMatrixCsv = (rows: readonly MatrixRow[]): string =>
  writeTable(
    MATRIX_HEADERS,
    rows.map((row) => [
      row.studentId,
      row.student,
      row.rank,
      row.item,
      row.days,
      row.last ?? '',
      row.layer,
      row.repsL,
      row.repsR,
      row.repsN,
      row.received,
      Math.round(row.workMs / 6000) / 10,
      row.mark ?? '',
    ]),
  )
