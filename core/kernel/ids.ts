import slugify from 'slugify'
import { spelled as latin } from './spelling'

const LONGEST = 60

/** A letter as it is spelled in Latin ones; a sign that is a word of its own stands apart. */
const inLatin = (letter: string) =>
  /[\s\d\p{M}]/u.test(letter) || slugify(letter, { strict: true })
    ? letter
    : /\p{Script=Han}/u.test(letter)
      ? ` ${latin(letter)} `
      : latin(letter)

/**
 * An id of small letters, digits and hyphens made of a title in any script, not yet used among `taken`. Scripts other than Latin, Cyrillic and
 * Greek need `readSpelling` before.
 *
 * @param what the title is of: its id where nothing of the title can be spelled
 * @example freshId('Удар коленом', []) // 'udar-kolenom'
 * @example freshId('黄帯', []) // 'huang-dai'
 * @example freshId('★', ['item'], 'item') // 'item-2'
 */
export function freshId(title: string, taken: Iterable<string>, what = 'board'): string {
  const used = new Set(taken)
  const words = title.normalize('NFC').replace(/[^\p{L}\p{M}\p{N}]+/gu, ' ')
  const spelled = slugify([...words].map(inLatin).join(''), { lower: true, strict: true }).slice(0, LONGEST)
  const stem = spelled.replace(/^-+|-+$/g, '') || what
  if (!used.has(stem)) return stem
  for (let n = 2; ; n++) if (!used.has(`${stem}-${n}`)) return `${stem}-${n}`
}
