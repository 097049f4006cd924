import { toSec } from '../kernel/units'
import { leastSec } from './refit-plan'
import { counted, minutes } from '../kernel/time-text'
import { saysOf } from '../plan/fit-dose'
import type { Block, Plan } from '../plan/schema'
import type { PlacedBlock } from '../plan/timeline'
import { placeAt } from './course'
import type { RunEvent } from './events'
import { floorNow } from './now'
import { refit, usefulSec } from './refit'
import { replay, type Run } from './run'

/** A way to end on time, as it is offered on the floor. */
export interface Offer {
  /** What a `fit` act says. */
  keep: { id: string; sec: number }[]
  /** What becomes of the boards, each in words. */
  says: string[]
  /** When the class would end, ms since 1970. */
  endsAt: number
  /** By how many seconds even this is too long; 0 where it fits. */
  overSec: number
}

interface Held {
  planned: Plan
  events: readonly RunEvent[]
  run: Run
  /** Ms since 1970. */
  now: number
  dueAt: number
}

/** What is still to be run of a class: the board under way with what is left of it, and those to come. */
interface Rest {
  worked: PlacedBlock | undefined
  coming: PlacedBlock[]
  /** Of the transition under way, what has passed of it, ms. */
  passedMs: number
}

function restOf({ timeline, skipped, position }: Run): Rest {
  const place = placeAt({ timeline, skipped }, position)
  if (!place) return { worked: undefined, coming: [], passedMs: 0 }
  const here = timeline.blocks[place.index]
  const worked = place.inTransition ? undefined : here
  const coming = timeline.blocks
    .slice(place.index + (worked ? 1 : 0))
    .filter(({ block }) => !skipped.has(block.id))
  const passedMs = place.inTransition && here ? timeline.transitionMs - (here.at - position) : 0
  return { worked, coming, passedMs }
}

/**
 * The best way to end on time from this moment on, made of whole sets and rounds; nothing where the class ends on time as it is, or where
 * nothing is left to bend.
 */
export function bestOffer(held: Held): Offer | undefined {
  const { run, now, dueAt } = held
  const { worked, coming, passedMs } = restOf(run)
  const left = worked ? floorNow(run).leftMs : 0
  const blocks = [
    ...(worked ? [stateOf(worked.block, Math.ceil(toSec(left)), undefined)] : []),
    ...coming.map(({ block, ms }) => {
      const sec = Math.ceil(toSec(ms))
      return stateOf(block, sec, leastSec(block, run.plan, sec))
    }),
  ]
  if (blocks.length === 0) return undefined
  const answer = refit({
    leftSec: Math.max(0, Math.floor(toSec(dueAt - now + passedMs))),
    transitionSec: Math.ceil(toSec(run.timeline.transitionMs)),
    currentFirst: worked !== undefined,
    blocks,
  })
  const keep = answer.blocks.filter(({ sec }, b) => sec < (blocks[b]?.sec ?? 0))
  return keep.length ? tried(held, keep) : undefined
}

/** Of the board under way whatever is left may be cut here and now, when it is not a must. */
function stateOf({ id, priority }: Block, sec: number, minSec: number | undefined) {
  return { id, sec, priority, minSec: minSec ?? usefulSec({ sec, priority, minSec: undefined }) }
}

/** Other ways: one board to come left out whole, the least that is enough of each priority; nothing that must be done. */
export function otherOffers(held: Held): Offer[] {
  const { coming } = restOf(held.run)
  const offers = (['could', 'should'] as const).flatMap((priority) =>
    coming
      .filter(({ block }) => block.priority === priority)
      .sort((a, b) => a.ms - b.ms)
      .flatMap(({ block }) => tried(held, [{ id: block.id, sec: 0 }]) ?? [])
      .filter(({ overSec }) => overSec === 0)
      .slice(0, 1),
  )
  return offers
}

/** What would come of it, found by doing it. */
function tried({ planned, events, run, now, dueAt }: Held, keep: Offer['keep']): Offer | undefined {
  const act: RunEvent = { id: NOT_YET, kind: 'fit', at: now, detail: { keep } }
  const after = replay(planned, [...events, act], now)
  const endsAt = now + floorNow(after).toEndMs
  const says = keep.flatMap(({ id }) => becameOf(id, run, after))
  if (says.length === 0) return undefined
  return { keep, says, endsAt, overSec: Math.max(0, Math.ceil(toSec(endsAt - dueAt))) }
}
const NOT_YET = '00000000-0000-4000-8000-000000000000'

function becameOf(id: string, before: Run, after: Run): string[] {
  const was = before.plan.blocks.find((block) => block.id === id)
  if (!was) return []
  const heir = after.heirs.get(id)
  if (heir !== undefined && heir !== before.heirs.get(id)) {
    const is = after.plan.blocks.find((block) => block.id === heir)
    return is ? [saysOf(was, is, before.plan)] : []
  }
  if (after.skipped.has(id)) return [`${was.title} is left out`]
  const is = after.plan.blocks.find((block) => block.id === id)
  if (is && is !== was) return [saysOf(was, is, before.plan)]
  return floorNow(after).placed?.block.id === id ? [] : [`${was.title} ends here`]
}

/** An offer in one line: `Pads: 2 rounds instead of 4, and 2 more changes`. */
export function offerWords({ says }: Offer): string {
  const [first = '', ...rest] = says
  if (rest.length === 0) return first
  return rest.length === 1 ? `${first}; ${rest[0]}` : `${first}, and ${counted(rest.length, 'more change')}`
}

export const overWords = ({ overSec }: Offer): string => `${minutes(overSec * 1000)} too long`
