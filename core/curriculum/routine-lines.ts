import { readShorthand, writeShorthand } from '../plan/doses/shorthand'
import { doseSchema, isComposed, type DoseStage, type PlainDose } from '../plan/doses'

/**
 * A routine as it is jotted down: one exercise a line, or several with `/` between them, each a name and a dose on either side of it:
 * `10 jumping jacks / arm circles 20s each side / hip circles 8 each side`.
 */

/** Finds the item that is called something; none when the library has nothing of that name. */
export type FindItem = (name: string) => { id: string; name: string } | undefined

export interface LineFault {
  /** The line, from 1. */
  line: number
  text: string
  message: string
}
export interface ReadRoutine {
  entries: DoseStage[]
  faults: LineFault[]
}

const plain = (dose: unknown) => doseSchema.parse(dose) as PlainDose

/** `20s`, `1:30`, `2 min`, and `each side` after it: timed work, which is called, rather than time that passes. */
function readTimed(words: string): PlainDose | undefined {
  const sided = / each side$/i.test(words)
  const read = readShorthand(words.replace(/ each side$/i, ''))
  if (!read.ok || read.dose.kind !== 'fixed' || read.dose.active !== undefined) return undefined
  const { sec } = read.dose
  return plain({ kind: 'rounds', rounds: 1, workSec: sec, restSec: 0, ...(sided ? { sides: 2 } : {}) })
}

function readDose(words: string): PlainDose | undefined {
  const timed = readTimed(words)
  if (timed) return timed
  const read = readShorthand(words)
  return read.ok && !isComposed(read.dose.kind) ? (read.dose as PlainDose) : undefined
}

/** The longest run of words at the beginning, or else at the end, that is a dose; the other words are the name. */
function split(words: readonly string[]): { dose: PlainDose; name: string } | undefined {
  for (let n = words.length - 1; n > 0; n--) {
    const [head, tail] = [words.slice(0, n).join(' '), words.slice(n).join(' ')]
    const before = readDose(head)
    if (before) return { dose: before, name: tail }
    const after = readDose(words.slice(-n).join(' '))
    if (after) return { dose: after, name: words.slice(0, -n).join(' ') }
  }
  return undefined
}

const capital = (name: string) => `${name.slice(0, 1).toUpperCase()}${name.slice(1)}`

/**
 * Lines as the entries of a routine. A line whose name is an item's works it; any other is kept by its name. A line without a dose gets
 * what the last one had, or ten reps.
 */
export function readRoutine(text: string, find: FindItem): ReadRoutine {
  const entries: DoseStage[] = []
  const faults: LineFault[] = []
  text.split(/\n|\s\/\s|;/).forEach((raw, n) => {
    const line = raw.trim()
    if (!line) return
    const found = split(line.split(/\s+/))
    const name = found?.name ?? line
    if (!found && /\d/.test(line)) {
      faults.push({
        line: n + 1,
        text: line,
        message: 'reads like “10 jumping jacks” or “arm circles 20s each side”',
      })
      return
    }
    const dose = found?.dose ?? entries.at(-1)?.dose ?? plain({ kind: 'count', reps: 10 })
    const item = find(name)
    entries.push({ title: item?.name ?? capital(name), ...(item ? { technique: item.id } : {}), dose })
  })
  return { entries, faults }
}

const written = (dose: PlainDose): string => {
  if (dose.kind === 'rounds' && dose.rounds === 1 && dose.restSec === 0 && dose.roles === 1 && !dose.setupSec)
    return `${dose.workSec} s${dose.sides === 2 ? ' each side' : ''}`
  return writeShorthand(dose)
}

/** The entries as lines that read back as they are, as far as a line can say them. */
export const writeRoutine = (entries: readonly Pick<DoseStage, 'title' | 'dose'>[]): string =>
  entries.map(({ title, dose }) => `${title} ${written(dose)}`).join('\n')
