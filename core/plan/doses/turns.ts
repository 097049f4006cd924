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

/** Timed work is called at its start, half, ten, three and stop, and the rest after it. */
export const CALLS_OF_TIMED = 6

/** The parts of a dose that is worked in turns: one side in one role is a turn. */
export interface TurnsShape {
  setupMs: number
  sides: 1 | 2
  /** The one side that is worked, where it is said; with two sides there is none. */
  side?: Side | undefined
  roles: 1 | 2
  turnMs: number
  switchMs: number
  swapMs: number
}

/** `setup + sides·roles·T + sides·(roles−1)·swap + (sides−1)·switch`. */
export function turnsLengthMs(t: TurnsShape): number {
  return (
    t.setupMs + t.sides * t.roles * t.turnMs + t.sides * (t.roles - 1) * t.swapMs + (t.sides - 1) * t.switchMs
  )
}

export interface Turn {
  at: number
  side: Side | undefined
  role: Role | undefined
}

/**
 * Lays setup, turns and the gaps between them. Sides are the outer loop and roles the inner; a gap carries the side and
 * role of the turn it leads to.
 */
export function layTurns(t: TurnsShape, firstSide: Side, layTurn: (turn: Turn, out: Span[]) => void): Span[] {
  const out: Span[] = []
  let at = 0
  if (t.setupMs > 0) out.push(span('setup', 0, t.setupMs))
  at += t.setupMs
  for (let s = 0; s < t.sides; s++) {
    const side = t.sides === 1 ? t.side : s === 0 ? firstSide : otherSide(firstSide)
    for (let r = 0; r < t.roles; r++) {
      const role: Role | undefined = t.roles === 1 ? undefined : r === 0 ? 'A' : 'B'
      const gap = r > 0 ? t.swapMs : s > 0 ? t.switchMs : 0
      if (gap > 0) out.push(span(r > 0 ? 'swap' : 'switch', at, gap).inTurn({ side, role }))
      at += gap
      layTurn({ at, side, role }, out)
      at += t.turnMs
    }
  }
  return out
}

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
  /** Counted by the instructor's word. */
  word?: boolean
}

/** Lays the pieces of one turn; the first begins it. */
export function layPieces(p: Pieces, turn: Turn, out: Span[]): void {
  let at = turn.at
  for (let n = 1; n <= p.times; n++) {
    if (n > 1) {
      if (p.restMs > 0) out.push(numbered(p, n, span(p.restKind, at, p.restMs).inTurn(turn)))
      at += p.restMs
    }
    const work = numbered(p, n, span(p.kind, at, p.ms).inTurn(turn))
    work.begins = n === 1
    work.count = p.count
    work.repMs = p.repMs
    work.alternate = p.alternate
    work.word = p.word ?? false
    out.push(work)
    at += p.ms
  }
}

function numbered(p: Pieces, n: number, s: Span): Span {
  if (p.numbered === 'set') s.set = n
  else s.round = n
  return s
}

/** `times` pieces of `ms` with rest between them: the length of one turn. */
export function piecesMs(p: Pick<Pieces, 'times' | 'ms' | 'restMs'>): number {
  return p.times * p.ms + (p.times - 1) * p.restMs
}
