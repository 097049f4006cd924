import { keptWith } from '../kernel/kept-with'
import type { Cue, CueKind } from '../plan/cues'
import { cuesOf } from '../plan/cues'
import type { Timeline } from '../plan/timeline'
import { toMs, toSec } from '../kernel/units'
import { isPressed, lastsUntilTold } from './by-word'
import { remaining } from './course'
import type { Run } from './run'
import { segmentAt, workBegins, type Segment } from './segment'

/** A call, and the wall time at which it is heard, ms since 1970. */
export interface SoundAhead {
  at: number
  cue: Cue
  /** Said, and not rung: what no cue of the plan is. */
  say?: string
}

/** Calls that are about the end of what is on: they move with it. */
const OF_THE_END: ReadonlySet<CueKind> = new Set(['half', 'ten', 'three', 'mark', 'stop'])

const cuesIn = keptWith((timeline: Timeline): Cue[] => cuesOf(timeline))

/**
 * What is to be heard from a moment on: the calls of the way that is still to be run, at the wall time at which each comes, with what was
 * added to what is on or taken off it. Nothing is ahead while the class stands, or where a word is waited for.
 *
 * @param run the run at `now`
 * @param now ms since 1970
 * @param ms how far ahead
 */
export function soundsAhead(run: Run, now: number, ms: number): SoundAhead[] {
  const { timeline, position, moreMs } = run
  if (run.phase !== 'running' || run.waitsFor) return []
  const segment = segmentAt(timeline, position)
  if (!segment) return []
  const endsAt = Math.max(position, segment.to + moreMs)
  const out: SoundAhead[] = []
  const until = now + ms
  const add = (at: number, cue: Cue, say?: string) => {
    if (at >= now && at < until) out.push(say === undefined ? { at, cue } : { at, cue, say })
  }
  let wall = now
  let toldAt = lastingAt(timeline, position)?.to ?? Infinity
  for (const extra of repsBeyond(run, segment.to)) add(now + extra.at - position, extra.cue)
  for (const said of saidIn(segment, endsAt))
    if (said.at >= position) add(now + said.at - position, said.cue, said.say)
  for (const [from, to] of remaining({ timeline, skipped: run.skipped }, position)) {
    if (wall >= until) break
    for (const cue of cuesIn(timeline)) {
      const at = toMs(cue.at)
      // The call that ends a stretch comes at its very end, though the next begins there.
      const isLast = at === to && (OF_THE_END.has(cue.kind) || cue.kind === 'end')
      if (at < from || (at >= to && !isLast)) continue
      // It was heard as the end of what came before.
      if (at === from && wall > now && OF_THE_END.has(cue.kind)) continue
      const isOn = at < segment.to || (at === segment.to && OF_THE_END.has(cue.kind))
      const moved = isOn && !OF_THE_END.has(cue.kind) ? at : at + moreMs
      if (isOn && moved > endsAt) continue
      // What waits for a word is not called ahead, nor is the end of what lasts until the word.
      if (cue.kind !== 'block' && waitsAt(run, at)) return inOrder(out)
      const lasts = lastingAt(timeline, OF_THE_END.has(cue.kind) ? at - 1 : at)
      if (lasts && OF_THE_END.has(cue.kind)) continue
      if (at >= toldAt) return inOrder(out)
      if (lasts) toldAt = Math.min(toldAt, lasts.to)
      add(wall + moved - from, cue)
    }
    wall += to - from
  }
  return inOrder(out)
}

const inOrder = (sounds: SoundAhead[]) => sounds.sort((a, b) => a.at - b.at)

/** Whether what begins at a moment of the plan waits for the instructor. */
function waitsAt({ timeline, position }: Run, at: number): boolean {
  if (at <= position) return false
  const segment = segmentAt(timeline, at)
  if (!segment || at < segment.placed.at) return false
  if (segment.called && isPressed(segment.called)) return true
  const { placed } = segment
  const begins = placed.at + workBegins(placed)
  return placed.block.start === 'word' && position <= begins && at >= begins
}

/** What at a moment of the plan lasts until the word. */
function lastingAt(timeline: Timeline, at: number): Segment | undefined {
  const segment = segmentAt(timeline, at)
  return segment?.called && lastsUntilTold(segment.called) ? segment : undefined
}

/** Reps that were added to a set on the clock are ticked like the others. */
function repsBeyond({ timeline, position, moreMs }: Run, end: number): { at: number; cue: Cue }[] {
  const called = segmentAt(timeline, position)?.called
  const span = called?.span
  if (moreMs <= 0 || span?.kind !== 'reps' || !span.repMs) return []
  const block = segmentAt(timeline, position)?.placed.block.id ?? ''
  return Array.from({ length: Math.round(moreMs / span.repMs) }, (_, n) => ({
    at: end + n * span.repMs,
    cue: { at: (end + n * span.repMs) / 1000, kind: 'rep' as const, block, n: span.count + n + 1 },
  }))
}

const READY_MS = 3000
/**
 * What a voice says of a stretch beyond its cues: *ready* and the number before the next set, and a hold by the second where the board says how it
 * is counted. A hold that ends by the clock is counted down, one that lasts until the word up.
 */
function saidIn({ placed, called, from, to }: Segment, endsAt: number): (SoundAhead & { say: string })[] {
  if (!called) return []
  const { span } = called
  const { block } = placed
  const cue: Cue = { at: toSec(to), kind: 'rest', block: block.id }
  const number = span.set ?? span.round
  if ((span.kind === 'rest' || span.kind === 'breather') && number !== undefined && span.ms > READY_MS)
    return [{ at: endsAt - READY_MS, cue, say: `ready, ${span.round ? 'round' : 'set'} ${number}` }]
  if (span.kind !== 'hold' || !block.voice || block.voice.count === 'off') return []
  const seconds = Math.floor((endsAt - from) / 1000)
  return Array.from({ length: Math.max(0, seconds - 1) }, (_, s) =>
    span.word
      ? { at: from + (s + 1) * 1000, cue, say: String(s + 1) }
      : { at: endsAt - (s + 1) * 1000, cue, say: String(s + 1) },
  )
}

/** How loud a call is, 0 to 1: where it rises by sets or by reps, the first is half as loud as the last. */
export function loudnessOf(
  cue: Cue,
  { sets, reps }: { sets: number; reps: number },
  rises: 'even' | 'sets' | 'reps',
): number {
  if (cue.kind !== 'rep' || rises === 'even') return 1
  const [at, of] = rises === 'sets' ? [cue.set, sets] : [cue.n, reps]
  if (at === undefined || of < 2) return 1
  return 0.5 + (0.5 * (Math.min(at, of) - 1)) / (of - 1)
}

/** Whether a rep is shouted. */
export function isShouted(cue: Cue, reps: number, shout: 'every' | 'last' | 'none'): boolean {
  if (cue.kind !== 'rep' || shout === 'none') return false
  return shout === 'every' || cue.n === reps
}
