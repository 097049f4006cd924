import type { z } from 'zod'
import { many, oneOf, oneOrTwo, positiveSeconds, record, seconds } from '../../kernel/fields'
import { counted, shortTime } from '../../kernel/time-text'
import { toMs } from '../../kernel/units'
import { oneSide } from './count'
import type { DoseKind } from './dose'
import {
  by,
  bySets,
  callsOfTimed,
  eachWay,
  layTurns,
  marks,
  product,
  sidesBy,
  timesEachWay,
  turnsLengthMs,
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
  by: by(),
  sidesBy: sidesBy(),
  marks: marks(),
})
export type HoldDose = z.infer<typeof holdSchema>

function shape(dose: HoldDose): TurnsShape {
  return {
    pieces: {
      kind: 'hold',
      times: dose.sets,
      ms: toMs(dose.holdSec),
      restMs: toMs(dose.restSec),
      restKind: 'rest',
      numbered: 'set',
      count: 0,
      repMs: 0,
      alternate: undefined,
      marks: dose.marks,
      word: dose.by === 'word',
    },
    setupMs: toMs(dose.setupSec),
    sides: dose.sides,
    side: dose.side,
    sidesBy: dose.sidesBy,
    roles: 1,
    switchMs: toMs(dose.switchSec),
    swapMs: 0,
  }
}

export const hold: DoseKind<HoldDose> = {
  lengthMs: (dose) => turnsLengthMs(shape(dose)),
  short: (dose) =>
    `${product(dose.sets, shortTime(toMs(dose.holdSec)))} held${eachWay(dose.sides, 1, dose.side)}${bySets(dose.sidesBy)}`,
  factors: (dose) =>
    `${counted(dose.sets, 'hold')} × ${shortTime(toMs(dose.holdSec))}${timesEachWay(dose.sides, 1)}`,
  paced: () => false,
  calls: ({ sets, sides, marks: called }) => sides * sets * callsOfTimed(called),
  lay: (dose, { firstSide }) => layTurns(shape(dose), firstSide),
}
