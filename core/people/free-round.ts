import { CATEGORIES, type Category } from '../curriculum/categories'
import type { Item } from '../curriculum/item'
import type { Block, Plan } from '../plan/schema'
import { techniquesOf } from '../plan/techniques'

/** What a group may use in a free round: of the kinds that the board allows what it has learnt, and what of them is taught tonight. */
export interface MayUse {
  item: string
  /** It is taught in this class and was not learnt before it. */
  isNew: boolean
}

/** An item that a group has learnt: most of it has worked it. */
export interface Learnt {
  group: string
  item: string
  /** When one of the group was marked at it last, and when the group worked it last; ms since 1970. */
  markedAt: number | null
  workedAt: number
}

/** The kinds that the boards of a plan allow in free rounds. */
export const kindsIn = (plan: Plan): Category[] => [
  ...new Set(plan.blocks.flatMap(({ kinds = [] }) => kinds)),
]

/**
 * @param learnt of all groups
 * @returns what is new tonight, then what was marked last, then what was worked last
 */
export function mayUse(
  { kinds = [] }: Pick<Block, 'kinds'>,
  group: string,
  plan: Plan,
  learnt: readonly Learnt[],
  itemOf: (id: string) => Pick<Item, 'category'> | undefined,
): MayUse[] {
  const isAllowed = (id: string) => {
    const item = itemOf(id)
    return item !== undefined && kinds.includes(item.category)
  }
  const known = learnt
    .filter((one) => one.group === group && isAllowed(one.item))
    .sort(
      (a, b) =>
        (b.markedAt ?? -Infinity) - (a.markedAt ?? -Infinity) ||
        b.workedAt - a.workedAt ||
        (a.item < b.item ? -1 : 1),
    )
    .map(({ item }) => item)
  const had = new Set(known)
  const tonight = new Set(
    plan.blocks.flatMap((block) => {
      const { mode, tracks = [] } = block
      const isTheirs = mode === 'together' || mode === 'stations'
      const mine = isTheirs
        ? block
        : { ...block, tracks: tracks.filter(({ groups }) => groups.includes(group)) }
      return techniquesOf({ ...plan, blocks: [mine] }).map(({ id }) => id)
    }),
  )
  return [
    ...[...tonight].filter((id) => !had.has(id) && isAllowed(id)).map((item) => ({ item, isNew: true })),
    ...known.map((item) => ({ item, isNew: false })),
  ]
}

/** The kinds in words: `hands, kicks`. */
export const kindsSaid = (kinds: readonly Category[]): string =>
  kinds.map((kind) => CATEGORIES[kind].name.toLowerCase()).join(', ')
