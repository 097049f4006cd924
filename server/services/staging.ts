import type { Club } from '../db/in-club'
import type { ImportRow } from '../db/rows'
import { Refusal } from './refusal'

/**
 * What comes in pieces is put aside first, so that a device can show how far it is and stop: nothing changes until it is taken over, and then
 * all of it in one transaction. It goes when it is taken over or stopped, and when it was left behind: a roster's rows are personal data.
 */

/** One import of one person. What somebody else sends under the same id is another. */
export interface Import {
  kind: ImportRow['kind']
  importId: string
  sentBy: string
}

/** Puts a piece aside. Sent again it is the same piece. */
export async function stage(
  club: Club,
  of: Import,
  rows: readonly { id: string; body: unknown }[],
): Promise<{ staged: number }> {
  await dropLeftBehind(club, of)
  await club.importRows.putAll(
    rows.map(({ id, body }) => ({ ...of, rowId: id, body })),
    ['body'],
  )
  return { staged: rows.length }
}

/**
 * What was put aside, in no order. The caller has the club locked, so that an import is taken over once.
 *
 * @param wanted how many were sent: a piece that got lost is noticed
 * @param what what they are, for words
 */
export async function staged<T>(club: Club, of: Import, wanted: number, what: string): Promise<T[]> {
  const rows = await club.importRows.all({ ...of })
  if (rows.length !== wanted)
    throw new Refusal('incomplete', `${rows.length} of ${wanted} ${what} have arrived. Send the file again.`)
  return rows.map(({ body }) => body as T)
}

/** Takes away what was put aside: it is taken over, or the import is stopped. */
export async function dropStaged(club: Club, of: Import): Promise<void> {
  await club.importRows.remove({ ...of })
}

/** Imports that were begun and never ended: one's own after ten minutes, anybody's after a day. */
async function dropLeftBehind(club: Club, { importId, sentBy }: Import): Promise<void> {
  const left = await club.select<{ importId: string }>(
    `SELECT DISTINCT import_id AS importId FROM import_rows WHERE club_id = :club AND import_id <> :importId
      AND staged_at < NOW(3) - INTERVAL 10 MINUTE AND (sent_by = :sentBy OR staged_at < NOW(3) - INTERVAL 1 DAY)`,
    { importId, sentBy },
  )
  if (left.length) await club.importRows.remove({ importId: left.map((one) => one.importId) })
}
