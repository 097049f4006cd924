import { toMs } from '../kernel/units'
import type { Block, Plan } from '../plan/schema'
import { layPlan, type PlacedBlock, type Timeline } from '../plan/timeline'
import { changedFor, putIn, shortened, shortenedFrom, swapBoards } from './bends'
import { comingAt, keptFrom, placeAt, type Course } from './course'
import type { RunEvent } from './events'
import { withHeirs } from './heirs'
import { keptOnMs } from './kept-on'
import { Legs } from './legs'
import { goBack, slotOf } from './more-reps'
import type { Run, RunPhase } from './run'
import { nextWork, pieceBegan, rungBegan, samePlace, segmentAt, workBegins, type Segment } from './segment'

/** The machine behind `replay`: a class act by act, its plan bending, its position moving with the clock or waiting for a word. */

/** A set that is counted by word, as far as it is called. */
interface WordCount {
  /** Where the set begins, ms of the plan. */
  from: number
  called: number
  since: number
}

const MS_SHORT_OF_THE_END = 1

export class Replay {
  private phase: RunPhase = 'ready'
  private startedAt: number | undefined
  private finishedAt: number | undefined
  private pausedAt: number | undefined
  private position = 0
  private clock = 0
  private skipped = new Set<string>()
  private heirs = new Map<string, string>()
  private legs = new Legs()
  /** What of the stretch that begins there was gone back. */
  private relived: { from: number; ms: number } | undefined
  private timeline: Timeline
  /** Boards that had the word to begin. */
  private begun = new Set<string>()
  private word: WordCount | undefined
  private moreMs = 0
  private waitsSince: number | undefined
  private lead: Run['lead']
  private films: number[] = []
  private calls: Run['calls']
  private missed = new Map<string, number>()

  constructor(private plan: Plan) {
    this.timeline = layPlan(plan)
  }

  copy(): Replay {
    const copy = Object.assign(new Replay(this.plan), this)
    copy.skipped = new Set(this.skipped)
    copy.heirs = new Map(this.heirs)
    copy.begun = new Set(this.begun)
    copy.legs = this.legs.copy()
    copy.word = this.word && { ...this.word }
    copy.films = [...this.films]
    copy.missed = new Map(this.missed)
    return copy
  }

  private get course(): Course {
    return { timeline: this.timeline, skipped: this.skipped }
  }

  private get underWay(): boolean {
    return this.phase === 'running' || this.phase === 'paused'
  }

  private get segment(): Segment | undefined {
    return segmentAt(this.timeline, this.position)
  }

  /** Lets time pass; while the class runs, its position moves along the course, and stands where the word is waited for. */
  passTo(now: number): this {
    if (this.phase === 'running') {
      let at = this.clock
      while (at < now) {
        const moved = this.step(at, now)
        if (moved === undefined) break
        at = moved
      }
      const { waitsFor } = this
      if (waitsFor) this.waitsSince ??= at
    }
    this.clock = Math.max(this.clock, now)
    return this
  }

  /** Moves on by at most what is left until `now`, and no further than the end of what is on; nothing where the class stands. */
  private step(at: number, now: number): number | undefined {
    const { segment } = this
    if (!segment) return undefined
    if (this.waitsToBegin(segment)) return undefined
    const counted = this.wordCount(segment)
    if (counted) return this.stepCalled(segment, counted, now)
    const end = Math.max(this.position, this.moreMs < 0 ? segment.to + this.moreMs : segment.to)
    const ms = Math.min(now - at, end - this.position)
    if (ms > 0) this.legs.run(segment, at, this.position, ms)
    this.position += ms
    if (this.position >= end) this.leave(segment)
    return at + ms
  }

  /** The end of what was on: more of it where more was asked for, else what follows. */
  private leave(segment: Segment): void {
    const more = this.moreMs
    this.moreMs = 0
    if (more > 0) {
      const { back, rest } = goBack(segment, more)
      this.position = segment.to - back
      this.moreMs = rest
      const before = this.relived?.from === segment.from ? this.relived.ms : 0
      this.relived = { from: segment.from, ms: before + back }
      return
    }
    this.jump(segment.to)
  }

