import { isApart } from '~/domain/calls'
import { minutes } from '~~/core/kernel/time-text'
import { isPressed, pressesOf, pressOf } from '~~/core/floor/by-word'
import { tradedNow, type CalledNow } from '~~/core/floor/called'
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

/** What goes by the word has no time left: the count stands as far as it is called, and anything else as long as it has lasted. */
function byWordFigure(called: CalledNow, run: Run, now: FloorNow, time: number): Figure {
  const { span } = called
  if (!isPressed(called)) {
    const waited = run.waitsFor === 'end' && run.waitsSince !== undefined ? time - run.waitsSince : 0
    const lasted = minutes(now.stretchMs - now.stretchLeftMs + now.again.livedMs + Math.max(0, waited))
    const of = `of ${minutes(span.ms)}, to your word`
    return { text: lasted, of, label: `${lasted} ${of}`, last: false, aside: true }
  }
  const isRun = span.kind === 'run'
  const n = run.counted === 0 ? 0 : pressOf(called, run.counted).rep
  const all = isRun ? pressesOf(called) : span.count
  const of = `of ${all}${n > all ? `, ${n - all} more` : ''}`
  return { text: String(n), of, label: `${n} ${of}`, last: false, aside: true }
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
  if (now.called && span?.word && run.phase !== 'ready') return byWordFigure(now.called, run, now, time)
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
