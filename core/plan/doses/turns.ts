import { list, oneOf, text, whole } from '../../kernel/fields'
import { otherSide, SIDE_NAMES, span, type Role, type Side, type Span, type SpanKind } from '../spans'

/** `3 × 10`, or just the figure where there is one. */
export function product(times: number, of: string | number): string {
  return times === 1 ? String(of) : `${times} × ${of}`
}

/** `each side`, `both roles`, as far as there are two. */
export function eachWay(sides: 1 | 2, roles: 1 | 2, side?: Side): string {
  const on = sides === 2 ? ' each side' : side ? ` ${SIDE_NAMES[side]} only` : ''
  return `${on}${roles === 2 ? `${on ? ',' : ''} both roles` : ''}`
}

/** The same as factors of a product. */
export function timesEachWay(sides: 1 | 2, roles: 1 | 2): string {
  return `${sides === 2 ? ' × 2 sides' : ''}${roles === 2 ? ' × 2 roles' : ''}`
}

/** Timed work is called at its start, at its marks or else at half, ten and three, at its end, and the rest after it. */
export const callsOfTimed = (called: readonly number[] | undefined): number => 3 + (called?.length ?? 3)

/** What doses in turns say of where their sides change, and of who says when they go on. */
export const sidesBy = () => oneOf(['turn', 'set']).optional()
export const by = () => oneOf(['clock', 'word']).optional()

/** Seconds before the end of timed work that are called, instead of half, ten and three. */
export const marks = () => list(whole(1, 3599), 1, 20).optional()

/** How a set is ended, in words. */
export const finish = () => text().optional()

/** `by sets`, where both sides are worked in every set. */
export const bySets = (way: 'turn' | 'set' | undefined): string => (way === 'set' ? ' by sets' : '')

/** The pieces of work a turn is made of: sets, rounds or holds, with rest between them. */
export interface Pieces {
  kind: SpanKind
  times: number
  ms: number
  restMs: number
  restKind: 'rest' | 'breather'
  numbered: 'set' | 'round'
  count: number
  repMs: number
  alternate: Side | undefined
  /** Counted, or ended, by the instructor's word. */
  word?: boolean
  /** The links of its reps are called from the last to the first. */
  reversed?: boolean | undefined
  /** Partners trade every so many reps; `count` is what each does, `ms` what both take. */
  exchange?: number | undefined
  /** The layer of each piece, where they rise. */
  layers?: readonly number[] | undefined
  marks?: readonly number[] | undefined
}

/** A dose that is worked in turns: one side in one role is a turn, or one role alone where sides change in every set. */
export interface TurnsShape {
  pieces: Pieces
  setupMs: number
  sides: 1 | 2
  /** The one side that is worked, where it is said; with two sides there is none. */
  side?: Side | undefined
  sidesBy?: 'turn' | 'set' | undefined
  roles: 1 | 2
  switchMs: number
  swapMs: number
}

/** `times` pieces of `ms` with rest between them; with both sides in each, a change of sides too. */
function turnMs({ pieces: p, sidesBy: way, switchMs }: TurnsShape): number {
  return p.times * (way === 'set' ? 2 * p.ms + switchMs : p.ms) + (p.times - 1) * p.restMs
}

/**
 * `setup + sides·roles·T + sides·(roles−1)·swap + (sides−1)·switch`; where sides change in every set `setup + roles·T + (roles−1)·swap`.
 */
export function turnsLengthMs(t: TurnsShape): number {
  const sides = t.sidesBy === 'set' ? 1 : t.sides
  return t.setupMs + sides * t.roles * turnMs(t) + sides * (t.roles - 1) * t.swapMs + (sides - 1) * t.switchMs
}

interface Turn {
  at: number
  side: Side | undefined
  role: Role | undefined
}

/**
 * Lays setup, turns and the gaps between them. Sides are the outer loop and roles the inner, unless sides change in every set; a gap carries the
 * side and role of what it leads to.
 */
export function layTurns(t: TurnsShape, firstSide: Side): Span[] {
  const out: Span[] = []
  let at = t.setupMs
  if (t.setupMs > 0) out.push(span('setup', 0, t.setupMs))
  const bySet = t.sidesBy === 'set'
  const sides = bySet ? 1 : t.sides
  for (let s = 0; s < sides; s++) {
    const side = t.sides === 1 ? t.side : s === 0 ? firstSide : otherSide(firstSide)
    for (let r = 0; r < t.roles; r++) {
      const role: Role | undefined = t.roles === 1 ? undefined : r === 0 ? 'A' : 'B'
      const gap = r > 0 ? t.swapMs : s > 0 ? t.switchMs : 0
      if (gap > 0) out.push(span(r > 0 ? 'swap' : 'switch', at, gap).inTurn({ side, role }))
      at += gap
      layTurn(t, { at, side, role }, out)
      at += turnMs(t)
    }
  }
  return out
}

/** Lays the pieces of one turn; the first begins it. */
function layTurn({ pieces: p, sidesBy: way, switchMs }: TurnsShape, turn: Turn, out: Span[]): void {
  let at = turn.at
  for (let n = 1; n <= p.times; n++) {
    if (n > 1) {
      if (p.restMs > 0) out.push(numbered(p, n, span(p.restKind, at, p.restMs).inTurn(turn)))
      at += p.restMs
    }
    layPiece(p, n, at, turn, out)
    at += p.ms
    if (way !== 'set' || !turn.side) continue
    const other = { ...turn, side: otherSide(turn.side) }
    if (switchMs > 0) out.push(numbered(p, n, span('switch', at, switchMs).inTurn(other)))
    at += switchMs
    layPiece(p, n, at, other, out, false)
    at += p.ms
  }
}

/** One set, round or hold; traded, one helping after the other. */
function layPiece(p: Pieces, n: number, from: number, turn: Turn, out: Span[], mayBegin = true): void {
  const begins = mayBegin && n === 1
  if (p.exchange === undefined) {
    const work = worked(p, n, span(p.kind, from, p.ms).inTurn(turn), p.count)
    work.begins = begins
    out.push(work)
    return
  }
  let at = from
  for (let before = 0; before < p.count; before += p.exchange)
    for (const role of ['A', 'B'] as const) {
      const reps = Math.min(p.exchange, p.count - before)
      const helping = worked(p, n, span(p.kind, at, reps * p.repMs).inTurn({ side: turn.side, role }), reps)
      helping.before = before
      helping.traded = true
      helping.begins = begins && at === from
      out.push(helping)
      at += helping.ms
    }
}

function worked(p: Pieces, n: number, work: Span, count: number): Span {
  work.count = count
  work.repMs = p.repMs
  work.alternate = p.alternate
  work.word = p.word ?? false
  work.reversed = p.reversed ?? false
  work.layer = p.layers?.[n - 1]
  work.marks = p.marks
  return numbered(p, n, work)
}

function numbered(p: Pieces, n: number, s: Span): Span {
  if (p.numbered === 'set') s.set = n
  else s.round = n
  return s
}
