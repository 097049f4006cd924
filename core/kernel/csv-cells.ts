import { cutTo } from './sound-text'
import Papa from 'papaparse'

/**
 * Cells that hold lists: one entry per line, the parts of an entry apart with `|`. A bar, a backslash or a line break inside a
 * part is written `\|`, `\\` and `\n`, so that every text comes back as it was.
 */

const escaped = (part: string) =>
  part.replaceAll('\\', '\\\\').replaceAll('|', '\\|').replaceAll('\r', '').replaceAll('\n', '\\n')

/** Entries of parts as one cell; empty parts at the end of an entry are left out. */
export function writeEntries(entries: readonly (readonly (string | number | undefined)[])[]): string {
  return entries
    .map((parts) => {
      const kept = parts.map((part) => escaped(String(part ?? '')))
      while (kept.length > 1 && kept.at(-1) === '') kept.pop()
      return kept.join(' | ')
    })
    .join('\n')
}

function splitParts(line: string): string[] {
  const parts = ['']
  const put = (text: string) => (parts[parts.length - 1] += text)
  for (let at = 0; at < line.length; at++) {
    const char = line[at] ?? ''
    if (char === '|') parts.push('')
    else if (char !== '\\') put(char)
    else {
      const next = line[++at] ?? ''
      put(next === 'n' ? '\n' : next)
    }
  }
  return parts.map((part) => part.trim())
}

/** A cell as its entries; empty lines are passed over. */
export function readEntries(cell: string): string[][] {
  return cell
    .split(/\r\n|\r|\n/)
    .filter((line) => line.trim() !== '')
    .map(splitParts)
}

/** A number as spreadsheets of many countries write it, else the text itself, which the schema then refuses. */
export function readNumber(cell: string): number | string {
  const text = cell.trim().replace(/^(-?\d+),(\d+)$/, '$1.$2')
  return /^-?\d+(\.\d+)?$/.test(text) ? Number(text) : cell.trim()
}

const YES = new Set(['yes', 'y', 'true', '1', 'x'])
const NO = new Set(['no', 'n', 'false', '0', ''])

/** Yes or no in the usual spellings, else the text itself, which the schema then refuses. */
export function readYesNo(cell: string): boolean | string {
  const word = cell.trim().toLowerCase()
  return YES.has(word) ? true : NO.has(word) ? false : cell.trim()
}

export interface Table {
  headers: string[]
  /**
   * Each row by header, with its number as a spreadsheet counts: the header is in row 1 unless empty rows stand above it, and empty rows
   * are counted. `surplus` says what is wrong with cells for which there is no column.
   */
  rows: { row: number; cells: Record<string, string>; surplus: string | undefined }[]
}

/**
 * A table out of CSV text from any spreadsheet: with or without a byte-order mark, separated by commas, semicolons or tabs,
 * with any line ends, and line breaks inside quotes. Headers are read without regard to case.
 *
 * @returns the table, or one sentence about what is wrong
 */
export function readTable(text: string): Table | { wrong: string } {
  const clean = text.replace(/^\uFEFF/, '')
  if (clean.trim() === '') return { wrong: 'The file is empty.' }
  // Empty rows are counted, but would mislead the guess at what separates the cells.
  const { meta } = Papa.parse<string[]>(clean, {
    preview: 20,
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  })
  const parsed = Papa.parse<string[]>(clean, { delimiter: meta.delimiter })
  const broken = parsed.errors.find(({ type }) => type === 'Quotes')
  if (broken) return { wrong: `A quote that is opened is not closed, near row ${(broken.row ?? 0) + 1}.` }
  const filled = parsed.data
    .map((cells, n) => ({ row: n + 1, cells }))
    .filter(({ cells }) => cells.some((cell) => cell.trim() !== ''))
  const [{ cells: first } = { cells: [] }, ...rest] = filled
  const headers = first.map((header) => header.trim().toLowerCase())
  const twice = headers.find((header, h) => header !== '' && headers.indexOf(header) !== h)
  if (twice) return { wrong: `The column "${twice}" is listed twice.` }
  return {
    headers: headers.filter(Boolean),
    rows: rest.map(({ row, cells }) => ({
      row,
      surplus: surplusIn(cells, headers),
      cells: Object.fromEntries(
        headers.flatMap((header, h) => (header ? [[header, asItWas(cells[h] ?? '')]] : [])),
      ),
    })),
  }
}

/** What is wrong with cells that stand under no header; nothing where there are none. */
function surplusIn(cells: readonly string[], headers: readonly string[]): string | undefined {
  const [cell] = cells.filter((text, c) => text.trim() !== '' && !headers[c])
  return cell === undefined
    ? undefined
    : `has a cell under no column: “${cutTo(cell.trim(), 40)}”. Is a comma in a text not quoted?`
}

/** Cells that a spreadsheet would run as a formula, or that look like one made harmless; a plain number is neither. */
const LIKE_A_FORMULA = /^(?!-?\d+([.,]\d+)?$)'*[=+\-@\t\r][\s\S]*$/
const MADE_HARMLESS = /^'+[=+\-@\t\r]/

/** A cell as it was before it was made harmless for spreadsheets. */
const asItWas = (cell: string): string => (MADE_HARMLESS.test(cell) ? cell.slice(1) : cell)

/**
 * Rows as CSV with Windows line ends, quoted where needed. A cell that a spreadsheet would run as a formula goes out with an
 * apostrophe before it, which `readTable` takes off again.
 */
export function writeTable(
  headers: readonly string[],
  rows: readonly (readonly (string | number)[])[],
): string {
  const table = { fields: [...headers], data: rows.map((row) => [...row]) }
  return `${Papa.unparse(table, { newline: '\r\n', escapeFormulae: LIKE_A_FORMULA })}\r\n`
}
