import { clockNow } from './clock'
import { ChangeFeed } from '../services/change-feed'
import type { ChangeRow } from '../db/rows'
import type { SignedIn } from '../services/sessions'
import { useDatabase } from './database'

/**
 * The clients of this process that are told of changes. One question every 200 ms serves all of them; without clients none is asked.
 * Nothing is remembered here that is not in the database: a client that was away reads anew what it shows.
 */
const EVERY_MS = 200
/** After a failure the database is left alone for a moment. */
const AFTER_FAILURE_MS = 2000

export interface Listener {
  user: Pick<SignedIn, 'id' | 'sessionId' | 'clubId'>
  tell(changes: ChangeRow[]): void
  /** Something may have been missed: what is shown is to be read anew. */
  missed(): void
  /** The session has ended. */
  end(): void
}

const listeners = new Set<Listener>()
let feed: ChangeFeed | undefined
let timer: NodeJS.Timeout | undefined
let hasMissed = false
let isReading = false

/** @returns how to stop listening */
export function listen(listener: Listener): () => void {
  listeners.add(listener)
  timer ??= setTimeout(read, 0)
  return () => listeners.delete(listener)
}

/** Something was just written here: whoever listens to this process hears of it at once, the others at their next look. */
export function tellNow(): void {
  if (!timer || isReading) return
  clearTimeout(timer)
  timer = setTimeout(read, 0)
}

export function endAll(): void {
  for (const listener of listeners) listener.end()
  listeners.clear()
  clearTimeout(timer)
  timer = undefined
}

async function read(): Promise<void> {
  let wait = EVERY_MS
  isReading = true
  try {
    feed ??= await ChangeFeed.from(useDatabase())
    if (hasMissed) for (const listener of listeners) listener.missed()
    hasMissed = false
    tell(await feed.next(clockNow()))
  } catch {
    // The database is out of reach: whoever listens reads anew what it shows once it is back.
    feed = undefined
    hasMissed = true
    wait = AFTER_FAILURE_MS
  }
  isReading = false
  if (listeners.size === 0) {
    timer = undefined
    feed = undefined
  } else if (timer) timer = setTimeout(read, wait)
}

function tell(changes: ChangeRow[]): void {
  if (changes.length === 0) return
  for (const listener of listeners) {
    const { user } = listener
    const theirs = changes.filter(({ clubId }) => clubId === user.clubId)
    const hasEnded = theirs.some(
      ({ topic, root }) => topic === 'session' && (root === user.sessionId || root === user.id),
    )
    if (hasEnded) {
      listeners.delete(listener)
      listener.end()
    } else if (theirs.length) listener.tell(theirs)
  }
}
