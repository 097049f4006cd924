import type { z } from 'zod'
import { layerNumber, list, oneOf, record, seconds, text, MOST_PARTS } from '../../kernel/fields'
import { span, type Span } from '../spans'
import { counted } from '../../kernel/time-text'
import { toMs } from '../../kernel/units'
import type { DoseKind, DoseSetting } from './dose'

/** A ladder's schema over the doses a stage may hold (any but a ladder). */
export function ladderSchemaOf<S extends z.ZodType>(stageDose: S) {
  return record({
    kind: oneOf(['ladder']),
    stages: list(
      record({ title: text(200), layer: layerNumber().optional(), dose: stageDose }),
      1,
      MOST_PARTS,
    ),
    bridgeSec: seconds().default(15),
    setupSec: seconds().default(0),
  })
}

interface Ladder<D> {
  kind: 'ladder'
  stages: { title: string; layer?: number | undefined; dose: D }[]
  bridgeSec: number
  setupSec: number
}

function inStage(stage: number, s: Span): Span {
  s.stage = stage
  return s
}

/** Stages that build on one another: `setup + every stage's whole length + bridge between stages`. */
export function ladderOf<D>(stageKind: (dose: D) => DoseKind<D>): DoseKind<Ladder<D>> {
  const stageMs = (dose: D, setting: DoseSetting) => stageKind(dose).lengthMs(dose, setting)
  return {
    lengthMs: (ladder, setting) =>
      toMs(ladder.setupSec) +
      ladder.stages.reduce((sum, stage) => sum + stageMs(stage.dose, setting), 0) +
      (ladder.stages.length - 1) * toMs(ladder.bridgeSec),
    short: (ladder) => counted(ladder.stages.length, 'stage'),
    factors: (ladder) => `${counted(ladder.stages.length, 'stage')}, one on the other`,
    calls: (ladder) =>
      ladder.stages.reduce((sum, stage) => sum + 1 + stageKind(stage.dose).calls(stage.dose), 0),
    paced: (ladder) => ladder.stages.some((stage) => stageKind(stage.dose).paced(stage.dose)),
    lay(ladder, setting) {
      const out: Span[] = []
      const bridgeMs = toMs(ladder.bridgeSec)
      let at = toMs(ladder.setupSec)
      if (at > 0) out.push(span('setup', 0, at))
      ladder.stages.forEach((stage, index) => {
        if (index > 0) {
          if (bridgeMs > 0) out.push(inStage(index, span('bridge', at, bridgeMs)))
          at += bridgeMs
        }
        const end = at + stageMs(stage.dose, setting)
        let reached = at
        for (const s of stageKind(stage.dose).lay(stage.dose, setting)) {
          s.at += at
          s.stage = index
          s.layer = stage.layer
          reached = s.at + s.ms
          out.push(s)
        }
        if (reached < end) out.push(inStage(index, span('idle', reached, end - reached)))
        at = end
      })
      return out
    },
  }
}
