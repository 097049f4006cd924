import { z } from 'zod'
import {
  many,
  oneOf,
  oneOrTwo,
  positiveSeconds,
  record,
  seconds,
  text,
  whole,
  yesNo,
} from '../../kernel/fields'
import { SIDES, type Side } from '../spans'
import { counted, shortTime } from '../../kernel/time-text'
import { toMs } from '../../kernel/units'
import type { DoseKind } from './dose'
import {
  by,
  bySets,
  eachWay,
  finish,
  layTurns,
  product,
  sidesBy,
  timesEachWay,
  turnsLengthMs,
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
  by: by(),
  /** Both sides in a turn each, unless it says: in every set. */
  sidesBy: sidesBy(),
  /** Partners trade every so many reps instead of once a turn. */
  exchange: whole(1, 99).optional(),
  /** The links of a rep are called from the last to the first. */
  reversed: yesNo().optional(),
  finish: finish(),
})
export type CountDose = z.infer<typeof countSchema>

function shape(dose: CountDose, firstSide: Side): TurnsShape {
  const repMs = toMs(dose.tempoSec)
  const { exchange } = dose
  return {
    pieces: {
      kind: 'reps',
      times: dose.sets,
      ms: (exchange === undefined ? 1 : 2) * dose.reps * repMs,
      restMs: toMs(dose.restSec),
      restKind: 'rest',
      numbered: 'set',
      count: dose.reps,
      repMs,
      alternate: dose.alternate ? firstSide : undefined,
      word: dose.by === 'word',
      reversed: dose.reversed,
      exchange,
    },
    setupMs: toMs(dose.setupSec),
    sides: dose.sides,
    side: dose.side,
    sidesBy: dose.sidesBy,
    // Who trade within a set take no turns.
    roles: exchange === undefined ? dose.roles : 1,
    switchMs: toMs(dose.switchSec),
    swapMs: toMs(dose.swapSec),
  }
}

/** Who does what when: both roles in turn, or turn about. */
const inRoles = ({ exchange, roles }: CountDose): 1 | 2 => (exchange === undefined ? roles : 1)
const turnAbout = ({ exchange }: CountDose): string =>
  exchange === undefined ? '' : exchange === 1 ? ', turn about' : `, turn about every ${exchange}`

export const count: DoseKind<CountDose> = {
  lengthMs: (dose, { firstSide }) => turnsLengthMs(shape(dose, firstSide)),
  short: (dose) =>
    `${product(dose.sets, dose.reps)}${dose.alternate ? ', side to side' : eachWay(dose.sides, inRoles(dose), dose.side)}${bySets(dose.sidesBy)}${turnAbout(dose)}, ${dose.by === 'word' ? 'counted by my word' : 'on the count'}`,
  factors: (dose) =>
    `${counted(dose.sets, 'set')} × ${counted(dose.reps, 'rep')}${timesEachWay(dose.sides, dose.roles)} at ${shortTime(toMs(dose.tempoSec))}`,
  paced: () => false,
  calls: ({ sets, reps, sides, roles }) => sides * roles * sets * (reps + 1),
  lay: (dose, { firstSide }) => layTurns(shape(dose, firstSide), firstSide),
}
