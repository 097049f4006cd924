import { capital } from '../../kernel/said-fields'
import type { FindItem } from '../../curriculum/said-line'
import { insteadSchema, type Instead } from '../places'
import { readLines, type Read } from './read'

/** What whoever cannot do it does instead, one to a line: `alone: slow kicks at the wall`. What the library knows by that name is worked. */

export const INSTEAD_WORDS: Record<Instead['if'], string> = {
  alone: 'alone',
  kit: 'no kit',
  room: 'no room',
  home: 'at home',
  ready: 'not ready',
  unsure: 'not sure',
}
const ALL = Object.values(INSTEAD_WORDS).join(', ')
const MOST = 20

/** @param before what stood there: a line that stays keeps its item and version */
export function readInstead(text: string, find: FindItem, before: readonly Instead[] = []): Read<Instead[]> {
  return readLines(text, MOST, (line) => {
    const [, said = '', does = ''] = /^([^:]{1,20}):\s*(.+)$/.exec(line) ?? []
    const [reason] =
      Object.entries(INSTEAD_WORDS).find(([, word]) => word === said.trim().toLowerCase()) ?? []
    if (!reason) return `does not say for whom: begin with ${ALL}, and a colon`
    const had = before.find((one) => one.if === reason && one.do === does)
    const technique = had ? had.technique : find(does, true)?.id
    const read = insteadSchema.safeParse({
      if: reason,
      do: does,
      ...(technique ? { technique } : {}),
      layer: had?.layer ?? 1,
    })
    return read.success ? read.data : `${read.error.issues[0]?.message ?? 'cannot be kept'}`
  })
}

export const writeInstead = (instead: readonly Instead[]): string =>
  instead.map((one) => `${INSTEAD_WORDS[one.if]}: ${one.do}`).join('\n')

/** As it is said to whom it is for: `Alone: slow kicks at the wall`. */
export const insteadSaid = (one: Instead): string => `${capital(INSTEAD_WORDS[one.if])}: ${one.do}`
