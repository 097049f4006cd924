import { doseSchema, type DoseName, type PlainDose } from './index'
import { MODIFIERS } from './shorthand-words'

/**
 * A dose as coaches write it on a hand, with whatever else stands on the line: `3x10 front kicks both sides`, `press ups 10`, `4x2:00 rest 30`,
 * `plank hold 45s x3`. What is understood is taken out of the line wherever it stands; what is left over is somebody's name for something.
 */

/** A stretch of a line, by characters from 0; `to` is not in it. */
export interface Stretch {
  from: number
  to: number
}
export interface SpokenDose {
  /** Nothing where the line says none. */
  dose?: PlainDose
  /** What was not a word of the dose, in its order, without what only joins. */
  left: (Stretch & { text: string })[]
}

interface Said {
  times?: number
  reps?: number
  sec?: number
  kind?: 'rounds' | 'hold'
  restSec?: number
  /** Between rounds alone. */
  offSec?: number
  tempoSec?: number
  sides?: 2
  side?: 'L' | 'R'
  alternate?: true
  roles?: 2
  own?: true
  setupSec?: number
  swapSec?: number
  switchSec?: number
  capSec?: number
  by?: 'word'
  sidesBy?: 'set'
  exchange?: number
}

const CLOCK = String.raw`\d+:[0-5]\d(?:\.\d+)?`
const UNIT = String.raw`(?:s|secs?|seconds?|m|mins?|minutes?)\b\.?`
/** A length of time that says so itself. */
const TIME = String.raw`(${CLOCK}(?:\s*${UNIT})?|\d+(?:[.,]\d+)?\s*${UNIT})`
/** After a word that asks for one a bare number is seconds. */
const SPAN = String.raw`(${CLOCK}(?:\s*${UNIT})?|\d+(?:[.,]\d+)?(?:\s*${UNIT})?)`
const TIMES = String.raw`\s*[x×*]\s*`
const LIMB = String.raw`(?:sides?|legs?|arms?|hands?|foot|feet|knees?|ways?|directions?)`

/** Seconds of `20`, `1.5`, `20s`, `2 mins`, `1:30`. */
function secondsOf(text: string): number {
  const [, minutes, rest] = /^(\d+):([\d.]+)/.exec(text) ?? []
  if (minutes !== undefined) return Math.round((Number(minutes) * 60 + Number(rest)) * 1000) / 1000
  const figure = Number(/^[\d.,]+/.exec(text)?.[0].replace(',', '.') ?? 0)
  return Math.round((/m/i.test(text) ? figure * 60 : figure) * 1000) / 1000
}

interface Rule {
  words: RegExp
  says: (found: string[]) => Said
}
const rule = (words: string, says: Rule['says']): Rule => ({
  words: new RegExp(String.raw`(?<![\p{L}\d])(?:${words})(?![\p{L}\d])`, 'iu'),
  says,
})
const number = (found: string | undefined) => Number(found)
const seconds = (found: string | undefined) => secondsOf(found ?? '')

