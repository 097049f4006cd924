import { clockNow } from './clock'
import type { H3Event } from 'h3'
import { beginSession, endSession, sessionOf, type SignedIn } from '../services/sessions'
import { Refusal } from '../services/refusal'
import { useDatabase } from './database'

/** Who asks; nothing when nobody is signed in, or the session has ended. Asked once per request. */
export async function signedIn(event: H3Event): Promise<SignedIn | undefined> {
  event.context.signedIn ??= find(event)
  return event.context.signedIn as Promise<SignedIn | undefined>
}

/** What is known of who asks is asked anew the next time. */
export function askAgain(event: H3Event): void {
  delete event.context.signedIn
}

/** Opening a sealed cookie is dear and always gives the same; whether the session still is one, the database says each time. */
const opened = new Map<string, string>()
const MOST_OPENED = 2000

/** The id of the session that a request's cookie was sealed with, whether it still is one or not. */
export async function sessionIdIn(event: H3Event): Promise<string | undefined> {
  const sealed = getCookie(event, useRuntimeConfig().session.name ?? '')
  if (!sealed) return undefined
  const known = opened.get(sealed)
  if (known) return known
  const { sessionId } = await getUserSession(event)
  if (opened.size >= MOST_OPENED) opened.clear()
  if (sessionId) opened.set(sealed, sessionId)
  return sessionId
}

async function find(event: H3Event): Promise<SignedIn | undefined> {
  const sessionId = await sessionIdIn(event)
  return sessionId ? sessionOf(useDatabase(), sessionId, clockNow()) : undefined
}

/** @throws Refusal signed-out */
export async function requireSignedIn(event: H3Event): Promise<SignedIn> {
  const user = await signedIn(event)
  if (!user) throw new Refusal('signed-out', 'Sign in first.')
  return user
}

/** Signs somebody in on this browser, with a session of its own in the database. */
export async function signInAs(
  event: H3Event,
  account: Parameters<typeof beginSession>[1] & { name: string },
): Promise<void> {
  const before = await signedIn(event)
  const sessionId = await beginSession(useDatabase(), account)
  // One browser, one session: whoever was signed in on it is not any more.
  if (before) await endSession(useDatabase(), before)
  askAgain(event)
  const { id, clubId, name, role } = account
  await replaceUserSession(event, { user: { id, clubId, name, role }, sessionId })
}
