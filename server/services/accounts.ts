import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { fault } from '../../core/kernel/faults'
import { name, oneOf, record } from '../../core/kernel/fields'
import { keepsAccounts } from '../../shared/access'
import { ROLES, type Role } from '../../shared/roles'
import type { Database } from '../db/connect'
import { databaseError, DUPLICATE, inClub, type Club } from '../db/in-club'
import { passwordMark } from './sessions'
import { badFields, notFound, Refusal } from './refusal'

/** An address as it is kept and looked for: in small letters and one normal form, so that the same characters are the same address. */
export const addressOf = (text: string): string => text.normalize('NFC').trim().toLowerCase()

export const password = () =>
  z.string({ error: 'must be a password' }).min(12, { error: 'must have at least 12 characters' }).max(200)

export const newAccountSchema = record({
  name: name(120),
  email: z.email({ error: 'must be an e-mail address' }).max(190),
  role: oneOf(ROLES),
  password: password(),
})

/** Who signs in to the club, by name. */
export async function accounts(club: Club) {
  return club.users.all({}, { order: [['name', 'ASC']], columns: ['id', 'name', 'email', 'role'] })
}

export async function addAccount(
  club: Club,
  userId: string,
  given: z.infer<typeof newAccountSchema>,
  passwordHash: string,
): Promise<{ id: string }> {
  const id = randomUUID()
  const { name, role } = given
  try {
    await club.users.add({ id, name: name.trim(), email: addressOf(given.email), role, passwordHash })
  } catch (error) {
    if (databaseError(error) === DUPLICATE) throw badFields([fault(['email'], 'is taken: give another')])
    throw error
  }
  await club.changed('people', id, 'account added', userId)
  return { id }
}

/** A club is never left without a head. */
async function refuseLastHead(club: Club, id: string): Promise<void> {
  const heads = await club.users.all({ role: 'head' }, { columns: ['id'] })
  if (heads.length === 1 && heads[0]?.id === id)
    throw badFields([fault(['role'], 'cannot be changed: a club needs a head')])
}

/** Gives an account another role; its sessions end with it, on every process. */
export async function changeRole(club: Club, userId: string, id: string, role: Role): Promise<void> {
  await club.lock()
  if (!(await club.users.locked({ id }))) throw notFound('account')
  if (!keepsAccounts(role)) await refuseLastHead(club, id)
  await club.users.change({ id }, { role })
  await club.changed('session', id, 'role changed', userId)
}

/**
 * Ends an account. Where its name stands in records it is kept without a password that could be given; nothing else of it is left.
 */
export async function endAccount(club: Club, userId: string, id: string): Promise<void> {
  await club.lock()
  const row = await club.users.locked({ id })
  if (!row) throw notFound('account')
  await refuseLastHead(club, id)
  await club.sessions.change({ userId: id }, { endedAt: new Date() })
  await club.users.change({ id }, { role: 'desk', email: `ended:${id}`, passwordHash: 'none' })
  await club.changed('session', id, 'account ended', userId)
}

/**
 * Keeps the same password under a stronger hash. Its sessions go on: they are told of by the hash they began with, and get the new one's mark.
 *
 * @returns the hash that stands
 */
export async function renewHash(
  db: Database,
  { id, clubId, passwordHash }: { id: string; clubId: string; passwordHash: string },
  stronger: string,
): Promise<string> {
  return inClub(db, clubId, async (club) => {
    // Another sign-in at the same moment was quicker, or the password is another by now.
    if ((await club.users.change({ id, passwordHash }, { passwordHash: stronger })) === 0)
      return (await club.users.one({ id }))?.passwordHash ?? passwordHash
    await club.sessions.change(
      { userId: id, passwordMark: passwordMark(passwordHash) },
      { passwordMark: passwordMark(stronger) },
    )
    return stronger
  })
}

/** Sets a new password; every session begun with the one before ends. */
export async function changePassword(club: Club, userId: string, passwordHash: string): Promise<void> {
  if ((await club.users.change({ id: userId }, { passwordHash })) === 0)
    throw new Refusal('signed-out', 'Sign in first.')
  await club.changed('session', userId, 'password changed', userId)
}
