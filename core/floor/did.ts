import type { RunEvent } from './events'
import type { Run } from './run'

/**
 * What single students do at a board instead of what all do, after one more saying of it; without an item they do what all do again.
 *
 * @param on the board that is on, for an act that names none
 */
export function withDid(before: Run['did'], { board, detail }: RunEvent, on: string | undefined): Run['did'] {
  const at = board ?? on
  const { student, technique, layer = 1 } = detail ?? {}
  if (!student || !at) return before
  const own = new Map(before.get(student))
  if (technique) own.set(at, { technique, layer })
  else own.delete(at)
  return new Map(before).set(student, own)
}
