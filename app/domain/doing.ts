import type { Block } from '~~/core/plan/schema'
import type { Item } from '~~/core/curriculum/item'
import type { Names } from '~~/core/formats/class-lines'
import { answerWords, chainWords } from '~~/core/plan/place-words'
import { workedAt } from '~~/core/plan/places'
import type { GroupNow } from '~~/core/plan/moment'
import type { SpanKind } from '~~/core/plan/spans'

/** What a group works, holds, or that it waits, in the words of the floor. */
export function workOf(
  now: GroupNow | undefined,
  block: Block | undefined,
  nameOf: (item: string | undefined) => string,
  otherwise: string,
): string {
  if (now?.span?.kind === 'idle') return 'Waits'
  if (now?.span?.kind === 'holding') return `Holds: ${block?.holding?.title ?? 'what was just taught'}`
  const worked = now?.stretch && workedAt(now.stretch, now.span?.place)
  return nameOf(worked?.technique) || otherwise
}

const NOT_AT_WORK: Partial<Record<SpanKind, string>> = {
  setup: 'is shown it',
  talk: 'listens',
  rest: 'rests',
  breather: 'rests',
  swap: 'swaps roles',
  switch: 'changes sides',
  reset: 'resets',
  bridge: 'hears the next stage',
  handover: 'hands over',
  move: 'moves on',
}

/** How far a group is in its work: what it does between, or the side, role and set. */
export function howFar({ span }: GroupNow): string {
  if (!span) return ''
  const between = NOT_AT_WORK[span.kind]
  if (between) return between
  const side = span.side && { R: 'right', L: 'left' }[span.side]
  const set = span.round ? `round ${span.round}` : span.set ? `set ${span.set}` : ''
  return [side, span.role && `role ${span.role}`, set].filter(Boolean).join(', ')
}

/** What is said beside the item while a group works: what a rep is made of, what the partner works on or does, and how nobody is hurt. */
export function besideWork(
  { stretch, span }: GroupNow,
  itemOf: (id: string) => Item | undefined,
  names: Names,
): { chain: string; partner: string; safety: string } {
  const worked =
    span?.kind === 'idle' || span?.kind === 'holding' ? undefined : stretch && workedAt(stretch, span?.place)
  if (!worked) return { chain: '', partner: '', safety: '' }
  const { helper, partner } = itemOf(worked.technique) ?? {}
  const holds = partner === 'solo' ? undefined : helper
  const does = [holds?.does, holds?.height, holds?.angle, holds?.when].filter(Boolean).join(', ')
  return {
    chain: worked.parts ? chainWords(worked.parts, names) : '',
    partner: worked.receives ? answerWords(worked.receives, names) : does,
    safety: holds?.safety ?? '',
  }
}
