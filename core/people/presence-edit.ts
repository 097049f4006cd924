import { inForce } from '../floor/event'
import type { PresenceMark } from '../floor/events'
import type { Interval } from './intervals'
import { readRegister, type RegisterLine } from './register'

/** When somebody was there, typed afterwards: the taps that say it, in the place of those there were. */

/** Presence as it is typed: from and to, and out between. Ms since 1970; no `from` is from the first bow, no `to` to the end. */
export interface TypedPresence {
  remote: boolean
  from: number | undefined
  to: number | undefined
  out: readonly Interval[]
}

/** A tap that is still to be given an id. */
export type TypedTap = Pick<PresenceMark, 'kind' | 'at'> & { reason?: string }

/** What a line of the register says, to be typed over. */
export function typedFrom(line: RegisterLine | undefined): TypedPresence {
  const [first] = line?.there ?? []
  const last = line?.there.at(-1)
  const finite = (at: number | undefined) => (at === undefined || !Number.isFinite(at) ? undefined : at)
  // Gone for a while between is out as much as sitting out is.
  const between = (line?.there ?? [])
    .slice(1)
    .map(([from], n): Interval => [line?.there[n]?.[1] ?? from, from])
  return {
    remote: line?.remote ?? false,
    from: finite(first?.[0]),
    to: finite(last?.[1]),
    out: [...(line?.out ?? []), ...between].sort((a, b) => a[0] - b[0]),
  }
}

/**
 * What is wrong with it, as a sentence; nothing where it holds.
 *
 * @param held when the class began and, where it is over, ended: nobody was there before or after
 */
export function typedWrong(
  { from, to, out }: TypedPresence,
  held: { began: number; ended?: number | undefined },
): string | undefined {
  if (to !== undefined && to <= held.began) return 'They left before the class began: say away instead.'
  if (from !== undefined && held.ended !== undefined && from >= held.ended)
    return 'They came when the class was over: say away instead.'
  if (from !== undefined && to !== undefined && to <= from)
    return 'They left before they came: change one of the two.'
  for (const [start, end] of out) {
    if (end <= start) return 'A time out ends before it begins.'
    if (start < (from ?? -Infinity) || (Number.isFinite(end) && end > (to ?? Infinity)))
      return 'A time out lies outside of when they were there.'
  }
  const inOrder = [...out].sort((a, b) => a[0] - b[0])
  return inOrder.some(([start], n) => start < (inOrder[n - 1]?.[1] ?? -Infinity))
    ? 'Two times out overlap: make them one.'
    : undefined
}

/** The taps that say it, in their order; `startsAt` is when the class began, or is to. */
export function tapsFor({ remote, from, to, out }: TypedPresence, startsAt: number): TypedTap[] {
  const came: TypedTap =
    from !== undefined && !remote
      ? { kind: 'late', at: from }
      : { kind: remote ? 'home' : 'here', at: startsAt }
  return [
    came,
    ...[...out]
      .sort((a, b) => a[0] - b[0])
      .flatMap(([start, end]): TypedTap[] => [
        { kind: 'out', at: start },
        ...(Number.isFinite(end) ? [{ kind: 'back' as const, at: end }] : []),
      ]),
    ...(to === undefined ? [] : [{ kind: 'left' as const, at: to }]),
  ]
}

/**
 * The taps as they are sent: those that stand are taken back, and the typed ones come in their place, in the group that was chosen for the class.
 *
 * @param marks all taps of the class
 * @param now when those that stand are taken back, ms since 1970
 */
export function typedMarks(
  marks: readonly PresenceMark[],
  student: string,
  taps: readonly TypedTap[],
  now: number,
): Omit<PresenceMark, 'id' | 'n'>[] {
  const group = readRegister(marks).get(student)?.group
  const standing = inForce(marks).filter((mark) => mark.student === student)
  return [
    ...standing.map(({ id: undoes }) => ({ kind: 'undo' as const, at: now, undoes })),
    ...taps.map((tap, n) => ({ ...tap, student, ...(n === 0 && group ? { group } : {}) })),
  ]
}

/** The register with somebody's presence typed over. */
export function withTyped(
  marks: readonly PresenceMark[],
  student: string,
  taps: readonly TypedTap[],
): RegisterLine | undefined {
  const others = inForce(marks).filter((mark) => mark.student !== student)
  const typed = taps.map((tap, n): PresenceMark => ({ ...tap, id: `typed-${n}`, student, n }))
  return readRegister([...others, ...typed]).get(student)
}
