import type { Read } from './read'

/** Whole figures in one line, between commas or blanks. */

/**
 * @param least and
 * @param most what each figure may be
 * @param many how many there may be
 * @param what what they are, as it is said of a wrong one
 */
export function readFigures(
  line: string,
  { least, most, many, what }: { least: number; most: number; many: number; what: string },
): Read<number[]> {
  const said = line.split(/[\s,;]+/).filter(Boolean)
  const value = said.map(Number)
  const wrong = value.findIndex((n) => !Number.isInteger(n) || n < least || n > most)
  if (wrong >= 0)
    return { ok: false, message: `“${said[wrong]}” is no ${what}: whole figures from ${least} to ${most}` }
  if (value.length > many) return { ok: false, message: `At most ${many} of them` }
  return { ok: true, value }
}