/** The longer saying before the shorter one that is in it. */
const RULES: readonly Rule[] = [
  rule(`(?:@|tempo)\\s*${SPAN}`, ([, sec]) => ({ tempoSec: seconds(sec) })),
  rule(`rest(?:ing)?(?:\\s+(?:for|of))?\\s+${SPAN}`, ([, rest]) => ({ restSec: seconds(rest) })),
  rule(`${SPAN}\\s+rest`, ([, rest]) => ({ restSec: seconds(rest) })),
  rule(`off\\s+${SPAN}`, ([, off]) => ({ offSec: seconds(off) })),
  rule(`${SPAN}\\s+off`, ([, off]) => ({ offSec: seconds(off) })),
  rule(`${TIME}\\s+on`, ([, on]) => ({ kind: 'rounds', sec: seconds(on) })),
  rule(`setup\\s+${SPAN}`, ([, sec]) => ({ setupSec: seconds(sec) })),
  rule(`swap\\s+${SPAN}`, ([, sec]) => ({ swapSec: seconds(sec) })),
  rule(`switch\\s+${SPAN}`, ([, sec]) => ({ switchSec: seconds(sec) })),
  rule(`cap\\s+${SPAN}`, ([, sec]) => ({ capSec: seconds(sec) })),
  rule(`by\\s+my\\s+word`, () => ({ by: 'word' })),
  rule(`(?:by\\s+|in\\s+(?:each|every)\\s+)sets?`, () => ({ sidesBy: 'set' })),
  rule(`turns?\\s+about(?:\\s+every\\s+(\\d+))?`, ([, every]) => ({
    exchange: every === undefined ? 1 : number(every),
  })),
  rule(`(?:on\\s+|for\\s+|with\\s+)?(?:each|both|per|every|either)\\s+${LIMB}`, () => ({ sides: 2 })),
  rule(`(?:left|l)\\s*(?:and|&|\\+|/)\\s*(?:right|r)|(?:right|r)\\s*(?:and|&|\\+|/)\\s*(?:left|l)`, () => ({
    sides: 2,
  })),
  rule(`a\\s+side`, () => ({ sides: 2 })),
  rule(`(?:left|right)\\s+(?:${LIMB}\\s+)?only|only\\s+(?:the\\s+)?(?:left|right)`, ([all]) => ({
    side: /left/i.test(all ?? '') ? 'L' : 'R',
  })),
  rule(`side\\s+to\\s+side|alternat(?:e|es|ing|ely)(?:\\s+${LIMB})?`, () => ({ alternate: true })),
  rule(`both\\s+roles|each\\s+(?:partner|role)`, () => ({ roles: 2 })),
  rule(`(?:(?:at|in)\\s+)?(?:(?:their|your|his|her|the)\\s+)?own(?:\\s+(?:pace|time|count|speed))?`, () => ({
    own: true,
  })),
  rule(`on\\s+(?:the|my)\\s+count`, () => ({})),
  rule(`(\\d+)\\s+rounds?(?:\\s+(?:of|x))?\\s+${SPAN}`, ([, times, sec]) => ({
    kind: 'rounds',
    times: number(times),
    sec: seconds(sec),
  })),
  rule(`(\\d+)\\s+holds?(?:\\s+(?:of|for))?\\s+${SPAN}`, ([, times, sec]) => ({
    kind: 'hold',
    times: number(times),
    sec: seconds(sec),
  })),
  rule(`(\\d+)${TIMES}${TIME}\\s+holds?`, ([, times, sec]) => ({
    kind: 'hold',
    times: number(times),
    sec: seconds(sec),
  })),
  rule(`(\\d+)${TIMES}${TIME}`, ([, times, sec]) => ({ times: number(times), sec: seconds(sec) })),
  rule(`(?:hold|held)(?:\\s+(?:it\\s+)?(?:for|of))?\\s+${SPAN}`, ([, sec]) => ({
    kind: 'hold',
    sec: seconds(sec),
  })),
  rule(`${TIME}\\s+hold`, ([, sec]) => ({ kind: 'hold', sec: seconds(sec) })),
  rule(`(\\d+)\\s+sets?(?:\\s+of)?\\s+(\\d+)(?:\\s+reps?)?`, ([, times, reps]) => ({
    times: number(times),
    reps: number(reps),
  })),
  rule(`(\\d+)${TIMES}(\\d+)(?:\\s+reps?)?`, ([, times, reps]) => ({
    times: number(times),
    reps: number(reps),
  })),
  rule(`(?:for\\s+)?${TIME}`, ([, sec]) => ({ sec: seconds(sec) })),
  rule(`(\\d+)\\s+sets?|[x×*]\\s*(\\d+)\\s+sets?`, ([, a, b]) => ({ times: number(a ?? b) })),
  rule(`[x×*]\\s*(\\d+)|(\\d+)\\s*[x×*](?=\\s+\\p{L})`, ([, a, b]) => ({ reps: number(a ?? b) })),
  rule(`(\\d+)(?:\\s+(?:reps?|times))?`, ([, reps]) => ({ reps: number(reps) })),
  rule(`^\\s*hold(?:ing)?|hold(?:s|ing)?\\s*$`, () => ({ kind: 'hold' })),
]

/** Takes what a saying says, unless it was said already. */
function taken(said: Said, more: Said): Said | undefined {
  const isSet = (Object.keys(more) as (keyof Said)[]).some((key) => said[key] !== undefined && key !== 'kind')
  if (isSet) return undefined
  if (more.kind && said.kind && more.kind !== said.kind) return undefined
  // Reps and a time beside each other are two doses; `x3` after a time is how often.
  if (more.reps !== undefined && said.sec !== undefined && said.times === undefined)
    return { ...said, times: more.reps }
  if (more.sec !== undefined && said.reps !== undefined && said.times === undefined) {
    const { reps, ...rest } = said
    return more.kind === 'hold' ? { ...rest, ...more, times: reps } : undefined
  }
  if (
    (more.sec !== undefined && said.reps !== undefined) ||
    (more.reps !== undefined && said.sec !== undefined)
  )
    return undefined
  return { ...said, ...more }
}

