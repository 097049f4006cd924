import type { z } from 'zod'
import { list, many, oneOf, record, seconds, MOST_PARTS } from '../../kernel/fields'
import { stageSchemaOf } from '../places'
import { span, type Span } from '../spans'
import { counted } from '../../kernel/time-text'
import { toMs } from '../../kernel/units'
import type { DoseKind, DoseSetting } from './dose'
import { inStage, layStage, type StageOf } from './stages'

/** A routine's schema over the doses an entry may hold (any but ladder and routine). */
export function routineSchemaOf<S extends z.ZodType>(entryDose: S) {
  return record({
    kind: oneOf(['routine']),
    entries: list(stageSchemaOf(entryDose), 1, MOST_PARTS),
    gapSec: seconds().default(0),
    laps: many().default(1),
    lapRestSec: seconds().default(0),
    setupSec: seconds().default(0),
  })
}

interface Routine<D> {
  kind: 'routine'
  entries: StageOf<D>[]
  gapSec: number
  laps: number
  lapRestSec: number
  setupSec: number
}

/**
 * Many small exercises one after the other, once or several times through:
 * `setup + laps·(Σ entries + (n−1)·gap) + (laps−1)·lapRest`. Gaps and lap rests are rest, and called with the entry they lead to.
 */
export function routineOf<D>(entryKind: (dose: D) => DoseKind<D>): DoseKind<Routine<D>> {
  const lapMs = (routine: Routine<D>, setting: DoseSetting) =>
    routine.entries.reduce((sum, { dose }) => sum + entryKind(dose).lengthMs(dose, setting), 0) +
    (routine.entries.length - 1) * toMs(routine.gapSec)
  const inLaps = (laps: number) => (laps > 1 ? `, ${laps} times through` : '')
  return {
    lengthMs: (routine, setting) =>
      toMs(routine.setupSec) +
      routine.laps * lapMs(routine, setting) +
      (routine.laps - 1) * toMs(routine.lapRestSec),
    short: ({ entries, laps }) =>
      `${entries.length === 1 ? 'one exercise' : `${entries.length} exercises`}${inLaps(laps)}`,
    factors: ({ entries, laps }) =>
      `${counted(entries.length, 'exercise')} in a row${laps > 1 ? ` × ${counted(laps, 'lap')}` : ''}`,
    calls: ({ entries, laps }) =>
      laps * entries.reduce((sum, { dose }) => sum + 1 + entryKind(dose).calls(dose), 0),
    paced: ({ entries }) => entries.some(({ dose }) => entryKind(dose).paced(dose)),
    lay(routine, setting) {
      const out: Span[] = []
      let at = toMs(routine.setupSec)
      if (at > 0) out.push(span('setup', 0, at))
      for (let n = 1; n <= routine.laps; n++)
        routine.entries.forEach((entry, index) => {
          const place = { index, lap: routine.laps > 1 ? n : undefined }
          const restMs = toMs(index > 0 ? routine.gapSec : n > 1 ? routine.lapRestSec : 0)
          if (restMs > 0) out.push(inStage(span('rest', at, restMs), place))
          at = layStage(entry, { ...place, at: at + restMs }, entryKind(entry.dose), setting, out)
        })
      return out
    },
  }
}
