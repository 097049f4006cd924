import type { Block } from '~~/core/plan/schema'
import { atLayer, holderSaid, type Item } from '~~/core/curriculum/item'
import type { Names } from '~~/core/formats/class-lines'
import { answerWords, chainWords } from '~~/core/plan/place-words'
import { workedAt, type Instead, type Worked } from '~~/core/plan/places'
import type { GroupNow } from '~~/core/plan/moment'
import type { SpanKind } from '~~/core/plan/spans'

/** What a group works, or in a gap works next; where rounds rise, in the version of this round. */
export function workedOf(now: GroupNow | undefined): Worked | undefined {
  if (!now?.shown) return undefined
  const { stretch, span } = now.shown
  const worked = workedAt(stretch, span.place)
  return worked && span.layer !== undefined ? { ...worked, layer: span.layer } : worked
}

/** What nobody may forget of it: the item's own caution, those of its parts and links, and of what it is answered with. */
export function cautionsOf(
  { technique, layer, parts, links, receives }: Worked,
  hazardOf: (item: string, layer: number) => string | undefined,
): string[] {
  const called = (links ?? []).flatMap((link) =>
    link.technique ? [{ technique: link.technique, layer: link.layer }] : [],
  )
  const places = [{ technique, layer }, ...(parts ?? []), ...called, ...(receives ? [receives] : [])]
  return [...new Set(places.flatMap((one) => hazardOf(one.technique, one.layer) || []))]
}

/** What a group works, holds, or that it waits, in the words of the floor. */
export function workOf(
  now: GroupNow | undefined,
  block: Block | undefined,
  nameOf: (item: string | undefined) => string,
  otherwise: string,
): string {
  const { shown } = now ?? {}
  if (shown?.span.kind === 'idle') return 'Waits'
  const worked = workedOf(now)
  if (shown?.span.kind === 'holding') {
    const { title, technique } = block?.holding ?? {}
    // After its turn a group goes on with what it was taught.
    return worked && worked.technique !== technique
      ? `Goes on: ${nameOf(worked.technique)}`
      : `Holds: ${title ?? 'what was just taught'}`
  }
  return nameOf(worked?.technique) || otherwise
}

/** What is done instead at what a group works in a board: the stage's or entry's own, else the track's or the board's. */
export function insteadOf(
  block: Block | undefined,
  group: string,
  now: GroupNow | undefined,
): readonly Instead[] {
  const place = block?.tracks?.find(({ groups }) => groups.includes(group)) ?? block
  return now?.shown?.span.place?.instead ?? place?.instead ?? []
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
  now: GroupNow,
  itemOf: (id: string) => Item | undefined,
  names: Names,
): { chain: string; partner: string; safety: string } {
  const kind = now.shown?.span.kind
  const worked = kind === 'idle' || kind === 'holding' ? undefined : workedOf(now)
  if (!worked) return { chain: '', partner: '', safety: '' }
  const item = itemOf(worked.technique)
  const at = item && atLayer(item, worked.layer)
  return {
    chain: worked.parts ? chainWords(worked.parts, names) : '',
    partner: worked.receives ? answerWords(worked.receives, names) : at ? holderSaid(at) : '',
    safety: at?.partner === 'solo' ? '' : (at?.helper?.safety ?? ''),
  }
}
