/** What a text of lines is read as: all of it, or what is wrong with the first line that cannot be read. */
export type Read<T> = { ok: true; value: T } | { ok: false; message: string }

/** What is written in one line, one thing after the other: between strokes or arrows. */
export const piecesOf = (line: string): string[] =>
  line
    .split(/[/\n→]/)
    .map((piece) => piece.trim())
    .filter(Boolean)

/**
 * Reads something that is written one to a line.
 *
 * @param one reads a line; a string is what is wrong with it
 * @param most lines at most
 */
export function readLines<T>(text: string, most: number, one: (line: string) => T | string): Read<T[]> {
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
  if (lines.length > most) return { ok: false, message: `At most ${most} lines` }
  const value: T[] = []
  for (const line of lines) {
    const read = one(line)
    if (typeof read === 'string') return { ok: false, message: `“${line.slice(0, 40)}” ${read}` }
    value.push(read)
  }
  return { ok: true, value }
}
