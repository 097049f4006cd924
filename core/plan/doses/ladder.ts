import type { z } from 'zod'
import { list, oneOf, record, seconds, MOST_PARTS } from '../../kernel/fields'
import { stageSchemaOf } from '../places'
import { span, type Span } from '../spans'
import { counted } from '../../kernel/time-text'
import { toMs } from '../../kernel/units'
import type { DoseKind } from './dose'
import { inStage, layStage, type StageOf } from './stages'

/** A ladder's schema over the doses a stage may hold (any but ladder and routine). */
export function ladderSchemaOf<S extends z.ZodType>(stageDose: S) {
  return record({
    kind: oneOf(['ladder']),
    stages: list(stageSchemaOf(stageDose), 1, MOST_PARTS),
    bridgeSec: seconds().default(15),
    setupSec: seconds().default(0),
  })
}

interface Ladder<D> {
  kind: 'ladder'
  stages: StageOf<D>[]
  bridgeSec: number
  setupSec: number
}

/** Stages that build on one another: `setup + every stage's whole length + bridge between stages`. */
export function ladderOf<D>(stageKind: (dose: D) => DoseKind<D>): DoseKind<Ladder<D>> {
  return {
    lengthMs: (ladder, setting) =>
      toMs(ladder.setupSec) +
      ladder.stages.reduce((sum, { dose }) => sum + stageKind(dose).lengthMs(dose, setting), 0) +
      (ladder.stages.length - 1) * toMs(ladder.bridgeSec),
    short: (ladder) => counted(ladder.stages.length, 'stage'),
    factors: (ladder) => `${counted(ladder.stages.length, 'stage')}, one on the other`,
    calls: (ladder) => ladder.stages.reduce((sum, { dose }) => sum + 1 + stageKind(dose).calls(dose), 0),
    paced: (ladder) => ladder.stages.some(({ dose }) => stageKind(dose).paced(dose)),
    lay(ladder, setting) {
      const out: Span[] = []
      const bridgeMs = toMs(ladder.bridgeSec)
      let at = toMs(ladder.setupSec)
      if (at > 0) out.push(span('setup', 0, at))
      ladder.stages.forEach((stage, index) => {
        const place = { index, lap: undefined }
        if (index > 0) {
          if (bridgeMs > 0) out.push(inStage(span('bridge', at, bridgeMs), place))
          at += bridgeMs
        }
        at = layStage(stage, { ...place, at }, stageKind(stage.dose), setting, out)
      })
      return out
    },
  }
}
