import type { RunEvent } from './events'

/** Who is done with a piece that is worked at one's own pace, ms of the plan from which it goes. */
export interface Done {
  from: number
  ids: ReadonlySet<string>
}

/**
 * Who is done after one more saying of it, or not after all. What was said of another piece than the one that is on
 * says nothing of it.
 *
 * @param from where the piece that is on begins, and where its board does, ms of the plan
 */
export function withDone(
  before: Done | undefined,
  { detail }: RunEvent,
  from: number,
  board: number,
): Done | undefined {
  const who = detail?.student ?? detail?.group
  if (!who || detail?.piece !== from - board) return before
  const ids = new Set(before?.from === from ? before.ids : [])
  if (detail.not) ids.delete(who)
  else ids.add(who)
  return { from, ids }
}
