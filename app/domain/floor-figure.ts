import { isApart } from '~/domain/calls'
import { minutes } from '~~/core/kernel/time-text'
import { tradedNow } from '~~/core/floor/called'
import type { FloorNow } from '~~/core/floor/now'
import type { Run } from '~~/core/floor/run'

/** The large figure of the floor: what the class is doing now, in figures that read across the hall. */
export interface Figure {
  text: string
  /** What it is of, in a word or two. */
  of: string
  /** As it is read out. */
  label: string
  /** The last ten seconds, counted down. */
  last: boolean
  /** What it is of is said nowhere else. */
  aside?: true
}

const LAST_MS = 10_000

const OF: Partial<Record<string, string>> = {
  setup: 'to show it',
  reps: 'this set',
  paced: 'own pace',
  round: 'this round',
  hold: 'this hold',
  run: 'this run',
  station: 'this station',
  rest: 'rest',
  breather: 'rest',
  swap: 'to swap',
  switch: 'to change sides',
  reset: 'to reset',
  bridge: 'to the next stage',
  handover: 'to hand over',
  move: 'to move on',
}

/**
 * @param now what the floor shows
 * @param run the run it was read from
 * @param time ms since 1970
 */
export function figureOf(now: FloorNow, run: Run, time: number): Figure {
  if (run.waitsFor === 'begin') {
    const over = minutes(Math.max(0, time - (run.waitsSince ?? time)))
    return {
      text: `+${over}`,
      of: 'over the explanation',
      label: `${over} over the explanation`,
      last: false,
      aside: true,
    }
  }
  const span = now.called?.span
  if (span?.word && run.phase !== 'ready') {
    const over = run.counted > span.count
    const of = `of ${span.count}${over ? `, ${run.counted - span.count} more` : ''}`
    return { text: String(run.counted), of, label: `${run.counted} ${of}`, last: false, aside: true }
  }
  const traded = now.called && tradedNow(now.called)
  if (traded && run.phase !== 'ready') {
    const of = `of ${traded.of}, ${span?.role}`
    return { text: String(traded.n), of, label: `${traded.n} ${of}`, last: false, aside: true }
  }
  const apart = now.placed && !now.inTransition && isApart(now.placed.block)
  // Where each rank has its own dose, what is everybody's is the board.
  const leftMs = apart ? now.leftMs : now.stretchLeftMs
  const ms = Math.ceil(leftMs / 1000) * 1000
  const last = run.phase === 'running' && leftMs <= LAST_MS && now.placed !== undefined
  const whole = minutes(ms)
  const of = now.inTransition ? 'to make ready' : apart ? 'this board' : ((span && OF[span.kind]) ?? '')
  return { text: last ? String(ms / 1000) : whole, of, label: `${whole} left${of ? `, ${of}` : ''}`, last }
}

/** Whether the board's own time says something that the large figure does not. */
export const hasMoreThanOne = (now: FloorNow): boolean =>
  !now.inTransition && Math.abs(now.leftMs - now.stretchLeftMs) >= 1000
