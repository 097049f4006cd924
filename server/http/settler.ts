import { BaseError } from 'sequelize'
import { TooLong } from '../heavy/run'
import { noteFailure, settleClass, unsettled } from '../services/settle'
import { useDatabase } from './database'
import { forLog } from './for-log'
import { problemOf } from './problem'

/**
 * Sees to it that classes are settled a moment after taps, once for many of them, and that what another process left behind is
 * taken up. Which classes are to be settled stands in the database; what is remembered here only saves asking.
 */
const SOON_MS = 500
const LOOK_EVERY_MS = 5000
/** Looked through for classes that nobody settled: a little more than the time between two looks, and a week at the start. */
const LOOK_BACK_SEC = 60
const FIRST_LOOK_BACK_SEC = 7 * 86_400

const waiting = new Map<string, NodeJS.Timeout>()
let looking: NodeJS.Timeout | undefined
/** This process ends: what it leaves the next one finds. */
let isEnding = false

/** Settles a class within half a second; asked again meanwhile, it is done once. */
export function settleSoon(clubId: string, classId: string): void {
  const key = `${clubId} ${classId}`
  if (waiting.has(key)) return
  const timer = setTimeout(() => void settle(key, clubId, classId), SOON_MS)
  timer.unref()
  waiting.set(key, timer)
}

async function settle(key: string, clubId: string, classId: string): Promise<void> {
  waiting.delete(key)
  try {
    const outcome = await settleClass(useDatabase(), clubId, classId, { wait: false })
    if (outcome === 'busy') settleSoon(clubId, classId)
  } catch (error) {
    if (isEnding) return
    // The next look finds it again, unless it has failed too often: then it is set aside, and shown to the head.
    console.error(`class ${classId} could not be settled: ${forLog(error)}`)
    if (error instanceof TooLong || !problemOf(error))
      await noteFailure(useDatabase(), clubId, classId, whyOf(error)).catch(() => {})
  }
}

/** What of a failure the head is told: nothing that a database says of values. */
export const whyOf = (error: unknown): string =>
  error instanceof Error && !(error instanceof BaseError) ? error.message : forLog(error)

export function watchForUnsettled(): void {
  const look = async (sec: number) => {
    try {
      for (const { clubId, classId } of await unsettled(useDatabase(), sec)) settleSoon(clubId, classId)
      sec = LOOK_BACK_SEC
    } catch {
      // Out of reach: asked again, as far back as before.
    }
    looking = setTimeout(() => void look(sec), LOOK_EVERY_MS)
    looking.unref()
  }
  void look(FIRST_LOOK_BACK_SEC)
}

export function stopWatching(): void {
  isEnding = true
  clearTimeout(looking)
  for (const timer of waiting.values()) clearTimeout(timer)
  waiting.clear()
}
