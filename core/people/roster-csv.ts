import { freshId } from '../kernel/ids'
import { fault, type Fault } from '../kernel/faults'
import { readEntries, readNumber, readTable, readYesNo, writeEntries, writeTable } from '../kernel/csv-cells'
import { CONSENTS, fullName, readStudent, type RosterGround, type Student } from './student'

/** The roster as CSV, one student a row. `docs/formats.md` documents the columns. */

export interface Rostered {
  id: string
  student: Student
}

type Raw = Record<string, unknown>
interface Column {
  header: string
  field: keyof Student
  write(student: Student, ground: Ground): string
  read(cell: string, raw: Raw, ground: Ground): unknown
}
type Ground = RosterGround & { groups: readonly { id: string; name: string }[] }

const orNothing = (cell: string) => (cell.trim() === '' ? undefined : cell.trim())
type Words = 'firstName' | 'lastName' | 'ageBand' | 'floorNote' | 'healthNote' | 'family' | 'tag'
const words = (header: string, field: Words): Column => ({
  header,
  field,
  write: (student) => student[field] ?? '',
  read: orNothing,
})
const days = (header: string, field: 'birthDate' | 'rankSince' | 'joined'): Column => ({
  header,
  field,
  write: (student) => student[field] ?? '',
  read: (cell) => (orNothing(cell) === undefined ? undefined : isoDay(cell.trim())),
})
const figure = (header: string, field: 'notches' | 'heightCm' | 'massKg'): Column => ({
  header,
  field,
  write: (student) => String(student[field] ?? ''),
  read: (cell) => (orNothing(cell) === undefined ? undefined : readNumber(cell)),
})
/** An id or a name, however it is written. */
const named = (
  header: string,
  field: 'rank' | 'group',
  among: (ground: Ground) => readonly { id: string; name: string }[],
): Column => ({
  header,
  field,
  write: (student, ground) =>
    among(ground).find(({ id }) => id === student[field])?.name ?? student[field] ?? '',
  read(cell, _raw, ground) {
    const said = oneCase(cell)
    if (!said) return undefined
    return (
      among(ground).find(({ id, name }) => id === said || oneCase(name) === said)?.id ??
      freshId(cell, [], header)
    )
  },
})
const CONSENT_HEADERS = {
  photos: 'photos',
  contact: 'contact drills',
  partnerAdults: 'partners adults',
} as const
const consent = (which: (typeof CONSENTS)[number]): Column => ({
  header: CONSENT_HEADERS[which],
  field: 'consents',
  write: ({ consents }) => (consents[which] === undefined ? '' : consents[which] ? 'yes' : 'no'),
  read(cell, raw) {
    const { [which]: _had, ...others } = (raw.consents ?? {}) as Raw
    return cell.trim() === '' ? others : { ...others, [which]: readYesNo(cell) }
  },
})
const CONTACT_PARTS = ['name', 'relation', 'phone', 'email'] as const

const COLUMNS: Column[] = [
  words('first name', 'firstName'),
  words('last name', 'lastName'),
  days('born', 'birthDate'),
  words('age band', 'ageBand'),
  named('rank', 'rank', ({ ladder }) => ladder.ranks),
  figure('notches', 'notches'),
  days('since', 'rankSince'),
  named('group', 'group', ({ groups }) => groups),
  figure('height cm', 'heightCm'),
  figure('mass kg', 'massKg'),
  words('family', 'family'),
  days('joined', 'joined'),
  ...CONSENTS.map(consent),
  {
    header: 'contacts',
    field: 'contacts',
    write: ({ contacts }) => writeEntries(contacts.map((one) => CONTACT_PARTS.map((part) => one[part]))),
    read: (cell) =>
      readEntries(cell).map((values) =>
        Object.fromEntries(CONTACT_PARTS.flatMap((part, p) => (values[p] ? [[part, values[p]]] : []))),
      ),
  },
  words('floor note', 'floorNote'),
  words('health note', 'healthNote'),
  words('tag', 'tag'),
]

/** Health is for those who stand on the floor: the desk's file does not have these columns. */
const OF_TEACHERS: readonly string[] = ['floor note', 'health note']
const columnsFor = (seesHealth: boolean) =>
  COLUMNS.filter(({ header }) => seesHealth || !OF_TEACHERS.includes(header))
export const ROSTER_HEADERS = ['id', ...COLUMNS.map(({ header }) => header)]

