import { callsOfBoard } from './board-calls'
import { callAt, callsOf, type ModeCall } from './call-mode'
import type { FloorNow } from './now'
import type { Run } from './run'
import { isPiece } from './segment'

/** A drill of calls that is on: of the board, as it was composed, or one begun on the floor. */
export interface CallNow {
  /** The call that stands; none before the first, and between calls to react to. */
  call: Omit<ModeCall, 'at'> | undefined
  /** How many calls were before it; -1 before the first. */
  n: number
}

/** A call to react to is there for a moment, and then there is nothing to see. */
const SHOWN_MS = 1500

/**
 * @param now what the floor shows of the run
 * @param time ms since 1970
 */
export function callNow(run: Run, now: FloorNow, time: number): CallNow | undefined {
  const { calls } = run
  const sinceMs = calls ? time - calls.at : Infinity
  if (calls && sinceMs < calls.mode.sec * 1000) {
    const found = callAt(callsOf(calls.mode), sinceMs)
    return shown(found?.call, found?.n ?? -1, sinceMs, calls.mode.kind === 'react')
  }
  const { placed, inTransition, inMs } = now
  const of = placed?.block.calls
  if (!of || inTransition || run.phase === 'ready' || run.waitsFor === 'begin') return undefined
  const all = callsOfBoard(placed)
  // While it is explained or rested nothing is called.
  if (!all.length || !now.called || !isPiece(now.called.span)) return undefined
  const n = all.findLastIndex(({ at }) => at <= inMs)
  const found = all[n]
  const call = found && {
    at: found.at,
    call: found.says.say,
    answer: found.isFeint ? undefined : found.says.answer,
    feint: found.isFeint,
  }
  return shown(call, n, inMs, of.order === 'react')
}

function shown(call: ModeCall | undefined, n: number, ms: number, isReact: boolean): CallNow {
  return { call: call && isReact && ms - call.at > SHOWN_MS ? undefined : call, n }
}