  /** Goes to a moment of the plan; past a board's end to the transition to the next one that is kept. */
  private jump(position: number): void {
    this.word = undefined
    this.relived = undefined
    this.moreMs = 0
    this.waitsSince = undefined
    this.position = position
    const { blocks, totalMs, transitionMs } = this.timeline
    const ended = blocks.findIndex(({ at, ms }) => position === at + ms)
    const next = ended < 0 ? undefined : keptFrom(this.course, ended + 1)
    if (ended >= 0) this.position = next ? next.at - transitionMs : totalMs
  }

  /** The board waits for the word to begin: its explanation is over. */
  private waitsToBegin({ placed }: Segment): boolean {
    const { block, at } = placed
    return block.start === 'word' && !this.begun.has(block.id) && this.position === at + workBegins(placed)
  }

  /** The count by word that is on, begun where it is not yet. */
  private wordCount({ called, from }: Segment): WordCount | undefined {
    if (!called?.span.word) return undefined
    if (this.word?.from !== from) this.word = { from, called: 0, since: 0 }
    return this.word
  }

  /** A rep that is called runs for its length at most; then the next is waited for. */
  private stepCalled({ called, from }: Segment, counted: WordCount, now: number): undefined {
    if (counted.called === 0 || !called || !this.legs.holdCalled(now)) return undefined
    const into = Math.min(now - counted.since, called.span.repMs - MS_SHORT_OF_THE_END)
    this.position = from + (slotOf(counted.called, called.span) - 1) * called.span.repMs + into
    return undefined
  }

  private get waitsFor(): Run['waitsFor'] {
    const { segment } = this
    if (!segment || !this.underWay) return undefined
    if (this.waitsToBegin(segment)) return 'begin'
    return segment.called?.span.word ? 'count' : undefined
  }

  act(event: RunEvent): void {
    this.passTo(event.at)
    const { kind, board, detail = {} } = event
    if (kind === 'lead' && event.device)
      this.lead = { device: event.device, name: detail.name ?? 'another device' }
    if (kind === 'film') this.films.push(event.at)
    if (kind === 'calls') this.calls = detail.calls && { mode: detail.calls, at: event.at }
    if (kind === 'missed' && detail.student)
      this.missed.set(detail.student, (this.missed.get(detail.student) ?? 0) + 1)
    if (kind === 'start' && this.phase === 'ready') {
      this.phase = 'running'
      this.startedAt = event.at
      this.lead ??= event.device ? { device: event.device, name: detail.name ?? 'another device' } : undefined
      this.position = keptFrom(this.course, 0)?.at ?? 0
    }
    if (!this.underWay) return
    switch (kind) {
      case 'pause':
        if (this.phase === 'running') {
          this.phase = 'paused'
          this.pausedAt = event.at
        }
        return
      case 'resume':
        this.phase = 'running'
        this.pausedAt = undefined
        return
      case 'finish':
        this.phase = 'finished'
        this.finishedAt = event.at
        this.pausedAt = undefined
        return
      case 'next':
        return this.goOn(event)
      case 'begin':
        return this.giveTheWord(event)
      case 'count':
        return this.callRep(event)
      case 'fewer':
        return this.callFewer(event)
      case 'extend':
        return this.extend(event)
      case 'again':
        return this.doAgain(event)
      case 'back':
        return this.goBackTo(board)
      case 'skip':
        return this.leaveOut(event)
      case 'insert':
        return this.insert(detail.block, detail.before)
      case 'swap':
        return this.swap(board, detail.with)
      case 'change':
        return this.change(board, detail)
      case 'fit':
        return this.fit(detail.keep ?? [])
    }
  }

  /** The board under way, where it is the one that was meant and its transition is over. */
  private worked(board: string | undefined): PlacedBlock | undefined {
    const { segment } = this
    if (!segment || this.position < segment.placed.at) return undefined
    return board === undefined || board === segment.placed.block.id ? segment.placed : undefined
  }

