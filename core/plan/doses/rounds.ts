import type { z } from 'zod'
import { list, many, oneOf, oneOrTwo, positiveSeconds, record, seconds, text } from '../../kernel/fields'
import { counted, shortTime } from '../../kernel/time-text'
import { toMs } from '../../kernel/units'
import { oneSide, roleNames } from './count'
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

/** Timed rounds. `switchSec` and `swapSec` are as long as the rest unless given. */
export const roundsSchema = record({
  kind: oneOf(['rounds']),
  rounds: many().default(1),
  workSec: positiveSeconds(),
  restSec: seconds().default(30),
  sides: oneOrTwo().default(1),
  side: oneSide(),
  roles: oneOrTwo().default(1),
  switchSec: seconds().optional(),
  swapSec: seconds().optional(),
  tempoSec: positiveSeconds().optional(),
  focus: list(text(120)).optional(),
  setupSec: seconds().default(0),
  roleNames: roleNames().optional(),
})
export type RoundsDose = z.infer<typeof roundsSchema>

function pieces(dose: RoundsDose): Pieces {
  return {
    kind: 'round',
    times: dose.rounds,
    ms: toMs(dose.workSec),
    restMs: toMs(dose.restSec),
    restKind: 'rest',
    numbered: 'round',
    count: 0,
    repMs: dose.tempoSec === undefined ? 0 : toMs(dose.tempoSec),
    alternate: undefined,
  }
}

function shape(dose: RoundsDose, rounds: Pieces): TurnsShape {
  return {
    setupMs: toMs(dose.setupSec),
    sides: dose.sides,
    side: dose.side,
    roles: dose.roles,
    turnMs: piecesMs(rounds),
    switchMs: dose.switchSec === undefined ? rounds.restMs : toMs(dose.switchSec),
    swapMs: dose.swapSec === undefined ? rounds.restMs : toMs(dose.swapSec),
  }
}

export const rounds: DoseKind<RoundsDose> = {
  lengthMs: (dose) => turnsLengthMs(shape(dose, pieces(dose))),
  short(dose) {
    const between = dose.rounds > 1 ? `, ${shortTime(toMs(dose.restSec))} between` : ''
    const focus = dose.focus?.length ? `: ${dose.focus.join(', ')}` : ''
    return `${product(dose.rounds, shortTime(toMs(dose.workSec)))}${eachWay(dose.sides, dose.roles, dose.side)}${between}${focus}`
  },
  factors: (dose) =>
    `${counted(dose.rounds, 'round')} × ${shortTime(toMs(dose.workSec))}${timesEachWay(dose.sides, dose.roles)}`,
  paced: () => false,
  calls: ({ rounds: times, sides, roles }) => sides * roles * times * CALLS_OF_TIMED,
  lay(dose, { firstSide }) {
    const work = pieces(dose)
    return layTurns(shape(dose, work), firstSide, (turn, out) => layPieces(work, turn, out))
  },
}
