import { z } from 'zod'
import { many, oneOf, oneOrTwo, positiveSeconds, record, seconds, text, yesNo } from '../../kernel/fields'
import { SIDES, type Side } from '../spans'
import { counted, shortTime } from '../../kernel/time-text'
import { toMs } from '../../kernel/units'
import type { DoseKind } from './dose'
import {
  eachWay,
  layPieces,
  layTurns,
  piecesMs,
  product,
  timesEachWay,
  turnsLengthMs,
  type Pieces,
  type TurnsShape,
} from './turns'

/** Names for the two roles, shown wherever roles are; they change no figure. */
export const roleNames = () => z.tuple([text(40), text(40)], { error: 'must be two names' })

/** Of one side only, which. */
export const oneSide = () => oneOf(SIDES).optional()

/** Reps on the instructor's count. */
export const countSchema = record({
  kind: oneOf(['count']),
  sets: many().default(1),
  reps: many(),
  tempoSec: positiveSeconds().default(1.5),
  restSec: seconds().default(0),
  sides: oneOrTwo().default(1),
  side: oneSide(),
  roles: oneOrTwo().default(1),
  switchSec: seconds().default(5),
  swapSec: seconds().default(5),
  alternate: yesNo().default(false),
  setupSec: seconds().default(0),
  roleNames: roleNames().optional(),
  /** On the floor the count goes on by the clock, unless it says: by the instructor's word. */
  by: oneOf(['clock', 'word']).optional(),
})
export type CountDose = z.infer<typeof countSchema>

function pieces(dose: CountDose, firstSide: Side): Pieces {
  const repMs = toMs(dose.tempoSec)
  return {
    kind: 'reps',
    times: dose.sets,
    ms: dose.reps * repMs,
    restMs: toMs(dose.restSec),
    restKind: 'rest',
    numbered: 'set',
    count: dose.reps,
    repMs,
    alternate: dose.alternate ? firstSide : undefined,
    word: dose.by === 'word',
  }
}

function shape(dose: CountDose, sets: Pieces): TurnsShape {
  return {
    setupMs: toMs(dose.setupSec),
    sides: dose.sides,
    side: dose.side,
    roles: dose.roles,
    turnMs: piecesMs(sets),
    switchMs: toMs(dose.switchSec),
    swapMs: toMs(dose.swapSec),
  }
}

export const count: DoseKind<CountDose> = {
  lengthMs: (dose, { firstSide }) => turnsLengthMs(shape(dose, pieces(dose, firstSide))),
  short: (dose) =>
    `${product(dose.sets, dose.reps)}${dose.alternate ? ', side to side' : eachWay(dose.sides, dose.roles, dose.side)}, ${dose.by === 'word' ? 'counted by my word' : 'on the count'}`,
  factors: (dose) =>
    `${counted(dose.sets, 'set')} × ${counted(dose.reps, 'rep')}${timesEachWay(dose.sides, dose.roles)} at ${shortTime(toMs(dose.tempoSec))}`,
  paced: () => false,
  calls: ({ sets, reps, sides, roles }) => sides * roles * sets * (reps + 1),
  lay(dose, { firstSide }) {
    const sets = pieces(dose, firstSide)
    return layTurns(shape(dose, sets), firstSide, (turn, out) => layPieces(sets, turn, out))
  },
}
