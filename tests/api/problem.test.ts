import { ConnectionAcquireTimeoutError, ConnectionRefusedError, DatabaseError } from 'sequelize'
import { describe, expect, it } from 'vitest'
import { problemOf } from '../../server/http/problem'
import { badFields, notFound, Refusal } from '../../server/services/refusal'

/** What a caller is told when something cannot be done. */
const driverError = (errno: number) =>
  new DatabaseError(Object.assign(new Error('from the driver'), { errno, sql: '' }))

describe('a database that cannot be had', () => {
  it.each([
    ['no connection was free in time', new ConnectionAcquireTimeoutError(new Error('busy'))],
    ['it refuses', new ConnectionRefusedError(new Error('ECONNREFUSED'))],
    ['the statement took too long', driverError(1969)],
    ['the connection went away', driverError(2006)],
  ])('%s: 503, and when to try again', (_why, error) => {
    expect(problemOf(error)).toMatchObject({ status: 503, code: 'busy', retryAfterSec: 2 })
  })

  it('an error of a statement is not taken for one', () => {
    expect(problemOf(driverError(1064))).toBeUndefined()
    expect(problemOf(new Error('anything'))).toBeUndefined()
  })
})

describe('a refusal', () => {
  it('has a status by its code, and says how long to wait where that is known', () => {
    expect(problemOf(notFound('class'))).toMatchObject({ status: 404, code: 'not-found' })
    expect(problemOf(new Refusal('too-many', 'Wait.', { retryAfterSec: 7 }))).toMatchObject({
      status: 429,
      retryAfterSec: 7,
      more: {},
    })
  })

  it('names a hundred faults and counts the rest, whatever there are', () => {
    const faults = Array.from({ length: 60_000 }, (_, n) => ({ path: `blocks[${n}]`, message: 'is missing' }))
    const problem = problemOf(badFields(faults))
    expect(problem?.status).toBe(422)
    expect(problem?.more.faults).toHaveLength(101)
    expect(problem?.title).toMatch(/… and 59,995 more$/)
    expect(JSON.stringify(problem?.more).length).toBeLessThan(10_000)
  })
})