  /** From a block to the transition after it, from a transition to its block. */
  private goOn({ board, waiting = false }: RunEvent): void {
    const place = placeAt(this.course, this.position)
    const meant = place && this.timeline.blocks[place.index]
    // Somebody else went on already, or the time did.
    if (board !== undefined && (meant?.block.id !== board || place?.inTransition !== waiting)) return
    const coming = comingAt(this.course, this.position)
    const { totalMs, transitionMs } = this.timeline
    if (!coming) this.jump(totalMs)
    else this.jump(place?.inTransition ? coming.at : coming.at - transitionMs)
  }

  /** Ends what is explained, rested or changed in the board under way: what is left of it is left out, and the work begins. */
  private giveTheWord({ board }: RunEvent): void {
    const placed = this.worked(board)
    if (!placed) return
    const next = nextWork(placed, this.position - placed.at)
    if (next !== undefined) this.jump(placed.at + next)
    if (this.position >= placed.at + workBegins(placed)) {
      this.begun.add(placed.block.id)
      this.waitsSince = undefined
    }
  }

  /** Calls the next rep by word; after the last, goes on to what follows. On the clock, a rep is added. */
  private callRep({ board, at, detail = {} }: RunEvent): void {
    const placed = this.worked(board)
    const { segment } = this
    const span = segment?.called?.span
    if (!placed || !segment || span?.kind !== 'reps') return
    if (this.waitsToBegin(segment)) this.begun.add(placed.block.id)
    const counted = this.wordCount(segment)
    if (!counted) {
      if (detail.more) this.moreMs += span.repMs
      return
    }
    if (detail.rep !== undefined && detail.rep !== counted.called + 1) return
    if (counted.called >= span.count && !detail.more) return this.jump(segment.to)
    counted.called++
    counted.since = at
    this.waitsSince = at
    const planFrom = segment.from - placed.at + (slotOf(counted.called, span) - 1) * span.repMs
    this.position = placed.at + planFrom
    this.legs.call(placed.block.id, at, planFrom, span.repMs)
  }

  /** Takes one rep off: the last that was called by word, or the last to come on the clock. */
  private callFewer({ board }: RunEvent): void {
    const placed = this.worked(board)
    const { segment } = this
    const span = segment?.called?.span
    if (!placed || !segment || span?.kind !== 'reps') return
    const counted = this.wordCount(segment)
    if (!counted) {
      const left = segment.to + this.moreMs - this.position
      if (left > span.repMs) this.moreMs -= span.repMs
      return
    }
    if (counted.called === 0) return
    counted.called--
    this.legs.takeBack()
    this.position = segment.from + Math.max(0, slotOf(counted.called, span) - 1) * span.repMs
  }

  /** So much more of what is on, or less; never less than nothing. */
  private extend({ board, detail }: RunEvent): void {
    const { segment } = this
    if (!segment || (board !== undefined && board !== segment.placed.block.id)) return
    if (segment.called?.span.word) return
    const { ms = 0 } = detail ?? {}
    const { repMs, kind } = segment.called?.span ?? {}
    // A count goes by whole reps.
    const whole = kind === 'reps' && repMs ? Math.round(ms / repMs) * repMs : ms
    const left = segment.to - this.position
    this.moreMs = Math.max(-left, this.moreMs + whole)
  }

  private doAgain({ board, detail }: RunEvent): void {
    const placed = this.worked(board)
    if (!placed) return
    const time = this.position - placed.at
    const to =
      detail?.again === 'board'
        ? workBegins(placed)
        : detail?.again === 'rung'
          ? rungBegan(placed, time)
          : pieceBegan(placed, time)
    this.jump(placed.at + to)
  }

  /** To the beginning of a board that was worked or left out, or of the one that is on. */
  private goBackTo(board: string | undefined): void {
    const named = withHeirs(this.heirs, board ?? '').at(-1)
    const placed = this.timeline.blocks.find(({ block }) => block.id === named)
    if (!placed || placed.at > this.position) return
    this.skipped.delete(placed.block.id)
    this.begun.delete(placed.block.id)
    this.jump(placed.at)
  }