export function writeRosterCsv(students: readonly Rostered[], ground: Ground, seesHealth = true): string {
  const columns = columnsFor(seesHealth)
  return writeTable(
    ['id', ...columns.map(({ header }) => header)],
    students.map(({ id, student }) => [id, ...columns.map((column) => column.write(student, ground))]),
  )
}

export type RosterOutcome = 'added' | 'changed' | 'same' | 'refused'
export interface RosterRow {
  row: number
  name: string
  outcome: RosterOutcome
  /** The columns that would change, and whether that takes out what stood there. */
  changes: string[]
  faults: Fault[]
}
export interface RosterPreview {
  rows: RosterRow[]
  counts: Record<RosterOutcome, number>
  /** Columns of the file that the roster does not have: they are passed over. */
  ignored: string[]
  /** What would be written, with what it was made from: without an id the student is new; nothing while a row is refused. */
  write: { row: number; id?: string; was?: Student; student: Student }[]
}

/**
 * What a file would do to the roster, row by row; all or nothing. A row belongs to the student of its id, else to the one of its name and birth
 * date, else to the only one of its name; where two rows may be one student without a birth date, neither is taken for theirs. A column that
 * is not in the file leaves what a student has, one that the roster does not have is passed over and named; an empty cell empties. The same file
 * again changes nothing.
 *
 * @param roster all students of the club, the archived too
 */
export function previewRosterCsv(
  text: string,
  roster: readonly Rostered[],
  ground: Ground,
  seesHealth = true,
): { ok: true; preview: RosterPreview } | { ok: false; wrong: string } {
  const table = readTable(text)
  if ('wrong' in table) return { ok: false, wrong: table.wrong }
  const known = columnsFor(seesHealth)
  const headers = ['id', ...known.map(({ header }) => header)]
  const ignored = table.headers.filter((header) => !headers.includes(header))
  if (!table.headers.includes('first name') && !table.headers.includes('id'))
    return { ok: false, wrong: 'A column "first name" or "id" is needed to know the students by.' }
  const columns = known.filter(({ header }) => table.headers.includes(header))
  const seen = new Map<string, number>()
  const index = indexed(roster)
  const claims = claimsOf(table.rows, index)
  const read = table.rows.map(({ row, cells, surplus }) => {
    const found = unclaimed(whose(cells, index), row, claims)
    const raw: Raw = { ...found.before?.student }
    for (const { header, field, read: readCell } of columns) {
      const value = readCell(cells[header] ?? '', raw, ground)
      if (value === undefined) delete raw[field]
      else raw[field] = value
    }
    const student = readStudent(raw, ground)
    const key = found.before?.id ?? nameKey(raw)
    const first = seen.get(key)
    if (first === undefined) seen.set(key, row)
    const faults = [
      ...(found.wrong ? [found.wrong] : []),
      ...(surplus === undefined ? [] : [fault([], surplus)]),
      ...(first === undefined ? [] : [fault([], `is the same student as row ${first}`)]),
      ...(student.ok ? [] : student.faults.map((one) => asColumn(asWritten(one, raw, cells)))),
    ]
    const name = `${String(raw.firstName ?? '')} ${String(raw.lastName ?? '')}`.trim()
    return { row, name, before: found.before, student: student.ok ? student.student : undefined, faults }
  })
  const rows = read.map(({ row, name, before, student, faults }): RosterRow => {
    const changes =
      before && student
        ? columns
            .filter((column) => column.write(before.student, ground) !== column.write(student, ground))
            .map((column) => (column.write(student, ground) ? column.header : `${column.header} taken out`))
        : []
    const outcome =
      faults.length || !student ? 'refused' : !before ? 'added' : changes.length ? 'changed' : 'same'
    return { row, name, outcome, changes, faults }
  })
  const counts = { added: 0, changed: 0, same: 0, refused: 0 }
  for (const { outcome } of rows) counts[outcome]++
  const write = read.flatMap(({ row, before, student }, n) => {
    const outcome = rows[n]?.outcome
    if (!student || (outcome !== 'added' && outcome !== 'changed')) return []
    return [{ row, ...(before ? { id: before.id, was: before.student } : {}), student }]
  })
  return { ok: true, preview: { rows, counts, ignored, write: counts.refused ? [] : write } }
}

type Found = ReturnType<typeof whose>
/** The dated rows that may each be a student whose birth date the roster does not have, by the student. */
type Claims = ReadonlyMap<string, readonly number[]>

function claimsOf(rows: readonly { row: number; cells: Record<string, string> }[], index: Indexed): Claims {
  const claims = new Map<string, number[]>()
  for (const { row, cells } of rows) {
    const { before } = whose(cells, index)
    const isByName = !cells.id?.trim() && cells.born?.trim()
    if (!before || !isByName || before.student.birthDate !== undefined) continue
    claims.set(before.id, [...(claims.get(before.id) ?? []), row])
  }
  return claims
}

