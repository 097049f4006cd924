import { gravesOf, NO_CLUB, type ClubFacts } from '../checks'
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
import { safeFit, type Kept } from './safe-fit'
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
  /** Boards that are left whole because the rest needs them. */
  needs: string[]
}

interface Held {
  planned: Plan
  events: readonly RunEvent[]
  run: Run
  /** Ms since 1970. */
  now: number
  dueAt: number
  /** What the checks know, so that no offer takes away what the rest needs. */
  club?: ClubFacts
  /** Boards of which that is known already. */
  needs?: readonly string[]
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
 * The best way to end on time from this moment on, made of whole sets and rounds, that takes nothing away which the rest of the class needs: the
 * raised pulse, falls before throws, water, the bow. Nothing where the class ends on time as it is, or where nothing is left to bend.
 */
export function bestOffer(held: Held): Offer | undefined {
  const { run, now, planned, events, club = NO_CLUB, needs } = held
  const safe = safeFit({
    plan: stillRun(run),
    gravesOf: (plan) => gravesOf(plan, club),
    needs,
    decide: (whole) => decide(held, whole),
    carriedOut: (keep) => stillRun(replay(planned, [...events, fitAct(now, keep)], now)),
  })
  if (safe.keep.length === 0) return undefined
  const offer = tried(held, safe.keep)
  return offer && { ...offer, needs: safe.needs }
}

/** The plan of a run without what is left out of it. */
const stillRun = ({ plan, skipped }: Run): Plan => ({
  ...plan,
  blocks: plan.blocks.filter(({ id }) => !skipped.has(id)),
})

/** What is kept of which board, where some stay whole; only what changes. */
function decide(held: Held, whole: ReadonlySet<string>): Offer['keep'] {
  const { run, now, dueAt } = held
  const { worked, coming, passedMs } = restOf(run)
  const left = worked ? floorNow(run).leftMs : 0
  const blocks = [
    ...(worked ? [stateOf(worked.block, Math.ceil(toSec(left)), undefined)] : []),
    ...coming.map(({ block, ms }) => {
      const sec = Math.ceil(toSec(ms))
      return stateOf(block, sec, leastSec(block, run.plan, sec))
    }),
  ].map((block) => (whole.has(block.id) ? { ...block, priority: 'must' as const, minSec: block.sec } : block))
  if (blocks.length === 0) return []
  const state = {
    leftSec: Math.max(0, Math.floor(toSec(dueAt - now + passedMs))),
    transitionSec: Math.ceil(toSec(run.timeline.transitionMs)),
    currentFirst: worked !== undefined,
  }
  const keepOf = (given: typeof blocks) =>
    refit({ ...state, blocks: given }).blocks.filter(({ sec }, b) => sec < (blocks[b]?.sec ?? 0))
  const keep = keepOf(blocks)
  const first = keep.length ? tried(held, keep) : undefined
  if (!first || first.overSec > 0) return first ? keep : []
  // Whole sets and rounds save more than was asked of them: what they save over is given to the others.
  const lengths = lengthsAfter(held, keep)
  const over = new Map(
    keep.flatMap(({ id, sec }) => {
      const length = lengths.get(id)
      return sec > 0 && length !== undefined && length < sec ? [[id, { sec, length }] as const] : []
    }),
  )
  const settled = blocks.map((block) => {
    const sec = over.get(block.id)?.length
    return sec === undefined ? block : { ...block, sec, minSec: sec }
  })
  const again = keepOf(settled).map(({ id, sec }) => ({ id, sec: sec > 0 ? (over.get(id)?.sec ?? sec) : 0 }))
  const second = again.length ? tried(held, again) : undefined
  return second && second.overSec === 0 && second.endsAt > first.endsAt ? again : keep
}

/** How long each board would be, in seconds, after a fit; of the one under way what would be left of it. */
function lengthsAfter({ planned, events, now }: Held, keep: Offer['keep']): Map<string, number> {
  const after = replay(planned, [...events, fitAct(now, keep)], now)
  const { worked, coming } = restOf(after)
  const seconds = (ms: number) => Math.ceil(toSec(ms))
  const first = [...after.heirs].find(([, heir]) => heir === worked?.block.id)?.[0] ?? worked?.block.id
  return new Map([
    ...(first === undefined ? [] : [[first, seconds(floorNow(after).leftMs)] as const]),
    ...coming.map(({ block, ms }) => [block.id, seconds(ms)] as const),
  ])
}

/** Of the board under way whatever is left may be cut here and now, when it is not a must. The bow out may be short; it is never left out. */
function stateOf({ id, priority, phase }: Block, sec: number, minSec: number | undefined) {
  const least = minSec ?? usefulSec({ sec, priority, minSec: undefined })
  return phase === 'closing' && priority !== 'must'
    ? { id, sec, priority: 'must' as const, minSec: least || Math.ceil(sec / 2) }
    : { id, sec, priority, minSec: least }
}

/** Other ways: one board to come left out whole, the least that is enough of each priority; nothing that must be done, or that the rest needs. */
export function otherOffers(held: Held): Offer[] {
  const { run, planned, events, now, club = NO_CLUB } = held
  const { coming } = restOf(run)
  const isSafe = ({ keep }: Offer) =>
    safeFit({
      plan: stillRun(run),
      gravesOf: (plan) => gravesOf(plan, club),
      decide: (whole) => keep.filter(({ id }) => !whole.has(id)),
      carriedOut: (kept) => stillRun(replay(planned, [...events, fitAct(now, kept)], now)),
    }).needs.length === 0
  return (['could', 'should'] as const).flatMap((priority) => {
    const offers = coming
      .filter(({ block }) => block.priority === priority && block.phase !== 'closing')
      .sort((a, b) => a.ms - b.ms)
      .flatMap(({ block }) => tried(held, [{ id: block.id, sec: 0 }]) ?? [])
      .filter(({ overSec }) => overSec === 0)
    const safe = offers.find(isSafe)
    return safe ? [safe] : []
  })
}

/** What would come of it, found by doing it. */
function tried({ planned, events, run, now, dueAt }: Held, keep: Offer['keep']): Offer | undefined {
  const after = replay(planned, [...events, fitAct(now, keep)], now)
  const endsAt = now + floorNow(after).toEndMs
  const says = keep.flatMap(({ id }) => becameOf(id, run, after))
  if (says.length === 0) return undefined
  return { keep, says, endsAt, overSec: Math.max(0, Math.ceil(toSec(endsAt - dueAt))), needs: [] }
}
const fitAct = (at: number, keep: readonly Kept[]): RunEvent => ({
  id: NOT_YET,
  kind: 'fit',
  at,
  detail: { keep: [...keep] },
})
/** After every act of the same millisecond. */
const NOT_YET = 'ffffffff-ffff-4fff-bfff-ffffffffffff'

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
