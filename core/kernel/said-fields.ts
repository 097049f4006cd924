import type { Fault } from './faults'

/**
 * A fault as it is said on a screen: the field by the name it has there, not by its place in a file. `blocks[1].dose.runs[0].to` is
 * “Run 1, to section”, and the board is named by whoever knows the plan.
 */

/** Fields whose names in files are not what they are called. */
const CALLED: Record<string, string> = {
  lengthMin: 'minutes',
  zone: 'time zone',
  transitionSec: 'time between boards',
  firstSide: 'sides',
  start: 'first bow',
  startTime: 'first bow',
  date: 'day',
  headcount: 'heads',
  minSec: 'at least',
  tempoSec: 'tempo',
  restSec: 'rest',
  workSec: 'work',
  holdSec: 'hold',
  setupSec: 'setup',
  switchSec: 'change of sides',
  swapSec: 'change of roles',
  bridgeSec: 'time between stages',
  resetSec: 'time between runs',
  handoverSec: 'handover',
  moveSec: 'time to move on',
  capSec: 'cap',
  sec: 'length',
  technique: 'item',
  tracks: 'track',
  stations: 'station',
  stages: 'stage',
  sections: 'section',
  runs: 'run',
  from: 'from section',
  to: 'to section',
  times: 'how often',
  keyPoints: 'key point',
  aliases: 'other name',
  faults: 'fault',
  layers: 'layer',
  points: 'point',
  steps: 'step',
  prerequisites: 'builds on',
  kit: 'kit',
  repSec: 'time of a rep',
  teach: 'at teaching speed',
  full: 'at full speed',
  footprintM2: 'room',
  classDays: 'class day',
  countWords: 'count word',
  areaM2: 'mat',
  ranks: 'rank',
  groups: 'group',
  minMonths: 'months',
  minClasses: 'classes',
  acknowledged: 'acceptance',
  weeklyMinimum: 'classes a week',
  shut: 'no class on',
  mix: 'what the work is made of',
  termFrom: 'the term began on',
  says: 'in words',
  theme: 'theme',
  firstName: 'first name',
  lastName: 'last name',
  birthDate: 'birth date',
  ageBand: 'age band',
  rankSince: 'since',
  heightCm: 'height',
  massKg: 'mass',
  floorNote: 'note for the floor',
  healthNote: 'health note',
  partnerAdults: 'may partner adults',
  contacts: 'contact',
  apart: 'kept apart from',
  together: 'kept together with',
  blocks: 'board',
}
/** Wrappers that nobody sees. */
const SILENT = new Set(['dose', 'ladder', 'settings', 'item', 'plan', 'limits', 'hall'])

const plainWord = (name: string) => CALLED[name] ?? name.replace(/([A-Z])/g, ' $1').toLowerCase()

/** The parts of a path: `stages[0].dose.reps` is `['stages', 0, 'dose', 'reps']`. */
export function pathParts(path: string): (string | number)[] {
  return (path.match(/[^.[\]]+/g) ?? []).map((part) => (/^\d+$/.test(part) ? Number(part) : part))
}

/** The parts of a path in words: `['Stage 1', 'reps']` of `stages[0].dose.reps`, in small letters. */
function saidParts(path: string): string[] {
  const words: string[] = []
  if (path === '$') return words
  for (const part of pathParts(path)) {
    if (typeof part === 'number') words.push(`${words.pop() ?? ''} ${part + 1}`.trim())
    else if (!SILENT.has(part)) words.push(plainWord(part))
  }
  return words
}

/** A sentence that begins with a capital. */
export const capital = (said: string) => said && said[0]!.toUpperCase() + said.slice(1)

/** The field at a path in words, `Stage 1, reps`; empty for the document itself. */
export const saidField = (path: string): string => capital(saidParts(path).join(', '))

/** Text that is not there yet. */
const NOTHING_TYPED = /^is (empty|missing): it must be text/

/** Whether a message says all by itself: such a one begins with a capital. */
export const isSentence = (message: string): boolean => /^\p{Lu}/u.test(message)

/**
 * What is wrong of a field, as a sentence without its stop. Text that is missing is asked for by its name; a message that is a sentence of its own
 * (it begins with a capital) is said alone, any other after the field.
 *
 * @param within what the field stands in, in words
 */
export function saidOf(field: string, message: string, within = ''): string {
  if (isSentence(message)) return message
  if (field && NOTHING_TYPED.test(message)) {
    const called = field[0]!.toLowerCase() + field.slice(1)
    const wanted = `type ${/^[aeiou]/.test(called) ? 'an' : 'a'} ${called}`
    return capital([within, wanted].filter(Boolean).join(': '))
  }
  return capital([[within, field].filter(Boolean).join(', '), message].filter(Boolean).join(' '))
}

/** The same of a fault, by its path. */
export function saidFault({ path, message }: Fault): string {
  const words = saidParts(path)
  if (words.length === 0) return message
  return saidOf(words.at(-1) ?? '', message, words.slice(0, -1).join(', '))
}
