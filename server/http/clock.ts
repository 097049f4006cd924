import { QueryTypes } from 'sequelize'
import type { Database } from '../db/connect'

/**
 * The one clock of all processes: the database's, carried on between two looks at it by a clock that only goes forward. Where the database's (or
 * this machine's) is set back or on while a class runs, that is noticed and not followed: the times of a class stay in one line, and the log and
 * `GET /api/health` say by how much the two differ.
 */

const LOOK_EVERY_MS = 10_000
/** Two clocks drift apart by less than this between two looks; more is a clock that was set. */
const JUMP_MS = 1000
/** Part of a small difference that is made up at each look. */
const SLEW = 0.25
/** A way this short tells the time; for a shorter one than that of a busy moment it is asked so often at most. */
const SHORT_MS = 20
const MOST_ASKED = 5

interface Line {
  /** Ms since 1970 by the database, at `mono` by this process. */
  at: number
  mono: number
}

let line: Line | undefined
let jumpedMs = 0
let timer: NodeJS.Timeout | undefined

/**
 * Where the line goes on after a look at the database.
 *
 * @param measured the database's clock, `mono` the monotonic one at that moment
 * @returns the line, and by how much the database's clock was set since it began (0 while it was not)
 */
export function carriedOn(
  before: Line | undefined,
  measured: number,
  mono: number,
): { line: Line; jumpedMs: number } {
  if (!before) return { line: { at: measured, mono }, jumpedMs: 0 }
  const expected = before.at + (mono - before.mono)
  const off = measured - expected
  return Math.abs(off) < JUMP_MS
    ? { line: { at: expected + SLEW * off, mono }, jumpedMs: 0 }
    : { line: before, jumpedMs: off }
}

/** What the database's clock says, at a moment of the monotonic one that is known within half of `way`, ms. */
async function measure(db: Database): Promise<{ at: number; mono: number; way: number }> {
  const from = performance.now()
  const [row] = await db.sequelize.query<{ now: number }>(
    'SELECT ROUND(UNIX_TIMESTAMP(NOW(3)) * 1000) AS now',
    { type: QueryTypes.SELECT },
  )
  const to = performance.now()
  return { at: Number(row?.now), mono: (from + to) / 2, way: to - from }
}

async function look(db: Database): Promise<void> {
  // The first way may be that of making a connection, in a process that has just begun: the shortest tells the time.
  let best = await measure(db)
  for (let asked = 1; asked < MOST_ASKED && best.way > SHORT_MS; asked++) {
    const other = await measure(db)
    if (other.way < best.way) best = other
  }
  const next = carriedOn(line, best.at, best.mono)
  if (next.jumpedMs && !jumpedMs)
    console.error(
      `the database's clock was set by ${Math.round(next.jumpedMs / 1000)} s; the times of classes go on as before`,
    )
  line = next.line
  jumpedMs = next.jumpedMs
}

/** Keeps the line; out of reach, it is carried on without a look. */
export function keepClock(db: () => Database): void {
  const again = () => {
    look(db())
      .catch(() => {})
      .finally(() => {
        timer = setTimeout(again, LOOK_EVERY_MS)
        timer.unref()
      })
  }
  again()
}

export function stopClock(): void {
  clearTimeout(timer)
}

/** Ms since 1970. */
export function clockNow(): number {
  return Math.round(line ? line.at + (performance.now() - line.mono) : Date.now())
}

/** By how many ms the database's clock was set since this process looked first; 0 where it was not. */
export const clockJump = (): number => Math.round(jumpedMs)
