import type { z } from 'zod'
import { MARKS, type Mark } from '../people/marks'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { daysBetween } from '../kernel/days'
import { day, list, oneOf, record, slug } from '../kernel/fields'

/**
 * What is due: practice fades. An item is due again after an interval that grows with the days on which it was practised and
 * shrinks with trouble.
 */

const MARK_FACTOR: Record<Mark, number> = { 'not yet': 0.4, shaky: 0.6, sound: 1.2, sharp: 1.5 }
const FIRST_DAYS = 3
const GROWTH = 1.8
const LONGEST_DAYS = 45
/** An item that a rank requires and that was never practised. */
const NEVER = 2
/** A group's mean counts nobody for more than this. */
const MOST = 3

/** Days until an item is due again, after practice on `n` different days. */
export function dueInterval(n: number, mark?: Mark): number {
  return Math.min(LONGEST_DAYS, FIRST_DAYS * GROWTH ** (n - 1)) * (mark ? MARK_FACTOR[mark] : 1)
}

/** 1: due today; 2: twice the interval has gone by, or never practised. */
export function dueOf(
  practised: { days: number; last: string; mark?: Mark | undefined } | undefined,
  today: string,
): number {
  if (!practised || practised.days === 0) return NEVER
  return daysBetween(practised.last, today) / dueInterval(practised.days, practised.mark)
}

/** The mean over the students of a group, none counted for more than 3. */
export function groupDue(dues: readonly number[]): number {
  return dues.reduce((sum, due) => sum + Math.min(due, MOST), 0) / dues.length
}

export const ledgerSchema = record({
  today: day(),
  students: list(
    record({
      id: slug(),
      group: slug(),
      rows: list(record({ item: slug(), days: list(day()), mark: oneOf(MARKS).optional() })),
      required: list(slug()),
    }),
  ),
})
export type LedgerFile = z.infer<typeof ledgerSchema>
export type ReadLedger = { ok: true; ledger: LedgerFile } | { ok: false; faults: Fault[] }

/** A ledger file: known students once, items once a student, and no day after today. */
export function readLedger(json: unknown): ReadLedger {
  const shaped = ledgerSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const { today, students } = shaped.data
  const faults = students.flatMap(({ id, rows }, s): Fault[] => [
    ...(students.findIndex((other) => other.id === id) !== s
      ? [fault(['students', s, 'id'], `repeats the student "${id}"`)]
      : []),
    ...rows.flatMap(({ item, days }, r) => [
      ...(rows.findIndex((other) => other.item === item) !== r
        ? [fault(['students', s, 'rows', r, 'item'], `repeats the item "${item}"`)]
        : []),
      ...days.flatMap((one, d) =>
        one > today ? [fault(['students', s, 'rows', r, 'days', d], 'must not come after today')] : [],
      ),
    ]),
  ])
  return faults.length ? { ok: false, faults } : { ok: true, ledger: shaped.data }
}

export interface DueRow {
  item: string
  due: number
}
export interface DueLists {
  students: { id: string; due: DueRow[] }[]
  groups: { group: string; due: DueRow[] }[]
}

/** Most due first by the exact value, then by item; told to three decimals. */
function ranked(rows: ReadonlyMap<string, number>): DueRow[] {
  return [...rows]
    .sort(([a, dueA], [b, dueB]) => dueB - dueA || (a < b ? -1 : 1))
    .map(([item, due]) => ({ item, due: Math.round(due * 1000) / 1000 }))
}

/** What is due for every student of a ledger file, and for their groups. */
export function dueLists({ today, students }: LedgerFile): DueLists {
  const byGroup = new Map<string, Map<string, number[]>>()
  const lists = students.map(({ id, group, rows, required }) => {
    const due = new Map<string, number>()
    for (const { item, days, mark } of rows) {
      const last = [...days].sort().at(-1)
      due.set(item, dueOf(last === undefined ? undefined : { days: new Set(days).size, last, mark }, today))
    }
    for (const item of required) if (!due.has(item)) due.set(item, NEVER)
    const items = byGroup.get(group) ?? new Map<string, number[]>()
    byGroup.set(group, items)
    for (const [item, value] of due) items.set(item, [...(items.get(item) ?? []), value])
    return { id, due: ranked(due) }
  })
  return {
    students: lists,
    groups: [...byGroup]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([group, items]) => ({
        group,
        due: ranked(new Map([...items].map(([item, dues]) => [item, groupDue(dues)]))),
      })),
  }
}
