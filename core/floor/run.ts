import type { Timeline } from '../plan/timeline'
import { setupEnd } from './called'
import { comingAt, keptFrom, placeAt, remaining, type Course } from './course'
import { inForce, type RunEvent } from './events'

/** A stretch in which the class ran: wall time from–to stood beside plan time `planFrom` and on, at the same speed. */
export interface Leg {
  from: number
  to: number
  planFrom: number
}

export type RunPhase = 'ready' | 'running' | 'paused' | 'finished'

/** A class as it was run so far. Wall times are ms since 1970, positions ms of the plan's timeline. */
export interface Run {
  phase: RunPhase
  startedAt: number | undefined
  finishedAt: number | undefined
  /** Since when the class is held, while it is. */
  pausedAt: number | undefined
  /** Where in the plan the class is; the plan's total when all of it is done. */
  position: number
  skipped: ReadonlySet<string>
  legs: Leg[]
}

/**
 * Replays the events of a class up to a moment. Pure and complete: the same events give the same run on the device that
 * held them, on another, after a reload, and on the server.
 *
 * @param now ms since 1970; the class is taken to run on until then
 */
export function replay(timeline: Timeline, events: readonly RunEvent[], now: number): Run {
  const run = new Replay(timeline)
  for (const event of inForce(events)) {
    if (event.at > now) break
    run.act(event)
  }
  run.passTo(now)
  return run.result
}

class Replay {
  private phase: RunPhase = 'ready'
  private startedAt: number | undefined
  private finishedAt: number | undefined
  private pausedAt: number | undefined
  private position = 0
  private clock = 0
  private readonly skipped = new Set<string>()
  private readonly legs: Leg[] = []
  private readonly course: Course

  constructor(timeline: Timeline) {
    this.course = { timeline, skipped: this.skipped }
  }

  /** Lets time pass; while the class runs, its position moves along the course. */
  passTo(now: number): void {
    if (this.phase === 'running') {
      let left = now - this.clock
      for (const [from, to] of remaining(this.course, this.position)) {
        const ms = Math.min(left, to - from)
        if (ms > 0) this.addLeg(now - left, ms, from)
        this.position = from + ms
        left -= ms
        if (left <= 0) break
      }
    }
    this.clock = now
  }

  private addLeg(from: number, ms: number, planFrom: number): void {
    const last = this.legs.at(-1)
    const follows = last && last.to === from && last.planFrom + last.to - last.from === planFrom
    if (follows) last.to += ms
    else this.legs.push({ from, to: from + ms, planFrom })
  }

  act(event: RunEvent): void {
    this.passTo(event.at)
    switch (event.kind) {
      case 'start':
        if (this.phase !== 'ready') return
        this.phase = 'running'
        this.startedAt = event.at
        this.position = keptFrom(this.course, 0)?.at ?? 0
        return
      case 'pause':
        if (this.phase !== 'running') return
        this.phase = 'paused'
        this.pausedAt = event.at
        return
      case 'resume':
        if (this.phase !== 'paused') return
        this.phase = 'running'
        this.pausedAt = undefined
        return
      case 'next':
        if (this.underWay) this.goOn(event)
        return
      case 'begin':
        if (this.underWay) this.beginWork(event)
        return
      case 'skip':
        if (this.underWay) this.leaveOut(event)
        return
      case 'finish':
        if (!this.underWay) return
        this.phase = 'finished'
        this.finishedAt = event.at
        this.pausedAt = undefined
        return
      case 'undo':
        return
    }
  }

  private get underWay(): boolean {
    return this.phase === 'running' || this.phase === 'paused'
  }

  /** From a block to the transition after it, from a transition to its block. */
  private goOn({ board, waiting = false }: RunEvent): void {
    const place = placeAt(this.course, this.position)
    const meant = place && this.course.timeline.blocks[place.index]
    // Somebody else went on already, or the time did.
    if (board !== undefined && (meant?.block.id !== board || place?.inTransition !== waiting)) return
    const coming = comingAt(this.course, this.position)
    const { totalMs, transitionMs } = this.course.timeline
    if (!coming) this.position = totalMs
    else this.position = place?.inTransition ? coming.at : coming.at - transitionMs
  }

  /** Ends the explanation of the board under way: what is left of it is left out, and the work begins. */
  private beginWork({ board }: RunEvent): void {
    const place = placeAt(this.course, this.position)
    const placed = place && this.course.timeline.blocks[place.index]
    if (!placed || place.inTransition || (board !== undefined && board !== placed.block.id)) return
    const end = setupEnd(placed, this.position - placed.at)
    if (end !== undefined) this.position = placed.at + end
  }

  private leaveOut({ board }: RunEvent): void {
    const coming = comingAt(this.course, this.position)
    if (!coming) return
    if (board !== undefined && board !== coming.block.id) return this.leaveOutLater(board)
    const place = placeAt(this.course, this.position)
    this.skipped.add(coming.block.id)
    if (!place?.inTransition) return
    // The transition under way leads to the next kept block instead; with none, the class is done.
    const instead = keptFrom(this.course, place.index)
    const led = this.course.timeline.blocks[place.index]
    this.position = instead && led ? instead.at - (led.at - this.position) : this.course.timeline.totalMs
  }

  /** A board that was meant and is not the next: left out while it is still to come, else it is too late. */
  private leaveOutLater(board: string): void {
    const { blocks } = this.course.timeline
    const at = blocks.findIndex(({ block }) => block.id === board)
    const place = placeAt(this.course, this.position)
    if (place && at > place.index) this.skipped.add(board)
  }

  get result(): Run {
    return {
      phase: this.phase,
      startedAt: this.startedAt,
      finishedAt: this.finishedAt,
      pausedAt: this.pausedAt,
      position: this.position,
      skipped: this.skipped,
      legs: this.legs,
    }
  }
}
