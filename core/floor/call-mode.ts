import { z } from 'zod'
import { between, list, oneOf, record, text, whole } from '../kernel/fields'
import { chanceOf } from '../kernel/chance'

/**
 * Calls for a drill: positions, items or free words, first in order and then at random, at a pace that can tighten; or calls to react to, at
 * moments nobody can foresee, with feints among them and stretches without any. The same seed gives the same calls on every screen.
 */
export const callModeSchema = record({
  kind: oneOf(['order', 'react']),
  /** What is called. In `react`, a call may ask for its answer: `one → slip and counter`. */
  words: list(record({ call: text(60), answer: text(60).optional() }), 1, 60),
  /** How long it goes on. */
  sec: whole(10, 1800),
  /** `order`: each word once in order, so many times, before they come at random. */
  inOrder: whole(0, 10).default(1),
  /** `order`: seconds from call to call, at the start and at the end. */
  fromSec: between(0.5, 30).default(4),
  toSec: between(0.5, 30).default(4),
  /** `react`: the least and the most seconds between two calls. */
  leastSec: between(0.5, 60).default(2),
  mostSec: between(0.5, 120).default(6),
  /** `react`: of a hundred calls so many are feints, at which nobody moves, and so many are left out. */
  feints: whole(0, 80).default(15),
  silences: whole(0, 80).default(10),
  seed: whole(0, 4_294_967_295).default(1),
})
export type CallMode = z.infer<typeof callModeSchema>
export type CallModeGiven = z.input<typeof callModeSchema>

export interface ModeCall {
  /** Ms from the start. */
  at: number
  call: string
  /** What answers it, where it asks for that. */
  answer: string | undefined
  /** Looks like a call, and nobody is to move. */
  feint: boolean
}

/** The calls of a drill, in order of time. */
export function callsOf(mode: CallMode): ModeCall[] {
  return mode.kind === 'order' ? inOrder(mode) : reacting(mode)
}

/** After the words in order they come at random, never the same twice running where there are others. */
function inOrder({ words, sec, inOrder: rounds, fromSec, toSec, seed }: CallMode): ModeCall[] {
  const next = chanceOf(seed)
  const out: ModeCall[] = []
  let at = 0
  let last = -1
  for (let n = 0; at < sec * 1000; n++) {
    const which = n < rounds * words.length ? n % words.length : another(words.length, last, next)
    last = which
    const word = words[which]
    if (word) out.push({ at: Math.round(at), call: word.call, answer: word.answer, feint: false })
    const done = at / (sec * 1000)
    at += (fromSec + (toSec - fromSec) * done) * 1000
  }
  return out
}

/**
 * One of many at random, never the same twice running where there are others.
 *
 * @param last which it was before; below 0 none was
 */
export function another(many: number, last: number, next: () => number): number {
  if (many < 2) return 0
  if (last < 0) return Math.floor(next() * many)
  const step = 1 + Math.floor(next() * (many - 1))
  return (last + step) % many
}

function reacting({ words, sec, leastSec, mostSec, feints, silences, seed }: CallMode): ModeCall[] {
  const next = chanceOf(seed)
  const out: ModeCall[] = []
  const [least, most] = [Math.min(leastSec, mostSec), Math.max(leastSec, mostSec)]
  let at = 0
  for (;;) {
    at += (least + (most - least) * next()) * 1000
    if (at >= sec * 1000) return out
    const word = words[Math.floor(next() * words.length)]
    const luck = next() * 100
    if (!word || luck < silences) continue
    const feint = luck < silences + feints
    out.push({ at: Math.round(at), call: word.call, answer: feint ? undefined : word.answer, feint })
  }
}

/** The call that is on at a moment, and how many were before it. */
export function callAt(calls: readonly ModeCall[], ms: number): { call: ModeCall; n: number } | undefined {
  const n = calls.findLastIndex(({ at }) => at <= ms)
  const call = calls[n]
  return call && { call, n }
}

export type ReadWords = { words: CallMode['words'] } | { wrong: string }

/** Words as they are typed: one to a line, a call and after an arrow its answer. */
export function readWords(typed: string): ReadWords {
  const lines = typed.split(/[\n;]/).map((line) => line.trim())
  const words = lines.filter(Boolean).map((line) => {
    const [call = '', answer] = line.split(/\s*(?:→|->|=>)\s*/)
    return { call, ...(answer ? { answer } : {}) }
  })
  if (words.length === 0) return { wrong: 'Write at least one word to call, one to a line.' }
  const parsed = z.array(callModeSchema.shape.words.element).max(60).safeParse(words)
  return parsed.success
    ? { words: parsed.data }
    : { wrong: 'At most sixty calls, each of at most sixty letters.' }
}
