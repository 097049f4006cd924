import { Problem } from '../http/problem'

/**
 * Somebody else saved first: theirs stands, and is sent along so that the screen can ask. `again` says that the two are the
 * same, which is how a save sent twice by a flaky network looks.
 */
export function stale(what: string, theirs: unknown, mine: unknown): Problem {
  const again = JSON.stringify(theirs) === JSON.stringify(mine)
  return new Problem(
    409,
    'stale',
    again
      ? `The ${what} stand like this already.`
      : `Somebody else changed the ${what} meanwhile. Yours are not saved; look at theirs first.`,
    { theirs, again },
  )
}