  private leaveOut({ board }: RunEvent): void {
    const coming = comingAt(this.course, this.position)
    if (!coming) return
    if (board !== undefined && board !== coming.block.id) return this.leaveOutLater(board)
    const place = placeAt(this.course, this.position)
    this.skipped.add(coming.block.id)
    if (place?.inTransition) this.turnTransition(place.index)
  }

  /** The transition under way leads to the next kept block instead; with none, the class is done. */
  private turnTransition(index: number): void {
    const led = this.timeline.blocks[index]
    const instead = keptFrom(this.course, index)
    this.position =
      instead && led ? Math.max(0, instead.at - (led.at - this.position)) : this.timeline.totalMs
  }

  /** A board that was meant and is not the next: left out while it is still to come, else it is too late. */
  private leaveOutLater(board: string): void {
    if (this.isToCome(board)) this.skipped.add(board)
  }

  private isToCome(board: string | undefined): boolean {
    const at = this.timeline.blocks.findIndex(({ block }) => block.id === board)
    const place = placeAt(this.course, this.position)
    return place !== undefined && at >= place.index + (place.inTransition ? 0 : 1)
  }

  /** Changes the plan; the class stays where it is, in its board or in the transition that leads to it. */
  private bend(plan: Plan): void {
    if (plan === this.plan) return
    const { segment } = this
    const leading = segment && this.position < segment.placed.at
    const offset = segment ? this.position - (leading ? segment.from : segment.placed.at) : 0
    const { word } = this
    const wordOffset = segment && word ? word.from - segment.placed.at : 0
    const index = segment ? this.timeline.blocks.indexOf(segment.placed) : -1
    this.plan = plan
    this.timeline = layPlan(plan)
    if (!segment) {
      this.position = this.timeline.totalMs
      return
    }
    // A transition leads to whatever stands there now.
    const placed = leading
      ? this.timeline.blocks[index]
      : this.timeline.blocks.find(({ block }) => block.id === segment.placed.block.id)
    if (!placed) return
    this.position = (leading ? placed.at - this.timeline.transitionMs : placed.at) + offset
    if (word) word.from = placed.at + wordOffset
  }

  private insert(block: Block | undefined, before: string | undefined): void {
    const place = placeAt(this.course, this.position)
    if (!block) return
    if (!place) {
      // After the plan is done, what comes in is what the class goes on with.
      const { totalMs, transitionMs } = this.timeline
      this.bend(putIn(this.plan, this.plan.blocks.length, block))
      if (this.timeline.totalMs > totalMs) this.jump(totalMs + transitionMs)
      return
    }
    const next = place.index + (place.inTransition ? 0 : 1)
    const named = this.plan.blocks.findIndex(({ id }) => id === before)
    this.bend(putIn(this.plan, named >= next ? named : next, block))
  }

  private swap(board: string | undefined, other: string | undefined): void {
    if (board === undefined || other === undefined) return
    if (this.isToCome(board) && this.isToCome(other)) this.bend(swapBoards(this.plan, board, other))
  }

  /** A group works something else from now on: in the board under way, or in one to come. */
  private change(
    board: string | undefined,
    { group, technique, layer, solo, noSides }: NonNullable<RunEvent['detail']>,
  ): void {
    const { block } = this.worked(undefined) ?? {}
    const of = board === undefined ? block : this.plan.blocks.find(({ id }) => id === board)
    if (!of || !group || !technique || !this.plan.groups.some(({ id }) => id === group)) return
    const changed = changedFor(of, this.plan, { group, technique, layer, solo, noSides })
    if (changed) this.alter(of, changed)
  }

  private fit(keep: readonly { id: string; sec: number }[]): void {
    const worked = this.worked(undefined)
    for (const { id, sec } of keep) {
      const placed = this.timeline.blocks.find(({ block }) => block.id === id)
      if (!placed) continue
      if (placed.block.id === worked?.block.id) this.fitWorked(placed, toMs(sec))
      else if (this.isToCome(id)) this.fitComing(placed, toMs(sec))
    }
  }

