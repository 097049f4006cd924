import type { z } from 'zod'
import { eventId, inForce, moment } from '../floor/event'
import { many, oneOf, record, slug, whole } from '../kernel/fields'

/**
 * A drill may ask for a figure of each student, once or each turn, or for who of two won. It is kept as it was entered and shown over time; it is never
 * part of credit.
 */
export const FIGURES_ASKED = ['scored', 'best', 'chain', 'reps', 'won'] as const
export type FigureAsked = (typeof FIGURES_ASKED)[number]

export const MOST_TURNS = 20
/**
 * What a board asks for; `of` is how many tries there are in a turn, where that is known, and of bouts how many are fought at most. `turns` so many figures
 * of each, of which the best counts or all together; `per` a pair, both have the figure that is entered.
 */
export const askSchema = record({
  figure: oneOf(FIGURES_ASKED),
  of: many().optional(),
  turns: whole(1, MOST_TURNS).optional(),
  sum: oneOf(['best', 'total']).optional(),
  per: oneOf(['student', 'pair']).optional(),
})
export type Ask = z.infer<typeof askSchema>

export const FIGURE_WORDS: Record<FigureAsked, { name: string; unit: string }> = {
  scored: { name: 'tries that scored', unit: 'scored' },
  best: { name: 'best of the tries', unit: 'best' },
  chain: { name: 'longest chain', unit: 'in a row' },
  reps: { name: 'repetitions in the time', unit: 'reps' },
  won: { name: 'who of two wins', unit: 'won' },
}

export const MOST_FIGURE = 9999
/** A drill made easier or harder by more steps than this is another drill. */
export const MOST_STEPS = 20

/** One figure as it was entered, or the taking back of one. A later one of the same board, student and turn stands over it. */
export const resultSchema = record({
  id: eventId(),
  kind: oneOf(['figure', 'undo']),
  at: moment(),
  n: whole(0, 4_000_000_000).optional(),
  board: slug().optional(),
  student: eventId().optional(),
  figure: whole(0, MOST_FIGURE).optional(),
  /** Of which turn, from 1; of bouts, of which. */
  turn: whole(1, MOST_TURNS).optional(),
  /** By how many steps the drill was harder than planned; below 0, easier. */
  step: whole(-MOST_STEPS, MOST_STEPS).optional(),
  /** What the board asked for, and the item it works, as they stood when the figure was entered. */
  ask: askSchema.optional(),
  item: slug().optional(),
  undoes: eventId().optional(),
})
export type Result = z.infer<typeof resultSchema>

/** How many figures a board asks of each: turns, or bouts. */
export const turnsOf = ({ figure, of = 3, turns = 1 }: Ask): number =>
  figure === 'won' ? Math.min(of, MOST_TURNS) : turns

/** Whether the figures of several turns are added, or the best stands for all. */
export const isTotal = ({ figure, sum }: Ask): boolean =>
  (sum ?? (figure === 'best' || figure === 'chain' ? 'best' : 'total')) === 'total' || figure === 'won'

/** The figure of somebody who has one of each of these turns. */
export const summed = (ask: Ask, figures: readonly number[]): number =>
  isTotal(ask) ? figures.reduce((sum, one) => sum + one, 0) : Math.max(...figures)

const stepSaid = (step: number): string =>
  step === 0 ? '' : `, ${Math.abs(step)} ${step > 0 ? 'further' : 'nearer'}`

/** `7 of 10 scored`, `23 in a row`, `17 of 30 scored in 3 turns`, `2 of 3 won, 1 further`. */
export function figureSaid(figure: number, ask: Ask, step = 0): string {
  const { figure: asked, of } = ask
  const turns = asked === 'won' ? 1 : turnsOf(ask)
  const out = of === undefined ? '' : ` of ${isTotal(ask) ? of * turns : of}`
  const over = turns === 1 ? '' : isTotal(ask) ? ` in ${turns} turns` : `, best of ${turns} turns`
  return `${figure}${out} ${FIGURE_WORDS[asked].unit}${over}${stepSaid(step)}`
}

/** What stands at one board, by student and turn: the entry that was made last and not taken back. */
export function turnsAt(results: readonly Result[], board: string): Map<string, Map<number, Result>> {
  const standing = new Map<string, Map<number, Result>>()
  for (const result of inForce(results)) {
    const { student, turn = 1 } = result
    if (result.board !== board || !student || result.figure === undefined) continue
    const own = standing.get(student) ?? new Map<number, Result>()
    standing.set(student, own.set(turn, result))
  }
  return standing
}

/** The same of one turn, by student. */
export const standingAt = (results: readonly Result[], board: string, turn = 1): Map<string, Result> =>
  new Map(
    [...turnsAt(results, board)].flatMap(([student, turns]): [string, Result][] => {
      const result = turns.get(turn)
      return result ? [[student, result]] : []
    }),
  )

/** The figures of one board, by student: of all turns together as it asks, or of one. */
export function figuresAt(
  results: readonly Result[],
  board: string,
  ask: Ask,
  turn?: number,
): Map<string, number> {
  return new Map(
    [...turnsAt(results, board)].flatMap(([student, turns]): [string, number][] => {
      const own = [...turns].flatMap(([of, { figure = 0 }]) =>
        turn === undefined || of === turn ? [figure] : [],
      )
      return own.length ? [[student, summed(ask, own)]] : []
    }),
  )
}

/** Who of two has won: more than half of the bouts there are. */
export const winnerOf = (
  pair: readonly string[],
  figures: ReadonlyMap<string, number>,
  ask: Ask,
): string | undefined => pair.find((one) => (figures.get(one) ?? 0) * 2 > turnsOf(ask))
