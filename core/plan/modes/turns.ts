import type { Block, Plan, Track } from '../schema'
import { span } from '../spans'
import { toMs } from '../../kernel/units'
import {
  given,
  groupIndexes,
  idleLane,
  LaidDose,
  stretch,
  type Lane,
  type LayMode,
  type Stretch,
} from './mode'

export const DEFAULT_HANDOVER_SEC = 10

interface Turn {
  track: Track
  groups: number[]
  laid: LaidDose
  at: number
  /** The same for every group that waits or hands over, so laid once. */
  handover: Stretch | undefined
  waiting: Stretch
}

function waitingStretch(block: Block, at: number, ms: number): Stretch {
  const kind = block.holding ? 'holding' : 'idle'
  return stretch(at, ms, [span(kind, 0, ms)], { technique: block.holding?.technique })
}

function layTurn(block: Block, plan: Plan, track: Track, t: number, from: number): Turn {
  const gap = t > 0 ? toMs(block.handoverSec ?? DEFAULT_HANDOVER_SEC) : 0
  const groups = groupIndexes(plan, track.groups)
  const laid = new LaidDose(given(track.dose, 'dose'), block, plan, groups)
  const at = from + gap
  const handover = gap > 0 ? stretch(from, gap, [span('handover', 0, gap)], {}, t) : undefined
  return { track, groups, laid, at, handover, waiting: waitingStretch(block, at, laid.ms) }
}

/** A group's way through the block: waiting, its own turn, then waiting again or practising what it was just taught. */
function laneOf(block: Block, turns: Turn[], own: number, group: number): Lane {
  const lane: Lane = []
  for (let t = 0; t < turns.length; t++) {
    const { track, at, laid, handover, waiting } = turns[t]!
    if (handover) lane.push(handover)
    if (t === own) lane.push(stretch(at, laid.ms, laid.spansFor(group), track, t))
    else if (t > own && block.afterTurn === 'taught') {
      const taught = turns[own]?.track
      const shown = { technique: taught?.technique, layer: taught?.layer }
      lane.push(stretch(at, laid.ms, [span('holding', 0, laid.ms)], shown))
    } else lane.push(waiting)
  }
  return lane
}

/** Each group is taught in turn, in the order of the tracks, while the others hold. */
export const turns: LayMode = (block, plan) => {
  let ms = 0
  const taught = given(block.tracks, 'tracks').map((track, t) => {
    const turn = layTurn(block, plan, track, t, ms)
    ms = turn.at + turn.laid.ms
    return turn
  })
  const lanes: Lane[] = plan.groups.map(() => [])
  taught.forEach((turn, t) => {
    for (const g of turn.groups) lanes[g] = laneOf(block, taught, t, g)
  })
  return {
    ms,
    lanes: lanes.map((lane) => (lane.length ? lane : idleLane(ms))),
    calls: taught.flatMap(({ handover, at, laid }, t) => [
      ...(handover ? [handover] : []),
      stretch(at, laid.ms, laid.called, {}, t),
    ]),
  }
}
