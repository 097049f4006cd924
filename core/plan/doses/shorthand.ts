import { doseSchema, stagesOf, type Dose, type DoseName, type PlainDose } from './index'
import { placeText, readStages } from './shorthand-stages'
import { Reader, TIME_UNITS, tokensOf, Wrong } from './shorthand-tokens'
import { MODIFIERS, type Modifier } from './shorthand-words'
import { readSpoken } from './spoken'

/**
 * A dose in one line, as an instructor would write it on a hand: `3x10 each side @1.5 rest 20`, `4 rounds 1:00 off 0:30`,
 * `2 holds 0:50 each side`, `form 20+18 run 1-2 x3`, `5:00`, `ladder "Held" [6 both roles] "Free" [2 rounds 0:45]`, `routine "Jacks" [20] "Circles" [0:20] laps 2`.
 * As coaches say it is understood too (`spoken.ts`): `3 sets of 10 each leg`, `4x2:00 rest 30`, `45s hold x3`. Times are seconds (`20`, `1.5`, `20s`), minutes (`5 min`) or both (`1:30`); `×` is as good as `x`, and `reps` may be said. Documented in `docs/formats.md`.
 */

/** What is wrong with a line, and at which character, from 0. */
export interface ShorthandFault {
  at: number
  message: string
}
export type ReadShorthand = { ok: true; dose: Dose } | { ok: false; fault: ShorthandFault }

type Raw = Record<string, unknown>

function readModifiers(reader: Reader, kind: DoseName, raw: Raw): void {
  const known = MODIFIERS[kind]
  const implied = new Set<string>()
  for (;;) {
    const { at } = reader.here
    const found = known.find(({ words }) => words.split(' ').every((word, n) => reader.is(word, n)))
    if (!found) break
    if (found.field in raw) throw new Wrong(at, `“${found.words}” is said twice`)
    found.words.split(' ').forEach(() => reader.take())
    reader.said.set(found.field, reader.here.kind === 'end' ? at : reader.here.at)
    raw[found.field] = valueOf(found, reader)
    // Who trade are two, and what changes in every set has two sides; said again, that is nothing new.
    if (found.takes === 'about') implied.add('roles')
    if (found.takes === 'set') implied.add('sides')
  }
  for (const field of implied) raw[field] ??= 2
}

function valueOf({ takes, words }: Modifier, reader: Reader): unknown {
  switch (takes) {
    case 'time':
      return reader.time(`a time after “${words}”`)
    case 'whole':
      return reader.whole(`a whole number after “${words}”`)
    case 'word':
      return 'word'
    case 'both':
      return 2
    case 'set':
      return 'set'
    case 'about':
      // Every rep, unless it says every how many.
      return reader.here.kind === 'number' ? reader.whole('after how many they trade') : 1
    case 'R':
    case 'L':
      return takes
    case 'yes':
      return true
    case 'no':
      return false
    case 'names': {
      const first = reader.text('the name of the first role in quotes')
      if (!reader.takeIf('/'))
        throw new Wrong(reader.here.at, 'write “/” and the name of the second role in quotes')
      return [first, reader.text('the name of the second role in quotes')]
    }
    case 'texts': {
      const texts: string[] = []
      if (reader.here.kind !== 'text') return texts
      do texts.push(reader.text('a text in quotes'))
      while (reader.takeIf(','))
      return texts
    }
  }
}

function readForm(reader: Reader): Raw {
  const sections: Raw[] = []
  do sections.push({ id: `section-${sections.length + 1}`, sec: reader.time('the length of a section') })
  while (reader.takeIf('+'))
  const runs: Raw[] = []
  while (reader.takeIf('run')) {
    const run: Raw = {}
    const first = reader.whole('the number of a section')
    if (reader.takeIf('-'))
      Object.assign(run, { from: first, to: reader.whole('the number of the last section') })
    else Object.assign(run, { from: first, to: first })
    if (reader.takeIf('x')) run.times = reader.whole('how many times')
    if (reader.takeIf('@')) run.tempo = reader.time('a factor of its time')
    runs.push(run)
  }
  return { kind: 'form', sections, runs: runs.length ? runs : [{ from: 1, to: sections.length }] }
}

