import { chanceOf } from '../kernel/chance'
import { toMs } from '../kernel/units'
import { merged, type Interval } from '../people/intervals'
import type { Block } from '../plan/schema'
import { keptWith } from '../kernel/kept-with'
import type { PlacedBlock } from '../plan/timeline'
import { another } from './call-mode'
import { calledIn, isPiece } from './segment'

/**
 * The calls of a board: they begin with its work and end with it, at moments nobody can foresee. The same seed gives the same calls on
 * every screen, and to the record.
 */

export type BoardCalls = NonNullable<Block['calls']>
export type Called = BoardCalls['list'][number]

export interface BoardCall {
  /** Ms into the board. */
  at: number
  says: Called
  /** Looks like a call, and nobody is to move. */
  isFeint: boolean
}

/** The stretches of a board in which the class works, ms into it. */
const workOf = (placed: PlacedBlock): Interval[] =>
  merged(
    calledIn(placed)
      .filter(({ span }) => isPiece(span))
      .map(({ span, at }) => [at, at + span.ms]),
  )

/**
 * All calls of a board in order of time; none where it has no calls. From one to the next it is at least and at most as long as `everySec` says;
 * the most comes down to `tightenTo` by the end.
 */
export const callsOfBoard = keptWith((placed: PlacedBlock): BoardCall[] => {
  const { calls } = placed.block
  if (!calls) return []
  const next = chanceOf(calls.seed)
  const [least, most] = [toMs(calls.everySec[0]), toMs(calls.everySec[1])]
  const tight = calls.tightenTo === undefined ? most : Math.max(least, Math.min(most, toMs(calls.tightenTo)))
  const work = workOf(placed)
  const end = work.at(-1)?.[1] ?? 0
  const out: BoardCall[] = []
  let which = -1
  const wait = (at: number) => {
    const longest = most + ((tight - most) * at) / Math.max(1, end)
    return Math.max(1, Math.round(least + (longest - least) * next()))
  }
  for (const [from, to] of work)
    for (let at = from + wait(from); at < to; at += wait(at)) {
      which =
        calls.order === 'given' ? (which + 1) % calls.list.length : another(calls.list.length, which, next)
      const says = calls.list[which]
      if (says) out.push({ at, says, isFeint: next() < calls.feints })
    }
  return out
})

/** What was called to somebody who was there in these stretches of the plan, and is an item: as an attendance file has it. */
export function calledTo(blocks: readonly PlacedBlock[], there: readonly Interval[]) {
  const sums = new Map<
    string,
    { block: string; technique: string; layer: number; n: number; side?: 'R' | 'L' }
  >()
  for (const placed of blocks)
    for (const { at, says, isFeint } of callsOfBoard(placed)) {
      const { technique, layer, side } = says
      const when = placed.at + at
      const times = technique ? there.filter(([from, to]) => from <= when && when < to).length : 0
      if (!technique || isFeint || times === 0) continue
      const key = [placed.block.id, technique, layer, side ?? ''].join('\n')
      const sum = sums.get(key) ?? {
        block: placed.block.id,
        technique,
        layer,
        n: 0,
        ...(side ? { side } : {}),
      }
      sums.set(key, { ...sum, n: sum.n + times })
    }
  return [...sums.values()]
}
