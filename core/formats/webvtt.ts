import { cuesOf, type Cue } from '../plan/cues'
import type { Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import { toMs } from '../kernel/units'
import { callWords } from './call-words'
import type { Names } from './class-lines'
import { inOneLine } from './line-ends'

/** Calls stay up until the next one, but not longer than this. */
const LONGEST_MS = 5000
const SHORTEST_MS = 300

/** `HH:MM:SS.mmm`, as WebVTT writes a time. */
export function stamp(ms: number): string {
  const two = (n: number) => String(n).padStart(2, '0')
  const sec = Math.floor(ms / 1000)
  return `${two(Math.floor(sec / 3600))}:${two(Math.floor(sec / 60) % 60)}:${two(sec % 60)}.${String(ms % 1000).padStart(3, '0')}`
}

/** Text in a WebVTT cue: no tags, no arrow, no empty line. */
export const escaped = (text: string) =>
  inOneLine(text).replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')

/**
 * Every call of a class as a WebVTT track: plays beside a video or a recording of the class, from the first bow. Calls of the
 * same moment share a cue.
 */
export function planWebVtt(plan: Plan, names: Names): string {
  const timeline = layPlan(plan)
  const moments: { at: number; calls: Cue[] }[] = []
  for (const cue of cuesOf(timeline)) {
    const at = toMs(cue.at)
    const last = moments.at(-1)
    if (last?.at === at) last.calls.push(cue)
    else moments.push({ at, calls: [cue] })
  }
  const cues = moments.map(({ at, calls }, m) => {
    const next = moments[m + 1]?.at ?? at + LONGEST_MS
    const end = Math.max(at + SHORTEST_MS, Math.min(next, at + LONGEST_MS))
    const lines = [...new Set(calls.map((cue) => escaped(callWords(cue, plan, names))))].filter(Boolean)
    return [String(m + 1), `${stamp(at)} --> ${stamp(end)}`, ...lines].join('\n')
  })
  return ['WEBVTT', '', `NOTE ${escaped(plan.title)}`, '', cues.join('\n\n'), ''].join('\n')
}