/** The head of a dose says its kind; what follows it sets the rest. */
function readHead(reader: Reader, inLadder = false): Raw {
  const raw = headOf(reader, inLadder)
  readModifiers(reader, raw.kind as DoseName, raw)
  return raw
}

function headOf(reader: Reader, inLadder: boolean): Raw {
  if (reader.takeIf('form')) return readForm(reader)
  const composed = (['ladder', 'routine'] as const).find((kind) => reader.is(kind))
  if (composed) {
    if (inLadder) throw new Wrong(reader.here.at, 'a stage holds any dose but a ladder or a routine')
    reader.take()
    const inside = () => readHead(reader, true)
    return composed === 'ladder'
      ? { kind: composed, stages: readStages(reader, 'stage', inside) }
      : { kind: composed, entries: readStages(reader, 'exercise', inside) }
  }
  const { text, at } = reader.here
  if (reader.here.kind !== 'number')
    throw new Wrong(at, 'a dose begins with a number, such as 3x10, 4 rounds or 5:00')
  const next = reader.ahead(1)?.text
  if (next === 'rounds' || next === 'round' || next === 'holds' || next === 'hold') {
    const times = reader.whole('how many')
    reader.take()
    const length = reader.time('how long each of them lasts')
    return next.startsWith('round')
      ? { kind: 'rounds', rounds: times, workSec: length }
      : { kind: 'hold', sets: times, holdSec: length }
  }
  const isTime = text.includes(':') || next === 'work' || next === 'talk' || next === 'fixed'
  if (isTime || TIME_UNITS.has(next ?? '')) {
    const sec = reader.time('a time')
    reader.takeIf('fixed')
    return { kind: 'fixed', sec }
  }
  const first = reader.whole('how many')
  const counted = reader.takeIf('x') ? { sets: first, reps: reader.whole('how many reps') } : { reps: first }
  if (!reader.takeIf('reps')) reader.takeIf('rep')
  return { kind: reader.takeIf('own') ? 'own' : 'count', ...counted }
}

/**
 * A line as a dose, with its defaults filled in, or the first thing wrong with it and the character where it is.
 *
 * @example readShorthand('3x10 each side @1.5 rest 20') // { ok: true, dose: { kind: 'count', sets: 3, reps: 10, … } }
 */
export function readShorthand(line: string): ReadShorthand {
  const strict = readStrictly(line)
  if (strict.ok) return strict
  // What is not written by the book is read as coaches say it, where every word of it is understood.
  const { dose, left } = readSpoken(line)
  return dose && left.length === 0 ? { ok: true, dose } : strict
}

/** As it is written by the book, and no other way. */
export function readStrictly(line: string): ReadShorthand {
  try {
    const reader = new Reader(tokensOf(line))
    const raw = readHead(reader)
    const left = reader.here
    if (left.kind !== 'end') throw new Wrong(left.at, `“${left.text}” does not belong to this dose`)
    const read = doseSchema.safeParse(raw)
    if (read.success) return { ok: true, dose: read.data }
    const [issue] = read.error.issues
    const field = String(issue?.path[0] ?? '')
    throw new Wrong(reader.said.get(field) ?? 0, `${field} ${issue?.message ?? 'is wrong'}`)
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, fault: { at: error.at, message: error.message } }
    throw error
  }
}

/** Seconds as they are written: `20`, `1.5`, from a minute on `1:30`. */
function timeText(sec: number): string {
  if (sec < 60 || Math.round(sec * 1000) % 1000 !== 0) return String(sec)
  return `${Math.floor(sec / 60)}:${String(sec % 60).padStart(2, '0')}`
}

