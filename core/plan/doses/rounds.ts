import type { z } from 'zod'
import {
  layerNumber,
  list,
  many,
  oneOf,
  oneOrTwo,
  positiveSeconds,
  record,
  seconds,
  text,
} from '../../kernel/fields'
import { counted, shortTime } from '../../kernel/time-text'
import { toMs } from '../../kernel/units'
import { oneSide, roleNames } from './count'
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
  by: by(),
  sidesBy: sidesBy(),
  /** The layer of each round, whatever the place's. */
  roundLayers: list(layerNumber()).optional(),
  marks: marks(),
})
export type RoundsDose = z.infer<typeof roundsSchema>

/** So many rounds, each at its layer where they rise: the last goes on where there are more. */
export function withRounds(dose: RoundsDose, rounds: number): RoundsDose {
  const { roundLayers } = dose
  if (!roundLayers) return { ...dose, rounds }
  const last = roundLayers.at(-1) ?? 1
  return { ...dose, rounds, roundLayers: Array.from({ length: rounds }, (_, r) => roundLayers[r] ?? last) }
}

/** Sides that change in every round change in five seconds unless it says otherwise. */
const SWITCH_IN_ROUND_MS = 5000

function shape(dose: RoundsDose): TurnsShape {
  const restMs = toMs(dose.restSec)
  const bySet = dose.sidesBy === 'set'
  const unless = (sec: number | undefined, ms: number) => (sec === undefined ? ms : toMs(sec))
  return {
    pieces: {
      kind: 'round',
      times: dose.rounds,
      ms: toMs(dose.workSec),
      restMs,
      restKind: 'rest',
      numbered: 'round',
      count: 0,
      repMs: dose.tempoSec === undefined ? 0 : toMs(dose.tempoSec),
      alternate: undefined,
      layers: dose.roundLayers,
      marks: dose.marks,
      word: dose.by === 'word',
    },
    setupMs: toMs(dose.setupSec),
    sides: dose.sides,
    side: dose.side,
    sidesBy: dose.sidesBy,
    roles: dose.roles,
    switchMs: unless(dose.switchSec, bySet ? SWITCH_IN_ROUND_MS : restMs),
    swapMs: unless(dose.swapSec, restMs),
  }
}

export const rounds: DoseKind<RoundsDose> = {
  lengthMs: (dose) => turnsLengthMs(shape(dose)),
  short(dose) {
    const between = dose.rounds > 1 ? `, ${shortTime(toMs(dose.restSec))} between` : ''
    const focus = dose.focus?.length ? `: ${dose.focus.join(', ')}` : ''
    return `${product(dose.rounds, shortTime(toMs(dose.workSec)))}${eachWay(dose.sides, dose.roles, dose.side)}${bySets(dose.sidesBy)}${between}${focus}`
  },
  factors: (dose) =>
    `${counted(dose.rounds, 'round')} × ${shortTime(toMs(dose.workSec))}${timesEachWay(dose.sides, dose.roles)}`,
  paced: () => false,
  calls: ({ rounds: times, sides, roles, marks: called }) => sides * roles * times * callsOfTimed(called),
  lay: (dose, { firstSide }) => layTurns(shape(dose), firstSide),
}