  private fitWorked(placed: PlacedBlock, ms: number): void {
    const time = this.position - placed.at
    if (placed.ms - time <= ms) return
    const fitted = ms > 0 ? shortenedFrom(placed, this.plan, time, ms) : undefined
    if (fitted) this.alter(placed.block, fitted.block)
    else this.jump(placed.at + placed.ms)
  }

  private fitComing({ block, ms: whole }: PlacedBlock, ms: number): void {
    if (ms >= whole) return
    if (ms > 0) return this.alter(block, shortened(block, this.plan, ms).block)
    this.skipped.add(block.id)
    const place = placeAt(this.course, this.position)
    const led = place?.inTransition ? this.timeline.blocks[place.index] : undefined
    if (place && led?.block.id === block.id) this.turnTransition(place.index)
  }

  /**
   * Puts another version in a board's place. A board that was worked stands as it was worked: what is changed goes on as a board of its
   * own, from the same place in it.
   */
  private alter(block: Block, changed: Block): void {
    const isLived = this.legs.isLived(block.id)
    const index = this.plan.blocks.indexOf(block)
    const worked = this.worked(block.id)
    if (index < 0) return
    if (!isLived && !worked) {
      const blocks = this.plan.blocks.map((one) => (one === block ? { ...changed, id: block.id } : one))
      return this.bend({ ...this.plan, blocks })
    }
    const heir: Block = { ...changed, id: heirId(this.plan, block.id) }
    const time = worked ? this.position - worked.at : 0
    const { word } = this
    const wordAt = worked && word ? word.from - worked.at : 0
    this.bend(putIn(this.plan, index + 1, heir))
    const placed = this.timeline.blocks.find((one) => one.block.id === heir.id)
    if (!placed) return
    this.heirs.set(block.id, heir.id)
    this.skipped.add(block.id)
    if (this.begun.has(block.id)) this.begun.add(heir.id)
    if (!worked) {
      const place = placeAt(this.course, this.position)
      const led = place?.inTransition ? this.timeline.blocks[place.index] : undefined
      if (place && led?.block.id === block.id) this.turnTransition(place.index)
      return
    }
    const [waits, more] = [this.waitsSince, this.moreMs]
    const then = samePlace(worked, placed, time)
    this.keepOn(worked, placed, time, then)
    this.position = placed.at + then
    if (this.position >= placed.at + placed.ms) return this.jump(placed.at + placed.ms)
    this.waitsSince = waits
    this.moreMs = more
    if (word) this.word = { ...word, from: placed.at + samePlace(worked, placed, wordAt) }
  }

  /** Only the groups whose work changes are cut in what they are at; for the others it is one piece, in the board that goes on. */
  private keepOn(before: PlacedBlock, after: PlacedBlock, time: number, then: number): void {
    const heir = { id: after.block.id, aheadMs: then - time }
    this.plan.groups.forEach(({ id }, g) => {
      const kept = keptOnMs(before, after, g, time, then)
      if (kept > 0) this.legs.keepOn(before.block.id, id, kept, heir)
    })
  }

  get result(): Run {
    return {
      phase: this.phase,
      startedAt: this.startedAt,
      finishedAt: this.finishedAt,
      pausedAt: this.pausedAt,
      plan: this.plan,
      timeline: this.timeline,
      position: this.position,
      skipped: this.skipped,
      heirs: this.heirs,
      legs: this.legs.inPlan(this.timeline),
      legsOf: new Map(
        [...this.legs.groupsApart].map((group) => [group, this.legs.inPlan(this.timeline, group)]),
      ),
      waitsFor: this.waitsFor,
      waitsSince: this.waitsSince,
      counted: this.word?.called ?? 0,
      moreMs: this.moreMs,
      relivedMs: this.relived?.from === this.segment?.from ? (this.relived?.ms ?? 0) : 0,
      lead: this.lead,
      films: this.films,
      calls: this.calls,
      missed: this.missed,
    }
  }
}

function heirId(plan: Plan, id: string): string {
  const stem = id.replace(/-on\d+$/, '').slice(0, 90)
  for (let n = 2; ; n++) {
    const heir = `${stem}-on${n}`
    if (plan.blocks.every((block) => block.id !== heir)) return heir
  }
}
