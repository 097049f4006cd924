import { saysItsOwn, type CombinationPart, type Instead, type Link, type Receives } from '../places'
import { span, type Span } from '../spans'
import type { DoseKind, DoseSetting } from './dose'

/** A stage of a ladder, or an entry of a routine. */
export interface StageOf<D> {
  title: string
  technique?: string | undefined
  layer?: number | undefined
  receives?: Receives | undefined
  parts?: CombinationPart[] | undefined
  links?: Link[] | undefined
  instead?: Instead[] | undefined
  dose: D
}

/** Where a stage lies: its index and, in a routine gone through more than once, the lap. */
interface StageAt {
  index: number
  lap: number | undefined
  at: number
}

export function inStage(s: Span, { index, lap }: Pick<StageAt, 'index' | 'lap'>): Span {
  s.stage = index
  s.lap = lap
  return s
}

/**
 * Lays one stage and says where it ends: with the slowest group's work. A group that is done before is idle until then.
 */
export function layStage<D>(
  stage: StageOf<D>,
  { index, lap, at }: StageAt,
  kind: DoseKind<D>,
  setting: DoseSetting,
  out: Span[],
): number {
  const end = at + kind.lengthMs(stage.dose, setting)
  const place = saysItsOwn(stage) ? stage : undefined
  let reached = at
  for (const s of kind.lay(stage.dose, setting)) {
    s.at += at
    s.place = place
    reached = s.at + s.ms
    out.push(inStage(s, { index, lap }))
  }
  if (reached < end) out.push(inStage(span('idle', reached, end - reached), { index, lap }))
  return end
}
