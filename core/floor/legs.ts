import type { Timeline } from '../plan/timeline'
import type { Segment } from './segment'

/**
 * A stretch in which the class ran: wall time from–to stood beside the plan's time `planFrom`–`planTo`. On the clock both are as long;
 * a rep called by word is whole however soon the next is called.
 */
export interface Leg {
  from: number
  to: number
  planFrom: number
  planTo: number
  /** A rep called by word: it is the rep of whoever was there when it was called. */
  called?: true
  /** It is not a rep's end: a link before its last, a move of a form, the rest of what the word ended. */
  part?: true
}

/** A leg as it is kept while the plan may still bend: by its board, ms into it or into the transition that leads to it. */
interface BoardLeg extends Leg {
  board: string
  leading: boolean
  /** Groups that lived through this stretch in another board. */
  not?: readonly string[]
  /** The one group that lived through it in this board, while the clock ran in another. */
  only?: string
}

/** The legs of a class while it runs. */
export class Legs {
  private legs: BoardLeg[] = []

  copy(): Legs {
    const copy = new Legs()
    copy.legs = this.legs.map((leg) => ({ ...leg }))
    return copy
  }

  /** Whether anything of a board was worked. */
  isLived(board: string): boolean {
    return this.legs.some((leg) => leg.board === board && !leg.leading)
  }

  /**
   * The class runs on the clock.
   *
   * @param at ms since 1970
   * @param position ms of the plan
   */
  run({ placed, from }: Segment, at: number, position: number, ms: number): void {
    const leading = position < placed.at
    const planFrom = position - (leading ? from : placed.at)
    const last = this.legs.at(-1)
    const follows =
      last &&
      !last.called &&
      !last.not &&
      !last.only &&
      last.to === at &&
      last.board === placed.block.id &&
      last.leading === leading &&
      last.planTo === planFrom
    if (follows) {
      last.to += ms
      last.planTo += ms
      return
    }
    const [board, to, planTo] = [placed.block.id, at + ms, planFrom + ms]
    this.legs.push({ board, leading, from: at, to, planFrom, planTo })
  }

  /** A rep is called, or (`part`) some of it, of `ms` from `planFrom` into the board. */
  call(board: string, at: number, planFrom: number, ms: number, part = false): void {
    const planTo = planFrom + ms
    const leg: BoardLeg = { board, leading: false, from: at, to: at, planFrom, planTo, called: true }
    this.legs.push(part ? { ...leg, part } : leg)
  }

  /** The rep that was called last goes on until now. */
  holdCalled(now: number): boolean {
    const last = this.legs.at(-1)
    if (!last?.called) return false
    last.to = now
    return true
  }

  /** The rep that was called last was none. */
  takeBack(): void {
    this.legs.pop()
  }

  /**
   * The board is changed in the middle of a rep, round or run: a group for whom it stays the same does it whole, in the board that goes on.
   *
   * @param keepMs how long ago its piece began, ms of the plan
   * @param heir the board that goes on, and by how much its times are ahead of the old one's
   */
  keepOn(board: string, group: string, keepMs: number, heir: { id: string; aheadMs: number }): void {
    let left = keepMs
    let end: number | undefined
    for (let i = this.legs.length - 1; i >= 0 && left > 0; i--) {
      const leg = this.legs[i]
      if (!leg || !isOf(leg, group)) continue
      if (leg.board !== board || leg.leading || leg.called || (end ?? leg.planTo) !== leg.planTo) return
      const ms = Math.min(left, leg.planTo - leg.planFrom)
      const [from, planFrom] = [leg.to - ms, leg.planTo - ms]
      const before = { ...leg, to: from, planTo: planFrom }
      const moved: BoardLeg = {
        ...{ board: heir.id, leading: false, from, to: leg.to, only: group },
        planFrom: planFrom + heir.aheadMs,
        planTo: leg.planTo + heir.aheadMs,
      }
      const stays = leg.only ? [] : [{ ...leg, from, planFrom, not: [...(leg.not ?? []), group] }]
      this.legs.splice(i, 1, ...(before.to > before.from ? [before] : []), ...stays, moved)
      left -= ms
      end = planFrom
    }
  }

  /** The groups whose way differs from that of the clock. */
  get groupsApart(): ReadonlySet<string> {
    return new Set(this.legs.flatMap(({ only }) => only ?? []))
  }

  /**
   * In ms of the plan as it stands, those that follow one another in both times joined.
   *
   * @param group whose way it is; without one it is the clock's, and that of every group that has none of its own
   */
  inPlan({ blocks, transitionMs }: Timeline, group?: string): Leg[] {
    const places = new Map(blocks.map(({ block, at }) => [block.id, at]))
    const out: Leg[] = []
    const legs = this.legs.filter((leg) => isOf(leg, group))
    for (const { board, leading, from, to, planFrom, planTo, called, part } of legs) {
      const at = (places.get(board) ?? 0) - (leading ? transitionMs : 0)
      const leg: Leg = {
        from,
        to,
        planFrom: at + planFrom,
        planTo: at + planTo,
        ...(called ? { called } : {}),
        ...(part ? { part } : {}),
      }
      const last = out.at(-1)
      if (last && !last.called && !called && last.to === from && last.planTo === leg.planFrom) {
        last.to = to
        last.planTo = leg.planTo
      } else out.push(leg)
    }
    return out
  }
}

/** Whether a group went this way; without one, whether the clock did. */
const isOf = ({ only, not }: BoardLeg, group: string | undefined): boolean =>
  group === undefined ? !only : !not?.includes(group) && (only ?? group) === group
