import type { z } from 'zod'
import { many, oneOf, oneOrTwo, positiveSeconds, record, seconds } from '../../kernel/fields'
import { counted, shortTime } from '../../kernel/time-text'
import { toMs } from '../../kernel/units'
import { oneSide } from './count'
import type { DoseKind } from './dose'
import {
  CALLS_OF_TIMED,
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

/** Static holds; one hold counts as one rep. */
export const holdSchema = record({
  kind: oneOf(['hold']),
  sets: many().default(1),
  holdSec: positiveSeconds(),
  restSec: seconds().default(10),
  sides: oneOrTwo().default(1),
  side: oneSide(),
  switchSec: seconds().default(5),
  setupSec: seconds().default(0),
})
export type HoldDose = z.infer<typeof holdSchema>

function pieces(dose: HoldDose): Pieces {
  return {
    kind: 'hold',
    times: dose.sets,
    ms: toMs(dose.holdSec),
    restMs: toMs(dose.restSec),
    restKind: 'rest',
    numbered: 'set',
    count: 0,
    repMs: 0,
    alternate: undefined,
  }
}

function shape(dose: HoldDose, holds: Pieces): TurnsShape {
  return {
    setupMs: toMs(dose.setupSec),
    sides: dose.sides,
    side: dose.side,
    roles: 1,
    turnMs: piecesMs(holds),
    switchMs: toMs(dose.switchSec),
    swapMs: 0,
  }
}

export const hold: DoseKind<HoldDose> = {
  lengthMs: (dose) => turnsLengthMs(shape(dose, pieces(dose))),
  short: (dose) =>
    `${product(dose.sets, shortTime(toMs(dose.holdSec)))} held${eachWay(dose.sides, 1, dose.side)}`,
  factors: (dose) =>
    `${counted(dose.sets, 'hold')} × ${shortTime(toMs(dose.holdSec))}${timesEachWay(dose.sides, 1)}`,
  paced: () => false,
  calls: ({ sets, sides }) => sides * sets * CALLS_OF_TIMED,
  lay(dose, { firstSide }) {
    const holds = pieces(dose)
    return layTurns(shape(dose, holds), firstSide, (turn, out) => layPieces(holds, turn, out))
  },
}
