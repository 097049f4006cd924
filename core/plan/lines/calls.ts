import type { FindItem } from '../../curriculum/said-line'
import type { Block } from '../schema'
import { MOST_SAID } from '../places'
import { readLines, type Read } from './read'

/**
 * What a board calls, one to a line, after an arrow its answer, and a side at the end of the call: `front kick left → step back`. A call whose
 * name the library knows is worked and credited.
 */

type Call = NonNullable<Block['calls']>['list'][number]
const MOST_CALLS = 60
const SIDES = { left: 'L', right: 'R' } as const

/** @param before the calls that stood there: one whose name stays keeps its item and version */
export function readCalls(text: string, find: FindItem, before: readonly Call[] = []): Read<Call[]> {
  return readLines(text, MOST_CALLS, (line) => {
    const [called = '', answer] = line.split(/\s*(?:→|->|=>)\s*/)
    const [, say = called, side] = /^(.+?)\s+(left|right)$/i.exec(called) ?? []
    if (!say) return 'calls nothing: write the call before the arrow'
    if (say.length > MOST_SAID || (answer?.length ?? 0) > MOST_SAID)
      return `is too long to be called: ${MOST_SAID} letters at most`
    const had = before.find((one) => one.say.toLowerCase() === say.toLowerCase())
    const technique = had ? had.technique : find(say, true)?.id
    return {
      say,
      ...(answer ? { answer } : {}),
      ...(technique ? { technique } : {}),
      layer: had?.layer ?? 1,
      ...(side ? { side: SIDES[side.toLowerCase() as keyof typeof SIDES] } : {}),
    }
  })
}

export const writeCalls = (calls: readonly Call[]): string =>
  calls
    .map(
      ({ say, answer, side }) =>
        `${say}${side ? (side === 'L' ? ' left' : ' right') : ''}${answer ? ` → ${answer}` : ''}`,
    )
    .join('\n')