/** How time that is said alone is meant: as time that passes, or as work that is called. */
export type TimeAlone = 'passes' | 'called'

type Raw = Record<string, unknown> & { kind: DoseName }
type Field = keyof Said

/** The kind of dose that is said, with its figures, and which sayings it is made of. */
function headOf(said: Said, alone: TimeAlone): { raw: Raw; from: Field[] } | undefined {
  const { times, reps, sec, kind, restSec, own } = said
  if (sec !== undefined) {
    const from: Field[] = ['times', 'sec', 'kind']
    if (kind === 'hold') return { raw: { kind, sets: times ?? 1, holdSec: sec }, from }
    const isCalled = kind === 'rounds' || times !== undefined || alone === 'called'
    if (!isCalled && !said.sides && !said.side && !said.roles) return { raw: { kind: 'fixed', sec }, from }
    const unrested = (times ?? 1) === 1 ? { restSec: 0 } : {}
    return { raw: { kind: 'rounds', rounds: times ?? 1, workSec: sec, ...unrested }, from }
  }
  if (reps !== undefined) {
    const sets = times === undefined ? {} : { sets: times }
    return { raw: { kind: own ? 'own' : 'count', reps, ...sets }, from: ['times', 'reps', 'own'] }
  }
  // Nothing but a rest is a rest.
  return restSec === undefined
    ? undefined
    : { raw: { kind: 'fixed', sec: restSec, active: false }, from: ['restSec'] }
}

/** The dose, and what was said that has no place in one of its kind. */
function doseOf(said: Said, alone: TimeAlone): { dose?: PlainDose; unfit: Field[] } {
  const head = headOf(said, alone)
  if (!head) return { unfit: [] }
  const { raw, from } = head
  const known = new Set(MODIFIERS[raw.kind].map(({ field }) => field))
  const unfit: Field[] = []
  for (const [key, value] of Object.entries(said)) {
    // Time off is the rest between rounds, and nothing else.
    const field = key === 'offSec' && raw.kind === 'rounds' ? 'restSec' : key
    if (from.includes(key as Field)) continue
    if (known.has(field)) raw[field] = value
    else unfit.push(key as Field)
  }
  // Who trade are two, and what changes in every set has two sides.
  if (raw.exchange !== undefined) raw.roles ??= 2
  if (raw.sidesBy !== undefined) raw.sides ??= 2
  const read = doseSchema.safeParse(raw)
  return { ...(read.success ? { dose: read.data as PlainDose } : {}), unfit }
}

/** Stands for what is taken: no text holds it. */
const TAKEN = '\uE000'
const OPEN = /[^\uE000]+/g
const putAt = (line: string, at: number, words: string) =>
  `${line.slice(0, at)}${words}${line.slice(at + words.length)}`

/**
 * Reads a line. Each saying is taken once; said again, or where it does not fit what is said already, it is left over like any other word.
 *
 * @example readSpoken('3x10 front kicks both sides') // 3 × 10 each side, left: “front kicks”
 */
export function readSpoken(line: string, alone: TimeAlone = 'passes'): SpokenDose {
  // What is understood is blanked, so that every character keeps its place.
  let open = line
  let said: Said = {}
  const saidAt = new Map<string, { at: number; words: string }>()
  for (const { words, says } of RULES) {
    let from = 0
    for (;;) {
      const found = words.exec(open.slice(from))
      if (!found) break
      const at = from + found.index
      const more = says([...found])
      const next = taken(said, more)
      if (next) {
        said = next
        open = putAt(open, at, TAKEN.repeat(found[0].length))
        for (const field of Object.keys(more)) saidAt.set(field, { at, words: found[0] })
      }
      from = at + found[0].length
    }
  }
  const { dose, unfit } = doseOf(said, alone)
  // What has no place in such a dose is no word of it.
  for (const field of unfit) {
    const { at, words } = saidAt.get(field) ?? { at: 0, words: '' }
    open = putAt(open, at, words)
  }
  const left: SpokenDose['left'] = []
  for (const piece of open.matchAll(OPEN)) {
    const text = piece[0]
    const head =
      /^(?:[\s,;:.–—/-]|(?:of|for|with|then|and|on|at|the|do)(?![\p{L}\d]))+/iu.exec(text)?.[0].length ?? 0
    const body = text
      .slice(head)
      .replace(/(?:[\s,;:.–—/-]|(?<![\p{L}\d])(?:of|for|with|then|and|on|at))+$/iu, '')
    if (body) left.push({ from: piece.index + head, to: piece.index + head + body.length, text: body })
  }
  return { ...(dose ? { dose } : {}), left }
}
