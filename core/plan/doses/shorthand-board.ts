import type { Dose, PlainDose } from './index'
import { readShorthand, writeShorthand, type ReadShorthand } from './shorthand'

/** A dose in one line with what its board says of how it goes: `3x10 each side left first begins at my word`. */

export interface BoardWays {
  firstSide?: 'R' | 'L' | undefined
  start?: 'clock' | 'word' | undefined
}
export type ReadBoardLine = Extract<ReadShorthand, { ok: false }> | { ok: true; dose: Dose; ways: BoardWays }

const FIRST = /\s+(left|right) first$/i
const AT_MY_WORD = /\s+begins at my word$/i

/** Takes the ways off the end of a line, in either order; without them the board goes as the class does. */
export function takeWays(line: string): { rest: string; ways: BoardWays } {
  let rest = line.trimEnd()
  const ways: BoardWays = {}
  for (;;) {
    const side = FIRST.exec(rest)
    const word = AT_MY_WORD.exec(rest)
    const found = side ?? word
    if (!found) break
    if (side) ways.firstSide = side[1]?.toLowerCase() === 'left' ? 'L' : 'R'
    else ways.start = 'word'
    rest = rest.slice(0, -found[0].length)
  }
  return { rest, ways }
}

const THEN = /^(.*\S)\s+then\s+(.+?)(?:\s+each)?$/i

/** The line of a turn and of what the group does by itself after it: `3x6 then 6 each`; nothing where the line has no such two. */
export function takeThen(line: string): { turn: string; then: Dose } | undefined {
  // A title in quotes may well say “then”.
  if (readBoardLine(line).ok) return undefined
  const [, turn = '', after = ''] = THEN.exec(line.trim()) ?? []
  const then = readShorthand(after)
  return turn && then.ok ? { turn, then: then.dose } : undefined
}

export function readBoardLine(line: string): ReadBoardLine {
  const { rest, ways } = takeWays(line)
  const read = readShorthand(rest)
  return read.ok ? { ...read, ways } : read
}

export function writeBoardLine(dose: Dose | PlainDose, { firstSide, start }: BoardWays = {}): string {
  return [
    writeShorthand(dose),
    firstSide ? `${firstSide === 'L' ? 'left' : 'right'} first` : '',
    start === 'word' ? 'begins at my word' : '',
  ]
    .filter(Boolean)
    .join(' ')
}
