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
}

/** A leg as it is kept while the plan may still bend: by its board, ms into it or into the transition that leads to it. */
interface BoardLeg extends Leg {
  board: string
  leading: boolean
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

  /** A rep is called, of `ms` from `planFrom` into the board. */
  call(board: string, at: number, planFrom: number, ms: number): void {
    const planTo = planFrom + ms
    this.legs.push({ board, leading: false, from: at, to: at, planFrom, planTo, called: true })
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

  /** In ms of the plan as it stands, those that follow one another in both times joined. */
  inPlan({ blocks, transitionMs }: Timeline): Leg[] {
    const places = new Map(blocks.map(({ block, at }) => [block.id, at]))
    const out: Leg[] = []
    for (const { board, leading, from, to, planFrom, planTo, called } of this.legs) {
      const at = (places.get(board) ?? 0) - (leading ? transitionMs : 0)
      const leg: Leg = {
        from,
        to,
        planFrom: at + planFrom,
        planTo: at + planTo,
        ...(called ? { called } : {}),
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
