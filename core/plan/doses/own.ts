import type { z } from 'zod'
import { many, oneOf, oneOrTwo, positiveSeconds, record, seconds, yesNo } from '../../kernel/fields'
import { span, type Side, type Span } from '../spans'
import { counted, shortTime } from '../../kernel/time-text'
import { scaleMs, toMs } from '../../kernel/units'
import { oneSide, roleNames } from './count'
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

/** Reps at each student's own pace, at most `capSec` from the start of the dose. */
export const ownSchema = record({
  kind: oneOf(['own']),
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
  capSec: positiveSeconds().optional(),
  setupSec: seconds().default(0),
  roleNames: roleNames().optional(),
  by: by(),
  sidesBy: sidesBy(),
  finish: finish(),
})
export type OwnDose = z.infer<typeof ownSchema>

/** One rep takes `round(tempoMs · pace)` ms for a group. */
function shape(dose: OwnDose, pace: number, firstSide: Side): TurnsShape {
  const repMs = scaleMs(toMs(dose.tempoSec), pace)
  return {
    pieces: {
      kind: 'paced',
      times: dose.sets,
      ms: dose.reps * repMs,
      restMs: toMs(dose.restSec),
      restKind: 'breather',
      numbered: 'set',
      count: dose.reps,
      repMs,
      alternate: dose.alternate ? firstSide : undefined,
      word: dose.by === 'word',
    },
    setupMs: toMs(dose.setupSec),
    sides: dose.sides,
    side: dose.side,
    sidesBy: dose.sidesBy,
    roles: dose.roles,
    switchMs: toMs(dose.switchSec),
    swapMs: toMs(dose.swapSec),
  }
}

const capMs = (dose: OwnDose) => (dose.capSec === undefined ? Infinity : toMs(dose.capSec))

/** What is left of the spans when the cap falls; a rep that the cap cuts is work, but no rep. */
function cutAt(spans: Span[], endMs: number): Span[] {
  const kept = spans.filter((s) => s.at < endMs)
  for (const s of kept) {
    if (s.at + s.ms <= endMs) continue
    s.ms = endMs - s.at
    if (s.repMs > 0) s.count = Math.floor(s.ms / s.repMs)
  }
  return kept
}

export const own: DoseKind<OwnDose> = {
  lengthMs: (dose, { slowest, firstSide }) =>
    Math.min(turnsLengthMs(shape(dose, slowest, firstSide)), capMs(dose)),
  short: (dose) =>
    `${product(dose.sets, dose.reps)}${dose.alternate ? ', side to side' : eachWay(dose.sides, dose.roles, dose.side)}${bySets(dose.sidesBy)}, own pace`,
  factors: (dose) =>
    `${counted(dose.sets, 'set')} × ${counted(dose.reps, 'rep')}${timesEachWay(dose.sides, dose.roles)} at about ${shortTime(toMs(dose.tempoSec))}`,
  paced: () => true,
  calls: ({ sets, sides, roles }) => sides * roles * sets * 2,
  lay(dose, { firstSide, pace }) {
    const turns = shape(dose, pace, firstSide)
    const end = Math.min(turnsLengthMs(turns), capMs(dose))
    const spans = cutAt(layTurns(turns, firstSide), end)
    spans.push(span('stop', end, 0))
    return spans
  },
}
