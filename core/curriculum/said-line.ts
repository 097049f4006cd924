import type { PlainDose } from '../plan/doses'
import { readSpoken, type SpokenDose, type TimeAlone } from '../plan/doses/spoken'

/** A line with a dose and the name of what is worked: `3x10 front kicks both sides`, `press ups 10`. */

/**
 * Finds the item that is called something; none when the library has nothing of that name.
 *
 * @param exactly no name that only begins so
 */
export type FindItem = (name: string, exactly?: boolean) => { id: string; name: string } | undefined

export interface SaidLine {
  dose?: PlainDose
  /** As the library has it; else as it was typed; empty where no name is said. */
  name: string
  item?: { id: string; name: string }
  /** Every word that is neither of the dose nor of the name, with its place in the line. */
  unread: SpokenDose['left']
}

interface Word {
  text: string
  from: number
  to: number
}
const wordsOf = (left: SpokenDose['left']): Word[] =>
  left.flatMap((piece) =>
    [...piece.text.matchAll(/\S+/g)].map((found) => ({
      text: found[0],
      from: piece.from + found.index,
      to: piece.from + found.index + found[0].length,
    })),
  )
const textOf = (words: readonly Word[]) => words.map(({ text }) => text).join(' ')

/** The longest run of words that is the name of an item. One word among others is it only where nothing more belongs to the name: “circles” is no circle step. */
function named(words: readonly Word[], find: FindItem) {
  for (let length = words.length; length > 0; length--)
    for (let from = 0; from + length <= words.length; from++) {
      const run = words.slice(from, from + length)
      const isPart = length === 1 && words.length > 1
      const item = find(textOf(run).replace(/[,;:]$/, ''), isPart)
      if (item) return { item, run }
    }
  return undefined
}

/**
 * @param alone how time that is said alone is meant
 * @example readSaidLine('3x10 front kicks both sides', find) // 3 × 10 each side of the front kick
 */
export function readSaidLine(line: string, find: FindItem, alone: TimeAlone = 'passes'): SaidLine {
  const { dose, left } = readSpoken(line, alone)
  const words = wordsOf(left)
  const found = named(words, find)
  if (found) {
    const unread = words.filter((word) => !found.run.includes(word))
    return { ...(dose ? { dose } : {}), name: found.item.name, item: found.item, unread }
  }
  // Nothing of it is known: the longest piece is what somebody calls it.
  const [longest] = [...left].sort((a, b) => b.text.length - a.text.length)
  return {
    ...(dose ? { dose } : {}),
    name: longest?.text ?? '',
    unread: wordsOf(left.filter((piece) => piece !== longest)),
  }
}
