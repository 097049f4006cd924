import { BaseError } from 'sequelize'

/** What of a failure may stand in a log: never a value that somebody entered. */

interface Original {
  errno?: number
  code?: string
  sqlState?: string
}

/** Names of tables and keys, which hold nothing of anybody. */
const NAMED = /(?:table|key|column|constraint) [`'"]?([\w.]+)[`'"]?/i

/**
 * A database says in its messages which values it refused, and the driver adds the whole statement: of these only the number, the state and the
 * name of a table or key are told. Anything else is told by its kind, its message and where it came from.
 */
export function forLog(error: unknown): string {
  if (error instanceof BaseError) {
    const { errno, code, sqlState } = (error as { original?: Original }).original ?? {}
    const named = NAMED.exec(error.message)?.[1]
    return [error.name, errno, code, sqlState, named && `at ${named}`, placeOf(error)]
      .filter(Boolean)
      .join(' ')
  }
  if (error instanceof Error) return `${error.name}: ${error.message.split('\n')[0] ?? ''} ${placeOf(error)}`
  return typeof error
}

/** The first lines of the stack that are this application's, without the message. */
function placeOf({ stack = '' }: Error): string {
  return stack
    .split('\n')
    .filter((line) => line.trim().startsWith('at ') && !line.includes('node_modules'))
    .slice(0, 6)
    .map((line) => line.trim())
    .join(' ')
}
