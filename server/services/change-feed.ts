import { QueryTypes } from 'sequelize'
import type { Database } from '../db/connect'
import type { ChangeRow } from '../db/rows'

/** A number that was not there when one above it was read belongs to a transaction that is still open: it is looked for this long. */
const MISSING_MS = 15_000
const MOST_MISSING = 2000
const AT_ONCE = 1000

/**
 * Reads the list of changes past the last one seen, each exactly once. Numbers are given out before a transaction is done, so one
 * that is missing below the highest seen may still come; on a cluster some never do. Both are looked for a while.
 */
export class ChangeFeed {
  private last = 0
  private readonly missing = new Map<number, number>()

  private constructor(private readonly db: Database) {}

  /** A feed of what comes from now on. */
  static async from(db: Database): Promise<ChangeFeed> {
    const feed = new ChangeFeed(db)
    const [row] = await db.sequelize.query<{ last: number | null }>('SELECT MAX(id) AS last FROM changes', {
      type: QueryTypes.SELECT,
    })
    feed.last = Number(row?.last ?? 0)
    return feed
  }

  async next(now: number): Promise<ChangeRow[]> {
    for (const [id, until] of this.missing) if (until < now) this.missing.delete(id)
    const missing = [...this.missing.keys()]
    const rows = await this.db.sequelize.query<ChangeRow>(
      `SELECT id, club_id AS clubId, topic, root, what, user_id AS userId, at FROM changes
        WHERE id > :last ${missing.length ? 'OR id IN (:missing)' : ''} ORDER BY id LIMIT ${AT_ONCE}`,
      { type: QueryTypes.SELECT, replacements: { last: this.last, missing } },
    )
    for (const { id } of rows) {
      const seen = Number(id)
      this.missing.delete(seen)
      for (let gap = this.last + 1; gap < seen && this.missing.size < MOST_MISSING; gap++)
        this.missing.set(gap, now + MISSING_MS)
      this.last = Math.max(this.last, seen)
    }
    return rows
  }
}
