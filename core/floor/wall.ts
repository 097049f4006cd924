import { atLayer, spokenName, type Item } from '../curriculum/item'
import { mayUse, type Learnt } from '../people/free-round'
import { pointsOf } from '../curriculum/showing'
import type { Block, Plan } from '../plan/schema'
import { techniquesOf } from '../plan/techniques'
import type { RunEvent } from './events'

/**
 * What a projector shows of a class: made here, so that what is not for everybody's eyes is in no wall at all, whichever way it comes. No
 * notes, no names but first ones with an initial, no devices.
 */
export interface WallItem {
  name: string
  /** Each with its own caution. */
  layers: { name: string; point: string; hazard: string }[]
  soloForm: string
}

export interface WallView {
  club: string
  zone: string
  title: string
  /** Ms since 1970. */
  startsAt: number
  plan: Plan
  events: RunEvent[]
  items: Record<string, WallItem>
  ranks: { id: string; name: string; colour: string; ink: string }[]
  /** Who works with whom, by board and round. */
  pairs: { board: string; rounds: string[][][] }[]
  /** What each group may use in the free rounds, by board; what is new tonight first. */
  free: { board: string; group: string; items: { name: string; isNew: boolean }[] }[]
  /** Somebody follows from home. */
  home: boolean
  /** The server's clock. */
  now: number
}

/** First name and the initial of the last. */
export function wallName(first: string, last: string): string {
  const initial = last.trim()[0]
  return initial ? `${first} ${initial}` : first
}

/** A board without what those who teach keep to themselves: notes, words for a set, who leads, what is asked for. */
function wallBlock({ teaching: _t, notes: _n, says: _s, part: _p, result: _r, ...shown }: Block): Block {
  return shown
}

/** A plan as the wall may show it. */
export function wallPlan(plan: Plan): Plan {
  const { acknowledged: _a, notes: _n, references: _r, ...shown } = plan
  const blocks = plan.blocks.map(wallBlock)
  return { ...shown, blocks }
}

/** Acts as the wall may know them: what they do, and not who did them where, or of whom they are. */
export const wallEvents = (events: readonly RunEvent[]): RunEvent[] =>
  events.filter(({ detail }) => !detail?.student).map(wallEvent)

function wallEvent({ device: _d, detail, ...event }: RunEvent): RunEvent {
  if (!detail) return event
  const { name: _n, block, ...rest } = detail
  if (!block) return { ...event, detail: rest }
  return { ...event, detail: { ...rest, block: wallBlock(block) } }
}

/** What each group may use in the free rounds of a plan, by name. */
export function wallFree(
  plan: Plan,
  learnt: readonly Learnt[],
  itemOf: (id: string) => Item | undefined,
): WallView['free'] {
  return plan.blocks.flatMap((block) =>
    block.kinds
      ? plan.groups.map(({ id: group }) => ({
          board: block.id,
          group,
          items: mayUse(block, group, plan, learnt, itemOf)
            .slice(0, MOST_FREE)
            .flatMap(({ item: id, isNew }) => {
              const item = itemOf(id)
              return item ? [{ name: spokenName(item), isNew }] : []
            }),
        }))
      : [],
  )
}

/** More nobody reads from twelve metres. */
const MOST_FREE = 6

/** What the wall says of the items of a plan. */
export function wallItems(
  plan: Plan,
  events: readonly RunEvent[],
  itemOf: (id: string) => Item | undefined,
): Record<string, WallItem> {
  const put = events.flatMap(({ detail }) => detail?.block ?? [])
  const ids = new Set([
    ...techniquesOf({ ...plan, blocks: [...plan.blocks, ...put] }).map(({ id }) => id),
    ...events.flatMap(({ detail }) => detail?.technique ?? []),
  ])
  return Object.fromEntries(
    [...ids].flatMap((id) => {
      const item = itemOf(id)
      if (!item) return []
      const layers = item.layers.map(({ name }, n) => ({
        name,
        point: pointsOf(item, n + 1)[0] ?? '',
        hazard: atLayer(item, n + 1).hazard ?? '',
      }))
      const shown: WallItem = {
        name: spokenName(item),
        layers,
        soloForm: item.soloForm ?? '',
      }
      return [[id, shown]]
    }),
  )
}
