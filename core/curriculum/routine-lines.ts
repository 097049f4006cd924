import { readSaidLine, type FindItem } from './said-line'
import { readSpoken } from '../plan/doses/spoken'
import { readStrictly, writeShorthand } from '../plan/doses/shorthand'
import { doseSchema, isComposed, type DoseStage, type PlainDose } from '../plan/doses'

/**
 * A routine as it is jotted down: one exercise a line, or several with `/` between them, each a name and a dose on either side of it:
 * `10 jumping jacks / arm circles 20s each side / hip circles 8 each side`.
 */

export interface LineFault {
  /** The line, from 1. */
  line: number
  text: string
  message: string
}
export interface ReadRoutine {
  entries: DoseStage[]
  lines: RoutineLine[]
  faults: LineFault[]
}

const plain = (dose: unknown) => doseSchema.parse(dose) as PlainDose

/** By the book, as `writeRoutine` writes it: a name, and after it a dose. */
function byTheBook(line: string): { dose: PlainDose; name: string } | undefined {
  const words = line.split(/\s+/)
  for (let n = 1; n < words.length; n++) {
    const name = words.slice(0, n).join(' ')
    const read = readStrictly(words.slice(n).join(' '))
    if (!read.ok || isComposed(read.dose.kind)) continue
    const isTimed = read.dose.kind === 'fixed' && read.dose.active === undefined
    // A word of the dose is no part of a name.
    const { dose, left } = readSpoken(name)
    if (!isTimed && !dose && left[0]?.text === name) return { dose: read.dose as PlainDose, name }
  }
  return undefined
}

const capital = (name: string) => `${name.slice(0, 1).toUpperCase()}${name.slice(1)}`

/** One line as it is read, to be shown before it is taken. */
export interface RoutineLine {
  /** The line, from 1, and its text. */
  line: number
  text: string
  entry: DoseStage
  /** The name as it was typed. */
  name: string
  /** Whether the library has an item of its name. */
  isKnown: boolean
  /** Words that are neither of the dose nor of the name. */
  unread: string[]
}

const REST = 'Rest'
const restFor = (sec: number) => ({ title: REST, dose: plain({ kind: 'fixed', sec, active: false }) })

/**
 * Lines as the entries of a routine. A line whose name is an item's works it; any other is kept by its name. A line without a dose gets
 * what the last one had, or ten reps. A rest after a single set is an entry of its own.
 */
export function readRoutine(text: string, find: FindItem): ReadRoutine {
  const read: ReadRoutine = { entries: [], lines: [], faults: [] }
  text.split(/\n|\s\/\s|;/).forEach((raw, n) => {
    const line = raw.trim()
    if (line) readLine(line, n + 1, find, read)
  })
  return read
}

function readLine(text: string, line: number, find: FindItem, { entries, lines, faults }: ReadRoutine): void {
  const book = byTheBook(text)
  const said = book ? { ...book, item: find(book.name), unread: [] } : readSaidLine(text, find, 'called')
  const put = (entry: DoseStage, isKnown: boolean) => {
    entries.push(entry)
    lines.push({ line, text, entry, name: said.name, isKnown, unread: said.unread.map((one) => one.text) })
  }
  const wrong = (message: string) => void faults.push({ line, text, message })
  if (said.unread.some((one) => /\d/.test(one.text)) || (!said.dose && /\d/.test(text)))
    return wrong('reads like “10 jumping jacks” or “arm circles 20s each side”')
  const isRest = said.dose?.kind === 'fixed' && said.dose.active === false && !said.name
  if (isRest) return put({ title: REST, dose: said.dose! }, true)
  if (!said.name) return wrong('has no name: say what is done')
  const { dose = entries.at(-1)?.dose ?? plain({ kind: 'count', reps: 10 }), item } = said
  const own = { title: item?.name ?? capital(said.name), ...(item ? { technique: item.id } : {}) }
  // Between the sets there is a rest; after a single one it stands by itself.
  if (dose.kind === 'count' && dose.sets === 1 && dose.restSec > 0) {
    put({ ...own, dose: { ...dose, restSec: 0 } }, item !== undefined)
    entries.push(restFor(dose.restSec))
  } else put({ ...own, dose }, item !== undefined)
}

const written = (dose: PlainDose): string => {
  if (dose.kind === 'fixed' && dose.active === false) return `${dose.sec} s rest`
  if (dose.kind === 'rounds' && dose.rounds === 1 && dose.restSec === 0 && dose.roles === 1 && !dose.setupSec)
    return `${dose.workSec} s${dose.sides === 2 ? ' each side' : ''}`
  return writeShorthand(dose)
}

/** The entries as lines that read back as they are, as far as a line can say them. */
export const writeRoutine = (entries: readonly Pick<DoseStage, 'title' | 'dose'>[]): string =>
  entries.map(({ title, dose }) => (title === REST ? written(dose) : `${title} ${written(dose)}`)).join('\n')