function modifierText({ words, field, takes }: Modifier, dose: Raw, usual: Raw): string[] {
  const value = dose[field]
  if (value === undefined || (field in usual && JSON.stringify(usual[field]) === JSON.stringify(value)))
    return []
  switch (takes) {
    case 'time':
      return [words === '@' ? `@${timeText(value as number)}` : `${words} ${timeText(value as number)}`]
    case 'whole':
      return [`${words} ${String(value)}`]
    case 'word':
      return value === 'word' ? [words] : []
    case 'both':
      return value === 2 ? [words] : []
    case 'set':
      return value === 'set' ? [words] : []
    case 'about':
      return [value === 1 ? words : `${words} ${String(value)}`]
    case 'R':
    case 'L':
      return value === takes ? [words] : []
    case 'yes':
      return value === true ? [words] : []
    case 'no':
      return value === false ? [words] : []
    case 'names':
      return [`${words} ${(value as string[]).map((name) => JSON.stringify(name)).join('/')}`]
    case 'texts':
      return [
        [words, (value as string[]).map((text) => JSON.stringify(text)).join(', ')].filter(Boolean).join(' '),
      ]
  }
}

function headText(dose: Dose): string {
  const times = (sets: number, reps: number) => (sets === 1 ? String(reps) : `${sets}x${reps}`)
  switch (dose.kind) {
    case 'count':
      return times(dose.sets, dose.reps)
    case 'own':
      return `${times(dose.sets, dose.reps)} own`
    case 'rounds':
      return `${dose.rounds} rounds ${timeText(dose.workSec)}`
    case 'hold':
      return `${dose.sets} holds ${timeText(dose.holdSec)}`
    case 'fixed': {
      const text = timeText(dose.sec)
      return text.includes(':') || dose.active !== undefined ? text : `${text} s`
    }
    case 'form': {
      const runs = dose.runs.map(({ from, to, times: count, tempo }) =>
        [
          `run ${from === to ? from : `${from}-${to}`}`,
          count === 1 ? '' : ` x${count}`,
          tempo === 1 ? '' : ` @${tempo}`,
        ].join(''),
      )
      return [`form ${dose.sections.map(({ sec }) => timeText(sec)).join('+')}`, ...runs].join(' ')
    }
    case 'ladder':
    case 'routine':
      return [
        dose.kind,
        ...stagesOf(dose).map(
          (stage) => `${JSON.stringify(stage.title)}${placeText(stage)} [${writeShorthand(stage.dose)}]`,
        ),
      ].join(' ')
  }
}

/** The least a dose of each kind must say; what is left out of it is what a line need not say. */
const LEAST: Record<DoseName, Raw> = {
  count: { kind: 'count', reps: 1 },
  own: { kind: 'own', reps: 1 },
  rounds: { kind: 'rounds', rounds: 1, workSec: 1 },
  hold: { kind: 'hold', holdSec: 1 },
  form: { kind: 'form', sections: [{ id: 'section-1', sec: 1 }], runs: [{ to: 1 }] },
  fixed: { kind: 'fixed', sec: 1 },
  ladder: { kind: 'ladder', stages: [{ title: 'a', dose: { kind: 'fixed', sec: 1 } }] },
  routine: { kind: 'routine', entries: [{ title: 'a', dose: { kind: 'fixed', sec: 1 } }] },
}

/**
 * A dose as its line: read again it is the same dose, but for the ids of a form's sections, which are numbered anew.
 *
 * @example writeShorthand(dose) // '3x10 each side rest 20'
 */
export function writeShorthand(dose: Dose | PlainDose): string {
  const usual = doseSchema.parse(LEAST[dose.kind]) as unknown as Raw
  const rest = MODIFIERS[dose.kind].flatMap((one) => modifierText(one, dose as unknown as Raw, usual))
  return [headText(dose), ...rest].join(' ')
}
