import { randomUUID } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import type { Database } from '../db/connect'
import { databaseError, NO_SUCH_PARENT } from '../db/in-club'
import { notFound } from './refusal'
import type { SignedIn } from './sessions'

/**
 * Who is at which plan now: a row per open page, in the database, so that it is true whichever process a page is connected to. A
 * page says so again every ten seconds; one that has not for longer is gone, however it went.
 */
export const SAY_AGAIN_MS = 10_000
const GONE_SEC = 25

/** Comes to a plan. @returns the id to say it again with, and to leave by */
export async function comeTo(db: Database, { id, clubId }: SignedIn, planId: string): Promise<string> {
  const streamId = randomUUID()
  try {
    await db.sequelize.transaction(async (transaction) => {
      await db.tables.planPeople.create({ clubId, planId, streamId, userId: id }, { transaction })
      await db.tables.changes.create(
        { clubId, topic: 'people', root: planId, what: 'came', userId: id },
        { transaction },
      )
    })
  } catch (error) {
    if (databaseError(error) === NO_SUCH_PARENT) throw notFound('plan')
    throw error
  }
  return streamId
}

export async function stillAt(
  db: Database,
  { clubId }: SignedIn,
  planId: string,
  streamId: string,
): Promise<void> {
  await db.tables.planPeople.update({ seenAt: new Date() }, { where: { clubId, planId, streamId } })
}

export async function leave(
  db: Database,
  { id, clubId }: SignedIn,
  planId: string,
  streamId: string,
): Promise<void> {
  await db.sequelize.transaction(async (transaction) => {
    await db.tables.planPeople.destroy({ where: { clubId, planId, streamId }, transaction })
    await db.sequelize.query('DELETE FROM plan_people WHERE seen_at < NOW(3) - INTERVAL 1 HOUR', {
      transaction,
    })
    await db.tables.changes.create(
      { clubId, topic: 'people', root: planId, what: 'left', userId: id },
      { transaction },
    )
  })
}

/** The names of the others who are at a plan now. */
export async function othersAt(db: Database, { id, clubId }: SignedIn, planId: string): Promise<string[]> {
  const rows = await db.sequelize.query<{ name: string }>(
    `SELECT DISTINCT u.name FROM plan_people p JOIN users u ON u.club_id = p.club_id AND u.id = p.user_id
      WHERE p.club_id = ? AND p.plan_id = ? AND p.user_id <> ? AND p.seen_at > NOW(3) - INTERVAL ${GONE_SEC} SECOND
      ORDER BY u.name`,
    { type: QueryTypes.SELECT, replacements: [clubId, planId, id] },
  )
  return rows.map(({ name }) => name)
}
