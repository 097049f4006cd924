import { beatTimes } from './beats'
import type { Stretch } from './modes/mode'
import { linksAt } from './places'
import { otherSide, type Role, type Side, type Span } from './spans'
import type { Timeline } from './timeline'
import { toSec } from '../kernel/units'

/** The calls an instructor would make, in the order that settles ties. */
export const CUE_KINDS = [
  'block',
  'setup',
  'begin',
  'rep',
  'link',
  'step',
  'work',
  'half',
  'ten',
  'three',
  'mark',
  'stop',
  'rest',
  'swap',
  'switch',
  'reset',
  'bridge',
  'handover',
  'move',
  'transition',
  'end',
] as const
export type CueKind = (typeof CUE_KINDS)[number]

/** One call: seconds from the start, and what it is about. `lap`, `set`, `round` and `n` count from 1, `track` and `stage` from 0. */
export interface Cue {
  at: number
  kind: CueKind
  block?: string
  track?: number
  stage?: number
  lap?: number
  set?: number
  round?: number
  n?: number
  /** The link of a rep that is called, from 1 as they are listed. */
  link?: number
  /** The section and, from 1 in it, the move of a form. */
  section?: string
  move?: number
  side?: Side
  role?: Role
  /** Seconds that are left, at a mark. */
  left?: number
}

const RANK = new Map<CueKind, number>(CUE_KINDS.map((kind, rank) => [kind, rank]))

const HALF_FROM_MS = 60_000
const TEN_FROM_MS = 30_000
const THREE_FROM_MS = 10_000

/** Calls the cues of one stretch into `out`, in the order they come. */
class Caller {
  private block = ''
  private blockAt = 0
  private track: number | undefined
  private place: Stretch | undefined

  constructor(private readonly out: Cue[]) {}

  enter(block: string, blockAt: number): void {
    this.block = block
    this.blockAt = blockAt
  }

  stretch(stretch: Stretch): void {
    this.track = stretch.track
    this.place = stretch
    for (const s of stretch.spans) this.span(s, this.blockAt + stretch.at + s.at)
  }

  private span(s: Span, at: number): void {
    if (s.begins) {
      const begin = this.call('begin', at, s, undefined, s.kind === 'run' ? s.round : undefined)
      // Partners who trade within the set both begin.
      if (s.traded) delete begin.role
    }
    switch (s.kind) {
      case 'reps':
        this.reps(s, at)
        break
      case 'round':
      case 'hold':
      case 'station':
        this.timed(s, at)
        break
      case 'stop':
        this.call('stop', at, s)
        break
      case 'setup':
      case 'rest':
      case 'swap':
      case 'switch':
      case 'reset':
      case 'bridge':
      case 'handover':
      case 'move':
        this.call(s.kind, at, s, s.set, s.round)
        break
      case 'run':
        this.steps(s, at)
        break
      case 'active':
        this.marks(s, at)
        break
      case 'paced':
      case 'breather':
      case 'talk':
      case 'holding':
      case 'idle':
        break
    }
  }

  private reps(s: Span, at: number): void {
    const links = this.place && linksAt(this.place, s.place)
    const called = links?.map((link, l) => ({ ...link, number: l + 1 }))
    if (s.reversed) called?.reverse()
    const ats = called && beatTimes(called, s.repMs)
    for (let i = 0; i < s.count; i++) {
      const n = s.before + i + 1
      const repAt = at + i * s.repMs
      const rep = (kind: 'rep' | 'link', when: number, link: number | undefined) => {
        const cue = this.call(kind, when, s, s.set)
        cue.n = n
        if (link !== undefined) cue.link = link
        if (s.alternate) cue.side = n % 2 === 1 ? s.alternate : otherSide(s.alternate)
      }
      rep('rep', repAt, called?.[0]?.number)
      called?.forEach(({ number }, l) => {
        if (l > 0) rep('link', repAt + (ats?.[l] ?? 0), number)
      })
    }
  }

  private steps(s: Span, at: number): void {
    for (const { at: after, section, move } of s.steps ?? [])
      Object.assign(this.call('step', at + after, s, undefined, s.round), { section, move })
  }

  private marks(s: Span, at: number): void {
    for (const left of new Set(s.marks))
      if (left * 1000 < s.ms) this.call('mark', at + s.ms - left * 1000, s, s.set, s.round).left = left
  }

  private timed(s: Span, at: number): void {
    const call = (kind: CueKind, when: number) => this.call(kind, when, s, s.set, s.round)
    const end = at + s.ms
    call('work', at)
    if (s.marks) this.marks(s, at)
    else {
      if (s.ms >= HALF_FROM_MS) call('half', at + Math.round(s.ms / 2))
      if (s.ms >= TEN_FROM_MS) call('ten', end - 10_000)
      if (s.ms >= THREE_FROM_MS) call('three', end - 3_000)
    }
    call('stop', end)
  }

  private call(kind: CueKind, at: number, s: Span, set?: number, round?: number): Cue {
    const cue: Cue = { at: toSec(at), kind, block: this.block }
    if (this.track !== undefined) cue.track = this.track
    if (s.stage !== undefined) cue.stage = s.stage
    if (s.lap !== undefined) cue.lap = s.lap
    if (set !== undefined) cue.set = set
    if (round !== undefined) cue.round = round
    if (s.side !== undefined) cue.side = s.side
    if (s.role !== undefined) cue.role = s.role
    this.out.push(cue)
    return cue
  }
}

/**
 * Every call of a class, sorted by time and then by kind. A gap's cue carries the fields of what it leads to; a gap of no
 * length has none.
 */
export function cuesOf(timeline: Timeline): Cue[] {
  const cues: Cue[] = []
  const caller = new Caller(cues)
  const { blocks, transitionMs, totalMs } = timeline
  blocks.forEach((placed, i) => {
    if (i > 0 && transitionMs > 0)
      cues.push({ at: toSec(placed.at - transitionMs), kind: 'transition', block: placed.block.id })
    cues.push({ at: toSec(placed.at), kind: 'block', block: placed.block.id })
    caller.enter(placed.block.id, placed.at)
    for (const call of placed.calls) caller.stretch(call)
  })
  cues.push({ at: toSec(totalMs), kind: 'end' })
  return inOrder(cues)
}

function inOrder(cues: Cue[]): Cue[] {
  return cues.sort((a, b) => a.at - b.at || (RANK.get(a.kind) ?? 0) - (RANK.get(b.kind) ?? 0))
}
