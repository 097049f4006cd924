import type { z } from 'zod'
import { eventId, inForce, moment } from '../floor/event'
import { many, oneOf, record, slug, whole } from '../kernel/fields'

/**
 * A drill may ask for one figure of each student. It is kept as it was entered and shown over time; it is never part of credit.
 */
export const FIGURES_ASKED = ['scored', 'best', 'chain', 'reps'] as const
export type FigureAsked = (typeof FIGURES_ASKED)[number]

/** What a board asks for; `of` is how many tries there are, where that is known. */
export const askSchema = record({ figure: oneOf(FIGURES_ASKED), of: many().optional() })
export type Ask = z.infer<typeof askSchema>

export const FIGURE_WORDS: Record<FigureAsked, { name: string; unit: string }> = {
  scored: { name: 'tries that scored', unit: 'scored' },
  best: { name: 'best of the tries', unit: 'best' },
  chain: { name: 'longest chain', unit: 'in a row' },
  reps: { name: 'repetitions in the time', unit: 'reps' },
}

export const MOST_FIGURE = 9999

/** One figure as it was entered, or the taking back of one. A later one of the same board and student stands over it. */
export const resultSchema = record({
  id: eventId(),
  kind: oneOf(['figure', 'undo']),
  at: moment(),
  n: whole(0, 4_000_000_000).optional(),
  board: slug().optional(),
  student: eventId().optional(),
  figure: whole(0, MOST_FIGURE).optional(),
  /** What the board asked for, and the item it works, as they stood when the figure was entered. */
  ask: askSchema.optional(),
  item: slug().optional(),
  undoes: eventId().optional(),
})
export type Result = z.infer<typeof resultSchema>

/** `7 of 10 scored`, `23 in a row`. */
export function figureSaid(figure: number, { figure: asked, of }: Ask): string {
  return `${figure}${of === undefined ? '' : ` of ${of}`} ${FIGURE_WORDS[asked].unit}`
}

/** What stands at one board, by student: the entry that was made last and not taken back. */
export function standingAt(results: readonly Result[], board: string): Map<string, Result> {
  const standing = new Map<string, Result>()
  for (const result of inForce(results))
    if (result.board === board && result.student && result.figure !== undefined)
      standing.set(result.student, result)
  return standing
}

/** The figures of one board that stand, by student. */
export const figuresAt = (results: readonly Result[], board: string): Map<string, number> =>
  new Map([...standingAt(results, board)].map(([student, { figure = 0 }]) => [student, figure]))
