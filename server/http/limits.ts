import { RateLimiterMySQL, RateLimiterRes, type RateLimiterAbstract } from 'rate-limiter-flexible'
import { Refusal } from '../services/refusal'
import { useDatabase } from './database'
import { storeOn } from './limit-store'

/**
 * How often something may be tried. Counted in the database, so that it holds across processes and restarts.
 *
 * Sign-ins are counted before a password is looked at, and given back when it was right: of many at once no more are verified than may be. Eight for one
 * account from one place within a minute, then a minute's wait; fifty for one account from wherever, and two hundred from one place, within ten
 * minutes. A browser that signed in to the account before has a count of its own, so that nobody else's guesses shut it out. New clubs: a few an hour
 * from one place.
 */
const limiters = new Map<string, RateLimiterAbstract>()

interface Limit {
  name: string
  points: number
  /** Seconds in which so many may be spent. */
  within: number
  /** Seconds of waiting once they are. */
  wait: number
}

function limiterOf({ name, points, within, wait }: Limit): RateLimiterAbstract {
  const known = limiters.get(name)
  if (known) return known
  const { sequelize } = useDatabase()
  const limiter = new RateLimiterMySQL({
    storeClient: storeOn(sequelize),
    storeType: 'pool',
    dbName: sequelize.getDatabaseName(),
    tableName: 'rate_limits',
    tableCreated: true,
    keyPrefix: name,
    points,
    duration: within,
    blockDuration: wait,
    clearExpiredByTimeout: true,
  })
  limiters.set(name, limiter)
  return limiter
}

const secondsOf = (result: RateLimiterRes) => Math.max(1, Math.ceil(result.msBeforeNext / 1000))

const tooMany = (sec: number) =>
  new Refusal(
    'too-many',
    `That was tried too often. Wait ${sec} second${sec === 1 ? '' : 's'} and try again.`,
    {
      retryAfterSec: sec,
    },
  )

/** @throws Refusal too-many, where the limit was reached before this */
export async function refuseIfReached(limit: Limit, key: string): Promise<void> {
  const found = await limiterOf(limit).get(key)
  if (found && found.consumedPoints > limit.points) throw tooMany(secondsOf(found))
}

/** Counts one try. @throws Refusal too-many, where it is one too many */
export async function count(limit: Limit, key: string): Promise<void> {
  try {
    await limiterOf(limit).consume(key)
  } catch (result) {
    if (result instanceof RateLimiterRes) throw tooMany(secondsOf(result))
    throw result
  }
}

/** Gives back what was counted for a try that was right. */
export async function giveBack(limit: Limit, key: string): Promise<void> {
  await limiterOf(limit).reward(key)
}

export async function forget(limit: Limit, key: string): Promise<void> {
  await limiterOf(limit).delete(key)
}

/** Of one account from one place, or from one browser that it knows. */
export const WRONG_PASSWORDS: Limit = { name: 'password', points: 8, within: 60, wait: 60 }
/** Of one account from any browser that it does not know. */
export const WRONG_FOR_ONE_ACCOUNT: Limit = { name: 'account', points: 50, within: 600, wait: 300 }
/** From one place, by browsers that the accounts do not know: a hall signs in at once, and a federation comes through one address. */
export const WRONG_FROM_ONE_PLACE: Limit = { name: 'place', points: 200, within: 600, wait: 300 }
export const newClubsLimit = (anHour: number): Limit => ({
  name: 'new-club',
  points: anHour,
  within: 3600,
  wait: 600,
})
