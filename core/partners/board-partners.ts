import { z } from 'zod'
import { list, oneOf, record, slug, whole, yesNo } from '../kernel/fields'
import { SCHOOLS } from './roster-file'

/** Who works with whom at a board of a class, as it was settled and is kept. */

/** Rounds with a change of partners that are planned at once. */
export const MOST_ROUNDS = 20

const student = () => slug()
const group = () => list(student(), 2, 3)

export const boardPartnersSchema = record({
  school: oneOf(SCHOOLS),
  contact: yesNo(),
  /** The groups of each round, the first of which the pins are of. */
  rounds: list(
    record({
      groups: list(group(), 0, 100),
      left: list(record({ id: student(), why: z.string() }), 0, 200),
      cost: z.number(),
    }),
    1,
    MOST_ROUNDS,
  ),
  pins: list(group(), 0, 100).default([]),
  /** Pairs that were shown and are not wanted again. */
  shown: list(group(), 0, 1000).default([]),
  /** Pairs who meet again, because no other way was found. */
  again: list(list(student(), 2, 2), 0, 1000).default([]),
})
export type BoardPartners = z.infer<typeof boardPartnersSchema>

/** What is asked for a board: how many rounds, by which school, with what held and what not wanted. */
export const partnersAskedSchema = record({
  /** The version it was made from; 0: none yet. */
  base: whole(0, 1_000_000_000),
  school: oneOf(SCHOOLS),
  rounds: whole(1, MOST_ROUNDS).default(1),
  pins: list(group(), 0, 100).default([]),
  /** `best`: the best there is; `next`: one that repeats none that were shown; `fit`: as few changes as can be. */
  way: oneOf(['best', 'next', 'fit']).default('best'),
})
export type PartnersAsked = z.infer<typeof partnersAskedSchema>
