/**
 * What was corrected in the ledger of a class after it was finished: for whom, and by how much. The ledger holds one revision of a row's
 * figures after the other; an amendment is the difference from the one before.
 */

export interface LedgerFigures {
  workMs: number
  holdingMs: number
  repsL: number
  repsR: number
  repsN: number
  received: number
}

export interface LedgerRevision extends LedgerFigures {
  revision: number
  student: string
  item: string
  layer: number
  by: string | null
  why: 'finish' | 'correction' | 'undo'
  reason: string | null
  /** Ms since 1970. */
  at: number
}

export interface Amendment {
  revision: number
  by: string | null
  reason: string | null
  at: number
  students: { student: string; changes: ({ item: string; layer: number } & LedgerFigures)[] }[]
}

const FIGURES = ['workMs', 'holdingMs', 'repsL', 'repsR', 'repsN', 'received'] as const
const NOTHING: LedgerFigures = { workMs: 0, holdingMs: 0, repsL: 0, repsR: 0, repsN: 0, received: 0 }

/** By how much a row of the ledger differs from the one it takes the place of, if there was one. */
export function changeOf(row: LedgerFigures, before: LedgerFigures = NOTHING): LedgerFigures {
  const change = { ...NOTHING }
  for (const name of FIGURES) change[name] = row[name] - before[name]
  return change
}

export const isNoChange = (change: LedgerFigures): boolean => FIGURES.every((name) => change[name] === 0)

/**
 * The corrections of a class, the newest first. What was written when it finished is none, nor what an undone finish took away and the next
 * one gave back.
 *
 * @param rows of one class, in any order
 */
export function amendmentsOf(rows: readonly LedgerRevision[]): Amendment[] {
  const standing = new Map<string, LedgerFigures>()
  const found = new Map<string, Amendment>()
  for (const row of [...rows].sort((a, b) => a.revision - b.revision)) {
    const { revision, student, item, layer, by, why, reason, at } = row
    const key = `${student} ${item} ${layer}`
    const before = standing.get(key)
    standing.set(key, row)
    if (why !== 'correction') continue
    const change = { item, layer, ...changeOf(row, before) }
    // Two people who correct at once are settled together and told apart.
    const together = `${revision} ${by} ${reason}`
    const amendment = found.get(together) ?? { revision, by, reason, at, students: [] }
    found.set(together, amendment)
    const of = amendment.students.find((one) => one.student === student)
    if (of) of.changes.push(change)
    else amendment.students.push({ student, changes: [change] })
  }
  return [...found.values()].sort((a, b) => b.revision - a.revision)
}

/** `+10 left, +10 right, −2 received`: what a change of a row comes to; work in whole minutes and seconds by `time`. */
export function changeSaid(change: LedgerFigures, time: (ms: number) => string): string {
  const signed = (value: number, text: string) => `${value > 0 ? '+' : '−'}${text}`
  const parts = [
    ...(['repsL', 'repsR', 'repsN', 'received'] as const).flatMap((name) =>
      change[name] ? [signed(change[name], `${Math.abs(change[name])} ${WORDS[name]}`)] : [],
    ),
    ...(['workMs', 'holdingMs'] as const).flatMap((name) =>
      change[name] ? [signed(change[name], `${lasting(Math.abs(change[name]), time)} ${WORDS[name]}`)] : [],
    ),
  ]
  return parts.join(', ') || 'the same figures'
}
const WORDS = {
  repsL: 'left',
  repsR: 'right',
  repsN: 'reps',
  received: 'received',
  workMs: 'of work',
  holdingMs: 'holding',
} as const
const lasting = (ms: number, time: (ms: number) => string) => (ms < 1000 ? 'less than 0:01' : time(ms))
