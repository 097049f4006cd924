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

/** What a group does on its own between two moments of the block, cut out of a stretch that others fill. */
function cut(whole: Stretch, from: number, to: number): Stretch | undefined {
  const ms = to - from
  const only = whole.spans[0]
  if (ms <= 0 || !only) return undefined
  return { ...whole, at: from, ms, spans: [span(only.kind, 0, ms)] }
}

/** What a group does after its own turn: what it was just shown, by itself, until it is done. */
function layThen(block: Block, plan: Plan, turn: Turn, t: number, group: number): Stretch | undefined {
  const { then } = turn.track
  if (!then) return undefined
  // None waits for the slowest of its track: each group's is as long as its own pace makes it.
  const laid = new LaidDose(then, block, plan, [group])
  return { ...stretch(turn.at + turn.laid.ms, laid.ms, laid.called, turn.track, t), isThen: true }
}

/** A group's time after its own turn: it practises what it was taught where the block says so, else it waits as before. */
function afterOwn(block: Block, { track }: Turn, waiting: Stretch): Stretch {
  const { at, ms } = waiting
  if (track.then || block.afterTurn !== 'taught') return waiting
  return stretch(at, ms, [span('holding', 0, ms)], { technique: track.technique, layer: track.layer })
}

/** A group's way through the block: waiting, its own turn, then what comes after that, and waiting again to the end. */
function laneOf(block: Block, turns: Turn[], own: number, group: number, then: Stretch | undefined): Lane {
  const turn = turns[own]!
  const lane: Lane = []
  let busyTo = turn.at + turn.laid.ms
  turns.forEach(({ at, laid, handover, waiting }, t) => {
    if (t === own) {
      if (handover) lane.push(handover)
      lane.push(stretch(at, laid.ms, laid.spansFor(group), turn.track, t))
      if (then) {
        lane.push(then)
        busyTo += then.ms
      }
      return
    }
    const isAfter = t > own
    const waits = isAfter ? afterOwn(block, turn, waiting) : waiting
    for (const one of handover ? [handover, waits] : [waits]) {
      const left = isAfter && one.at < busyTo ? cut(one, busyTo, one.at + one.ms) : one
      if (left) lane.push(left)
    }
  })
  return lane
}

/** Each group is taught in turn, in the order of the tracks, while the others hold; the block lasts until what comes after each turn is done too. */
export const turns: LayMode = (block, plan) => {
  let taughtMs = 0
  const taught = given(block.tracks, 'tracks').map((track, t) => {
    const turn = layTurn(block, plan, track, t, taughtMs)
    taughtMs = turn.at + turn.laid.ms
    return turn
  })
  const thens = new Map<number, Stretch>()
  taught.forEach((turn, t) => {
    for (const g of turn.groups) {
      const then = layThen(block, plan, turn, t, g)
      if (then) thens.set(g, then)
    }
  })
  const ms = [...thens.values()].reduce((most, then) => Math.max(most, then.at + then.ms), taughtMs)
  const lanes: Lane[] = plan.groups.map(() => [])
  taught.forEach((turn, t) => {
    for (const g of turn.groups) {
      const then = thens.get(g)
      const lane = laneOf(block, taught, t, g, then)
      const from = Math.max(taughtMs, then ? then.at + then.ms : 0)
      // The time after the last turn is as another's turn.
      if (ms > from) lane.push(afterOwn(block, turn, waitingStretch(block, from, ms - from)))
      lanes[g] = lane
    }
  })
  return {
    ms,
    lanes: lanes.map((lane) => (lane.length ? lane : idleLane(ms))),
    calls: taught.flatMap(({ track, handover, at, laid }, t) => [
      ...(handover ? [handover] : []),
      stretch(at, laid.ms, laid.called, track, t),
    ]),
  }
}
