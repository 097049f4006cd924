import { CATEGORIES, CATEGORY_NAMES, type Category } from '~~/core/curriculum/categories'
import type { Syllabus } from '~~/core/curriculum/syllabus'
import type { LibraryItem } from '~~/shared/answers'

/** The rows of the library's list: headings and items, in one run so that thousands can be scrolled. */
export type LibraryRow =
  | { kind: 'heading'; category: Category; name: string; count: number }
  | { kind: 'item'; item: LibraryItem; rank: string | undefined }

export interface Wanted {
  /** Ids in the order of the search; none leaves the order of the library. */
  found: readonly string[]
  /** Only what this rank is asked for. */
  rank?: string | undefined
  /** Only what is put away. */
  archived: boolean
}

/** The first rank that asks for each item. */
export function firstRanks(syllabus: Syllabus, ranks: readonly { id: string }[]): Map<string, string> {
  const order = new Map(ranks.map(({ id }, at) => [id, at]))
  const first = new Map<string, string>()
  for (const { item, rank } of syllabus) {
    const known = first.get(item)
    if (known === undefined || (order.get(rank) ?? 0) < (order.get(known) ?? 0)) first.set(item, rank)
  }
  return first
}

export function libraryRows(
  items: ReadonlyMap<string, LibraryItem>,
  syllabus: Syllabus,
  ranks: readonly { id: string }[],
  { found, rank, archived }: Wanted,
): LibraryRow[] {
  const first = firstRanks(syllabus, ranks)
  const asked = new Set(syllabus.filter((entry) => entry.rank === rank).map(({ item }) => item))
  const shown = found
    .flatMap((id) => items.get(id) ?? [])
    .filter((item) => item.archived === archived && (!rank || asked.has(item.id)))
  return CATEGORY_NAMES.flatMap((category): LibraryRow[] => {
    const within = shown.filter((item) => item.category === category)
    if (within.length === 0) return []
    return [
      { kind: 'heading', category, name: CATEGORIES[category].name, count: within.length },
      ...within.map((item): LibraryRow => ({ kind: 'item', item, rank: first.get(item.id) })),
    ]
  })
}
