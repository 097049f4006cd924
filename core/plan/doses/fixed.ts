import type { z } from 'zod'
import { oneOf, record, seconds, yesNo } from '../../kernel/fields'
import { span } from '../spans'
import { shortTime } from '../../kernel/time-text'
import { toMs } from '../../kernel/units'
import type { DoseKind } from './dose'
import { marks } from './turns'

/** A fixed time: talk, water, ritual, a game. */
export const fixedSchema = record({
  kind: oneOf(['fixed']),
  sec: seconds(),
  active: yesNo().optional(),
  marks: marks(),
})
export type FixedDose = z.infer<typeof fixedSchema>

export const fixed: DoseKind<FixedDose> = {
  lengthMs: (dose) => toMs(dose.sec),
  short: () => '',
  factors: (dose) => `${shortTime(toMs(dose.sec))}, fixed`,
  paced: () => false,
  calls: (dose) => 1 + (dose.marks?.length ?? 0),
  lay(dose, { activePhase }) {
    const active = dose.active ?? activePhase
    const time = span(active ? 'active' : 'talk', 0, toMs(dose.sec))
    time.begins = active
    time.marks = dose.marks
    return [time]
  },
}
