import slugify from 'slugify'

const LONGEST = 60

/**
 * An id of small letters, digits and hyphens made of a title in any script, not yet used among `taken`. Scripts that are not spelled in
 * Latin letters without more knowledge than a table get what they are called here, and a number.
 *
 * @param what the title is of: its id where nothing of the title can be spelled
 * @example freshId('Удар коленом', []) // 'udar-kolenom'
 * @example freshId('前蹴り', ['item'], 'item') // 'item-2'
 */
export function freshId(title: string, taken: Iterable<string>, what = 'board'): string {
  const used = new Set(taken)
  const words = title.normalize('NFC').replace(/[^\p{L}\p{M}\p{N}]+/gu, ' ')
  const spelled = slugify(words, { lower: true, strict: true }).slice(0, LONGEST)
  const stem = spelled.replace(/^-+|-+$/g, '') || what
  if (!used.has(stem)) return stem
  for (let n = 2; ; n++) if (!used.has(`${stem}-${n}`)) return `${stem}-${n}`
}
