import type { Sequelize } from 'sequelize'

/**
 * The database as the rate limiter asks for it: a pool whose connections take callbacks and `??` for names. Its statements go through
 * this application's own pool.
 */

type Done = (error: unknown, rows?: unknown) => void
interface Raw {
  query(sql: string, values?: unknown[]): Promise<unknown>
}
interface Manager {
  getConnection(): Promise<Raw>
  releaseConnection(connection: Raw): Promise<void>
}

/** `??` are names and `?` values; the driver knows values only. */
function withNames(sql: string, values: unknown[]): { sql: string; values: unknown[] } {
  const left: unknown[] = []
  let at = 0
  const named = sql.replace(/\?\??/g, (mark) => {
    const value = values[at++]
    if (mark === '??') return `\`${String(value).replace(/`/g, '``')}\``
    left.push(value)
    return '?'
  })
  return { sql: named, values: left }
}

export function storeOn(sequelize: Sequelize) {
  const manager = (sequelize as unknown as { connectionManager: Manager }).connectionManager
  const connectionOf = (raw: Raw) => {
    const query = (text: string, values: unknown[] | Done, done?: Done) => {
      const answer = typeof values === 'function' ? values : (done ?? (() => {}))
      const asked = withNames(text, Array.isArray(values) ? values : [])
      raw.query(asked.sql, asked.values).then(
        (rows) => answer(null, rows),
        (error: unknown) => answer(error),
      )
    }
    return {
      query,
      rollback: () => query('ROLLBACK', []),
      release: () => void manager.releaseConnection(raw),
    }
  }
  return {
    getConnection(done: (error: unknown, connection?: ReturnType<typeof connectionOf>) => void) {
      manager.getConnection().then(
        (raw) => done(null, connectionOf(raw)),
        (error: unknown) => done(error),
      )
    },
  }
}
