import { createHash, randomUUID } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import type { Role } from '../../shared/roles'
import type { Database } from '../db/connect'

/** Somebody signed in, as every request knows them: read from the database each time, never from the cookie alone. */
export interface SignedIn {
  id: string
  clubId: string
  name: string
  role: Role
  sessionId: string
}

/** A session not used for so long has ended by itself. */
const IDLE_DAYS = 14
/** How often it is written down that a session is in use. */
const SEEN_EVERY_MS = 60_000

/** A digest of a password's hash: a session begun with it ends when the password is another. */
export const passwordMark = (hash: string): string =>
  createHash('sha256').update(hash).digest('hex').slice(0, 16)

interface Account {
  id: string
  clubId: string
  role: Role
  passwordHash: string
}

export async function beginSession(
  db: Database,
  { id, clubId, role, passwordHash }: Account,
): Promise<string> {
  const sessionId = randomUUID()
  await db.tables.sessions.create({
    id: sessionId,
    clubId,
    userId: id,
    role,
    passwordMark: passwordMark(passwordHash),
  })
  return sessionId
}

interface Found {
  user_id: string
  club_id: string
  name: string
  role: Role
  begun_as: Role
  password_mark: string
  password_hash: string
  seen_at: Date
}

/**
 * Whose session this is. Nothing when it was ended, has not been used for 14 days, or began with a role or a password that is no
 * longer the account's.
 */
export async function sessionOf(db: Database, sessionId: string, now: number): Promise<SignedIn | undefined> {
  const [found] = await db.sequelize.query<Found>(
    `SELECT s.user_id, s.club_id, u.name, u.role, s.role AS begun_as, s.password_mark, u.password_hash, s.seen_at
      FROM sessions s JOIN users u ON u.club_id = s.club_id AND u.id = s.user_id
      WHERE s.id = :sessionId AND s.ended_at IS NULL AND s.seen_at > :from`,
    {
      type: QueryTypes.SELECT,
      replacements: { sessionId, from: new Date(now - IDLE_DAYS * 86_400_000) },
    },
  )
  if (!found || found.begun_as !== found.role || found.password_mark !== passwordMark(found.password_hash))
    return undefined
  if (now - new Date(found.seen_at).getTime() > SEEN_EVERY_MS)
    await db.tables.sessions.update({ seenAt: new Date(now) }, { where: { id: sessionId } })
  return { id: found.user_id, clubId: found.club_id, name: found.name, role: found.role, sessionId }
}

/** Ends a session on every process; streams that are open for it are told. */
export async function endSession(db: Database, { sessionId, clubId, id }: SignedIn): Promise<void> {
  await db.sequelize.transaction(async (transaction) => {
    await db.tables.sessions.update({ endedAt: new Date() }, { where: { id: sessionId }, transaction })
    await db.tables.changes.create(
      { clubId, topic: 'session', root: sessionId, what: 'ended', userId: id },
      { transaction },
    )
  })
}
