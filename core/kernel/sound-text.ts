/** What no text may hold, and how text is cut: by what a reader takes for one character. */

/** Half a character: a surrogate without its other half. No database holds it and no file keeps it. */
const isHalf = (text: string) => !(text as string & { isWellFormed(): boolean }).isWellFormed()
/** Control characters but tab and line ends, and what turns the direction of the text around it. */
const HIDDEN: readonly (readonly [from: number, to: number])[] = [
  [0x00, 0x08],
  [0x0b, 0x0c],
  [0x0e, 0x1f],
  [0x7f, 0x9f],
  [0x202a, 0x202e],
  [0x2066, 0x2069],
]
/** Most text has none of them, which one look tells. */
const PLAIN = /^[\n\r -~]*$/

function hasHidden(text: string): boolean {
  if (PLAIN.test(text)) return false
  for (let n = 0; n < text.length; n++) {
    const code = text.charCodeAt(n)
    if (HIDDEN.some(([from, to]) => code >= from && code <= to)) return true
  }
  return false
}

const LINE_END = /[\t\n\r\u2028\u2029]/

/** What is wrong with a text, as a sentence of a fault; nothing where it is sound. */
export function unsoundIn(text: string, { oneLine = false } = {}): string | undefined {
  if (isHalf(text)) return 'holds half a character: type it again'
  if (hasHidden(text)) return 'holds characters that cannot be seen: type it again'
  return oneLine && LINE_END.test(text) ? 'must be on one line' : undefined
}

/** A document with whatever no text may hold taken out of its texts: one that was stored before it was looked for is read all the same. */
export function soundCopy(value: unknown): unknown {
  if (typeof value === 'string')
    return unsoundIn(value) ? [...value].filter((one) => !unsoundIn(one)).join('') : value
  if (Array.isArray(value)) return value.map(soundCopy)
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([name, entry]) => [name, soundCopy(entry)]))
  return value
}

const graphemes = new Intl.Segmenter('en', { granularity: 'grapheme' })

/**
 * A text of at most so many UTF-16 units, never cut inside of what is read as one character.
 *
 * @example cutTo('a👩‍👧b', 4) // 'a'
 */
export function cutTo(text: string, most: number): string {
  if (text.length <= most) return text
  let end = 0
  for (const { index, segment } of graphemes.segment(text)) {
    if (index + segment.length > most) break
    end = index + segment.length
  }
  return text.slice(0, end)
}

/** The first character as a reader takes it; empty for an empty text. */
export function firstOf(text: string): string {
  for (const { segment } of graphemes.segment(text)) return segment
  return ''
}