/** Of several rows that may be one student none is: which of them it is, nobody but the club knows. */
function unclaimed(found: Found, row: number, claims: Claims): Found {
  const rows = claims.get(found.before?.id ?? '') ?? []
  if (rows.length < 2 || !rows.includes(row)) return found
  const others = rows.filter((one) => one !== row).join(' and ')
  return {
    wrong: fault(
      ['born'],
      `the roster has one student of this name, without a birth date, who may be this row or row ${others}: give the id of theirs, or enter their birth date first`,
    ),
  }
}

/** Whether somebody of this name and birth date is on the roster: the same rule by which a row finds its student. */
export function knownOn(roster: readonly Rostered[]): (student: Student) => boolean {
  const index = indexed(roster)
  return (student) => isKnown(student, index)
}

function isKnown(student: Student, roster: Indexed): boolean {
  const { firstName, lastName, birthDate } = student
  const found = whose(
    { 'first name': firstName, 'last name': lastName, ...(birthDate ? { born: birthDate } : {}) },
    roster,
  )
  return found.before !== undefined || found.wrong !== undefined
}

/** The roster by id and by name, each name written in one way. */
interface Indexed {
  byId: ReadonlyMap<string, Rostered>
  byName: ReadonlyMap<string, Rostered[]>
}

function indexed(roster: readonly Rostered[]): Indexed {
  const byName = new Map<string, Rostered[]>()
  for (const one of roster) {
    const name = oneCase(fullName(one.student))
    const same = byName.get(name)
    if (same) same.push(one)
    else byName.set(name, [one])
  }
  return { byId: new Map(roster.map((one) => [one.id, one])), byName }
}

/** The student a row is about; nothing for a new one. */
function whose(cells: Record<string, string>, roster: Indexed): { before?: Rostered; wrong?: Fault } {
  const id = cells.id?.trim().toLowerCase()
  if (id) {
    const before = roster.byId.get(id)
    return before
      ? { before }
      : { wrong: fault(['id'], 'is no student of this club; leave it empty for a new one') }
  }
  const name = oneCase(`${cells['first name'] ?? ''} ${cells['last name'] ?? ''}`)
  const called = roster.byName.get(name) ?? []
  const born = cells.born?.trim() ? isoDay(cells.born.trim()) : undefined
  const sameDay = called.filter(({ student }) => born !== undefined && student.birthDate === born)
  if (sameDay.length === 1) return { before: sameDay[0]! }
  // With another birth date it is somebody else of the same name.
  const open = called.filter(({ student }) => born === undefined || student.birthDate === undefined)
  if (open.length > 1 || sameDay.length > 1)
    return { wrong: fault(['first name'], `${called.length} students are called this: give the id`) }
  return open[0] ? { before: open[0] } : {}
}

const oneCase = (name: string) => name.normalize('NFC').trim().replace(/\s+/g, ' ').toLowerCase()
const nameKey = ({ firstName, lastName, birthDate }: Raw) =>
  `${oneCase(`${String(firstName ?? '')} ${String(lastName ?? '')}`)} ${String(birthDate ?? '')}`

/** A day as spreadsheets write it, year first or day first with points or slashes, as YYYY-MM-DD; else as it stands, which is refused. */
function isoDay(cell: string): string {
  const [, date, month, year] = /^(\d{1,2})[./](\d{1,2})[./](\d{4})$/.exec(cell) ?? []
  return year ? `${year}-${month?.padStart(2, '0')}-${date?.padStart(2, '0')}` : cell
}

/** What is not known is told as it stands in the file, not as the id that was made of it. */
function asWritten({ path, message }: Fault, raw: Raw, cells: Record<string, string>): Fault {
  const cell = cells[path]?.trim()
  return { path, message: cell ? message.replace(`"${String(raw[path])}"`, `"${cell}"`) : message }
}

/** A fault of a field is told under the column it came from. */
function asColumn({ path, message }: Fault): Fault {
  const [field = '', inside] = path.split('.')
  const consentOf = CONSENTS.find((which) => field === 'consents' && which === inside)
  if (consentOf) return { path: CONSENT_HEADERS[consentOf], message }
  const name = /^\w+/.exec(path)?.[0] ?? ''
  const column = COLUMNS.find((one) => one.field === name)
  return { path: column ? path.replace(name, column.header) : path, message }
}
