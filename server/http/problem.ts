import { createError } from 'h3'
import { BaseError, ConnectionAcquireTimeoutError, ConnectionError, TimeoutError } from 'sequelize'
import { databaseError } from '../db/in-club'
import { UnreadablePlan } from '../db/stored-plan'
import { TooLong } from '../heavy/run'
import { Refusal, type RefusalCode } from '../services/refusal'

/** What a caller is told, as RFC 9457 puts it. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly title: string,
    readonly more: Record<string, unknown> = {},
    readonly retryAfterSec?: number,
  ) {
    super(title)
  }
}

const STATUS: Record<RefusalCode, number> = {
  'not-found': 404,
  'bad-fields': 422,
  'not-yours': 403,
  stale: 409,
  'has-begun': 409,
  recorded: 409,
  'in-use': 409,
  'at-that-time': 409,
  incomplete: 409,
  'not-run': 409,
  'known-elsewhere': 409,
  'wrong-sign-in': 401,
  'signed-out': 401,
  'too-many': 429,
  'too-much': 409,
  'no-new-clubs': 403,
}

const BUSY_SEC = 2
/** A lock not had in time, a deadlock, a record that changed: after as many tries as there are, it is for a moment later. */
const LOST = [1205, 1213, 1020, 1047]
/** Statement took too long, lost the connection, the server is going down or not up, too many connections, transaction idle too long. */
const NOT_NOW = new Set([...LOST, 1969, 2006, 2013, 1053, 1040, 1927, 4030, 45028])

function isOutOfReach(error: unknown): boolean {
  return (
    error instanceof ConnectionError ||
    error instanceof ConnectionAcquireTimeoutError ||
    error instanceof TimeoutError ||
    (error instanceof BaseError && NOT_NOW.has(databaseError(error) ?? 0))
  )
}

/** What became of a request, for its caller: a refusal with its status, the database out of reach, or nothing known of. */
export function problemOf(error: unknown): Problem | undefined {
  if (error instanceof Problem) return error
  if (error instanceof Refusal) {
    const { retryAfterSec, ...more } = error.more
    return new Problem(STATUS[error.code], error.code, error.title, more, Number(retryAfterSec) || undefined)
  }
  if (error instanceof UnreadablePlan) return new Problem(409, 'unreadable', error.message)
  if (isOutOfReach(error) || error instanceof TooLong)
    return new Problem(
      503,
      'busy',
      'The server cannot keep up just now. Nothing was changed; try again in a moment.',
      {},
      BUSY_SEC,
    )
  return undefined
}

/** A problem as the framework's error, with the problem as its cause for the error handler. */
export function asHttp(problem: Problem) {
  return createError({ statusCode: problem.status, statusMessage: problem.code, cause: problem })
}
