import { createHash, randomBytes } from 'node:crypto'
import type { H3Event } from 'h3'
import { useDatabase } from './database'

/** A browser that signed in to an account before, by a cookie of its own that outlives the session. It lets nobody in. */

const COOKIE = 'golden-lintel-browser'
const DAYS = 180
const digestOf = (token: string) => createHash('sha256').update(token).digest('hex')

interface Account {
  id: string
  clubId: string
}

/** What stands for this browser with this account, where the account knows it. */
export async function browserKnownTo(
  event: H3Event,
  account: Account | undefined,
): Promise<string | undefined> {
  const token = getCookie(event, COOKIE)
  if (!token || !account) return undefined
  const digest = digestOf(token)
  const found = await useDatabase().tables.knownBrowsers.count({
    where: { clubId: account.clubId, userId: account.id, digest },
  })
  return found ? digest.slice(0, 24) : undefined
}

/** From now on the account knows this browser. */
export async function knowBrowser(event: H3Event, { id, clubId }: Account): Promise<void> {
  const token = getCookie(event, COOKIE) ?? randomBytes(24).toString('base64url')
  await useDatabase().tables.knownBrowsers.upsert({
    clubId,
    userId: id,
    digest: digestOf(token),
    seenAt: new Date(),
  })
  const { secure } = useRuntimeConfig().session.cookie as { secure?: boolean }
  setCookie(event, COOKIE, token, {
    httpOnly: true,
    sameSite: 'lax',
    secure: secure ?? false,
    maxAge: DAYS * 86_400,
    path: '/api/auth',
  })
}
