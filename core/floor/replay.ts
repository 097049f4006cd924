import { toMs } from '../kernel/units'
import { firstPressOf, isPressed, lastsUntilTold, pressAt, pressesOf, pressOf } from './by-word'
import type { Block, Plan } from '../plan/schema'
import { layPlan, type PlacedBlock, type Timeline } from '../plan/timeline'
import { changedFor, putIn, shortened, shortenedFrom, swapBoards } from './bends'
import { comingAt, keptFrom, placeAt, type Course } from './course'
import { withDid } from './did'
import { withDone, type Done } from './done'
import type { RunEvent } from './events'
import { withHeirs } from './heirs'
import { keptOnMs } from './kept-on'
import { Legs } from './legs'
import { goBack } from './more-reps'
import type { Did, Run, RunPhase } from './run'
import {
  isPiece,
  nextWork,
  pieceBegan,
  rungBegan,
  rungEnds,
  samePlace,
  segmentAt,
  workBegins,
  type Segment,
} from './segment'

/** The machine behind `replay`: a class act by act, its plan bending, its position moving with the clock or waiting for a word. */

/** A set or run that goes on by word, as far as it is called: reps, links of reps, or moves. */
interface WordCount {
  /** Where the set begins, ms of the plan. */
  from: number
  called: number
  since: number
  /** The rep or run stands at its top again, and its first call is waited for. */
  isAtTop?: boolean
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
  /** The stretch that begins there, ms into its board, is done once more when it is over. */
  private another: { board: string; from: number } | undefined
  private timeline: Timeline
  /** Boards that had the word to begin. */
  private begun = new Set<string>()
  private word: WordCount | undefined
  private moreMs = 0
  private waitsSince: number | undefined
  private lead: Run['lead']
  private films: number[] = []
  private calls: Run['calls']
  private did: ReadonlyMap<string, ReadonlyMap<string, Did>> = new Map()
  private done: Done | undefined
  private steps: ReadonlyMap<string, number> = new Map()
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
    if (segment.called && lastsUntilTold(segment.called)) return this.stepUntilTold(segment, at, now)
    const end = Math.max(this.position, this.moreMs < 0 ? segment.to + this.moreMs : segment.to)
    const ms = Math.min(now - at, end - this.position)
    if (ms > 0) this.legs.run(segment, at, this.position, ms)
    this.position += ms
    if (this.position >= end) this.leave(segment)
    return at + ms
  }

  /** The clock runs until the word: a round begins anew when its time is over, anything else is done then, and the word is waited for. */
  private stepUntilTold(segment: Segment, at: number, now: number): number | undefined {
    const { placed, from, to, called } = segment
    const isRound = called?.span.kind === 'round'
    const end = isRound ? to : to - MS_SHORT_OF_THE_END
    if (this.position >= end) {
      this.legs.holdCalled(now)
      return undefined
    }
    const ms = Math.min(now - at, end - this.position)
    if (ms > 0) this.legs.run(segment, at, this.position, ms)
    this.position += ms
    if (this.position < end) return at + ms
    if (isRound) {
      this.relived = { from, ms: this.livedTwice(segment) + to - from }
      this.position = from
    } else {
      this.legs.call(placed.block.id, at + ms, this.position - placed.at, to - this.position, true)
      this.waitsSince = at + ms
    }
    return at + ms
  }

  private livedTwice({ from }: Segment): number {
    return this.relived?.from === from ? this.relived.ms : 0
  }

  /** The end of what was on: more of it where more was asked for, else what follows. */
  private leave(segment: Segment): void {
    const more = this.moreMs
    this.moreMs = 0
    if (more > 0) {
      const { back, rest } = goBack(segment, more)
      this.position = segment.to - back
      this.moreMs = rest
      this.relived = { from: segment.from, ms: this.livedTwice(segment) + back }
      return
    }
    this.pass(segment)
  }

  /** Goes on from a stretch that is over: to what follows, or back to its beginning where it was asked for once more. */
  private pass({ placed, from, to }: Segment): void {
    const { another } = this
    this.another = undefined
    const isMeant = another?.board === placed.block.id && another.from === from - placed.at
    this.jump(isMeant ? from : to)
  }

  /** Goes to a moment of the plan; past a board's end to the transition to the next one that is kept. */
  private jump(position: number): void {
    this.word = undefined
    this.relived = undefined
    this.moreMs = 0
    this.waitsSince = undefined
    this.another = undefined
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
    if (!called || !isPressed(called)) return undefined
    if (this.word?.from !== from) this.word = { from, called: 0, since: 0 }
    return this.word
  }

  /** What is called runs for its length at most; then the next is waited for. */
  private stepCalled({ called, from }: Segment, counted: WordCount, now: number): undefined {
    if (counted.called === 0 || counted.isAtTop || !called || !this.legs.holdCalled(now)) return undefined
    const { at, ms } = pressAt(called, counted.called)
    this.position = from + at + Math.min(now - counted.since, ms - MS_SHORT_OF_THE_END)
    return undefined
  }

  private get waitsFor(): Run['waitsFor'] {
    const { segment } = this
    if (!segment || !this.underWay) return undefined
    if (this.waitsToBegin(segment)) return 'begin'
    const { called, to } = segment
    if (!called) return undefined
    if (isPressed(called)) return 'count'
    const isOver = lastsUntilTold(called) && called.span.kind !== 'round'
    return isOver && this.position >= to - MS_SHORT_OF_THE_END ? 'end' : undefined
  }

  /** The drill of a board is made harder by a step, or easier. */
  private takeStep({ board = this.segment?.placed.block.id, detail }: RunEvent): void {
    if (board) this.steps = new Map(this.steps).set(board, (this.steps.get(board) ?? 0) + (detail?.step ?? 0))
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
    if (kind === 'did') this.did = withDid(this.did, event, this.segment?.placed.block.id)
    if (kind === 'rule') this.takeStep(event)
    if (kind === 'start' && this.phase === 'ready') {
      this.phase = 'running'
      this.startedAt = event.at
      this.lead ??= event.device ? { device: event.device, name: detail.name ?? 'another device' } : undefined
      this.position = keptFrom(this.course, 0)?.at ?? 0
    }
    if (!this.underWay) return
    if (kind === 'done') {
      const { segment } = this
      if (segment) this.done = withDone(this.done, event, segment.from, segment.placed.at)
      return
    }
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
      case 'end':
        return this.endPiece(event)
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

  /** Calls the next rep, link or move by word; after the last, goes on to what follows. On the clock, a rep is added. */
  private callRep({ board, at, detail = {} }: RunEvent): void {
    const placed = this.worked(board)
    const { segment } = this
    const { called } = segment ?? {}
    if (!placed || !segment || !called) return
    const isReps = called.span.kind === 'reps'
    if (!isReps && !isPressed(called)) return
    if (this.waitsToBegin(segment)) this.begun.add(placed.block.id)
    const counted = this.wordCount(segment)
    if (!counted) {
      if (detail.more) this.moreMs += called.span.repMs
      return
    }
    if (detail.rep !== undefined && detail.rep !== counted.called + 1) return
    if (counted.called >= pressesOf(called) && !(detail.more && isReps)) return this.pass(segment)
    counted.called++
    counted.isAtTop = false
    counted.since = at
    this.waitsSince = at
    const { at: begins, ms } = pressAt(called, counted.called)
    this.position = segment.from + begins
    const { rep } = pressOf(called, counted.called)
    const isPart = !isReps || firstPressOf(called, rep + 1) > counted.called + 1
    this.legs.call(placed.block.id, at, this.position - placed.at, ms, isPart)
  }

  /** Takes one off: what was called last by word, or the last rep to come on the clock. */
  private callFewer({ board }: RunEvent): void {
    const placed = this.worked(board)
    const { segment } = this
    const { called } = segment ?? {}
    if (!placed || !segment || !called) return
    const counted = this.wordCount(segment)
    if (!counted) {
      const { kind, repMs } = called.span
      const left = segment.to + this.moreMs - this.position
      if (kind === 'reps' && left > repMs) this.moreMs -= repMs
      return
    }
    if (counted.called === 0) return
    counted.called--
    this.legs.takeBack()
    this.position = segment.from + (counted.called > 0 ? pressAt(called, counted.called).at : 0)
  }

  /** Ends the rung of a ladder, or the entry of a routine, with all that is left of it. */
  private endRung({ board, detail }: RunEvent): void {
    const placed = this.worked(board)
    const { segment } = this
    if (!placed || !segment || detail?.piece !== segment.from - placed.at) return
    const end = rungEnds(placed, this.position - placed.at)
    if (end !== undefined) this.jump(placed.at + end)
  }

  /** Ends the set, round, hold or run that is worked; what lasts until the word is whole then, but for a round, which is as long as it was. */
  private endPiece(event: RunEvent): void {
    const { board, at, detail } = event
    if (detail?.again === 'rung') return this.endRung(event)
    const placed = this.worked(board)
    const { segment } = this
    const { called } = segment ?? {}
    if (!placed || !segment || !called || !isPiece(called.span)) return
    // Somebody else ended it already, or its time did.
    if (detail?.piece !== undefined && detail.piece !== segment.from - placed.at) return
    const rest = segment.to - this.position
    if (this.waitsFor !== 'end' && lastsUntilTold(called) && called.span.kind !== 'round' && rest > 0)
      this.legs.call(placed.block.id, at, this.position - placed.at, rest, true)
    this.pass(segment)
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

  private doAgain({ board, at, detail }: RunEvent): void {
    const placed = this.worked(board)
    const { segment } = this
    const again = detail?.again ?? 'set'
    if (!placed) {
      // On the way to the next board, what was just worked is meant.
      const last = this.justWorked
      if (last && (again === 'set' || again === 'another')) this.jump(last.at + pieceBegan(last, last.ms))
      return
    }
    const time = this.position - placed.at
    const isOn = segment?.called !== undefined && isPiece(segment.called.span)
    if (again === 'another' && segment && isOn) {
      const from = segment.from - placed.at
      const isAsked = this.another?.board === placed.block.id && this.another.from === from
      this.another = isAsked ? undefined : { board: placed.block.id, from }
      return
    }
    if (again === 'top' && segment && isOn && this.fromTheTop(segment, at)) return
    const to =
      again === 'board'
        ? workBegins(placed)
        : again === 'rung'
          ? rungBegan(placed, time)
          : pieceBegan(placed, time)
    this.jump(placed.at + to)
  }

  /** The rep that is called, or the run by word, from its first call; whether there is such a thing. */
  private fromTheTop(segment: Segment, at: number): boolean {
    const { called } = segment
    if (!called) return false
    const counted = this.wordCount(segment)
    if (counted) {
      const rep = called.span.kind === 'run' ? 1 : pressOf(called, Math.max(1, counted.called)).rep
      const first = firstPressOf(called, rep)
      counted.called = first - 1
      counted.isAtTop = true
      this.waitsSince = at
      this.position = segment.from + pressAt(called, first).at
      return true
    }
    const { kind, repMs } = called.span
    if (kind !== 'reps' || !repMs) return false
    this.position -= (this.position - segment.from) % repMs
    return true
  }

  /** The board that was worked last before the transition that is on. */
  private get justWorked(): PlacedBlock | undefined {
    const place = placeAt(this.course, this.position)
    if (place && !place.inTransition) return undefined
    const before = this.timeline.blocks.slice(0, place?.index ?? this.timeline.blocks.length)
    return before.findLast(({ block }) => !this.skipped.has(block.id) && this.legs.isLived(block.id))
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
      relivedMs: this.segment ? this.livedTwice(this.segment) : 0,
      hasAnother: this.another !== undefined && this.another.board === this.segment?.placed.block.id,
      lead: this.lead,
      films: this.films,
      calls: this.calls,
      done: this.done && this.done.from === this.segment?.from ? this.done.ids : NOBODY,
      steps: this.steps,
      did: this.did,
      missed: this.missed,
    }
  }
}

const NOBODY: ReadonlySet<string> = new Set()

function heirId(plan: Plan, id: string): string {
  const stem = id.replace(/-on\d+$/, '').slice(0, 90)
  for (let n = 2; ; n++) {
    const heir = `${stem}-on${n}`
    if (plan.blocks.every((block) => block.id !== heir)) return heir
  }
}
