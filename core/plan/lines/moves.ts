import { cutTo } from '../../kernel/sound-text'
import { MOST_LINKS, MOST_SAID, moveSchema, type FormMove } from '../places'
import { piecesOf, type Read } from './read'

/** The moves of a section of a form as they are called, in one line: `low parry / step / punch 2 beats`. */

/** @param before the moves that stood there: one whose name stays keeps its cue */
export function readMoves(line: string, before: readonly FormMove[] = []): Read<FormMove[]> {
  const pieces = piecesOf(line)
  if (pieces.length > MOST_LINKS) return { ok: false, message: `A section calls ${MOST_LINKS} moves at most` }
  const value: FormMove[] = []
  for (const piece of pieces) {
    const [, say = piece, beats] = /^(.+?)\s+(\d{1,2}) beats?$/i.exec(piece) ?? []
    const cue = before.find((one) => one.say.toLowerCase() === say.toLowerCase())?.cue
    const read = moveSchema.safeParse({
      say,
      ...(cue ? { cue } : {}),
      ...(beats ? { beats: Number(beats) } : {}),
    })
    if (!read.success)
      return {
        ok: false,
        message: `“${piece.slice(0, 40)}”: ${read.error.issues[0]?.message ?? 'is no move'}`,
      }
    value.push(read.data)
  }
  return { ok: true, value }
}

export const writeMoves = (moves: readonly FormMove[]): string =>
  moves.map(({ say, beats }) => `${say}${beats > 1 ? ` ${beats} beats` : ''}`).join(' / ')

/** Moves that are known by their names, as they are called. */
export const movesOf = (names: readonly string[]): FormMove[] =>
  names.slice(0, MOST_LINKS).map((name) => moveSchema.parse({ say: cutTo(name, MOST_SAID) }))
