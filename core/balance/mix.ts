import { minutesLeft } from '../term/needs'
import type { Category } from '../curriculum/categories'
import type { Item } from '../curriculum/item'
import type { ClubSettings } from '../curriculum/settings'
import type { Syllabus } from '../curriculum/syllabus'

/** What share of its work a group should have of each category, 0 to 1. A category that is not in it is asked for nothing. */
export type Mix = ReadonlyMap<string, number>

/** What a group's work should be made of: what the club has settled, else what the syllabus asks of its ranks. */
export function mixFor(
  ranks: readonly string[],
  settings: Pick<ClubSettings, 'mix'>,
  syllabus: Syllabus,
  items: ReadonlyMap<string, Item>,
): Mix {
  if (settings.mix.length > 0)
    return new Map(settings.mix.map(({ category, percent }) => [category, percent / 100]))
  return mixOfSyllabus(ranks, syllabus, items)
}

/** The minutes of work that the syllabus asks of some ranks, by category, as shares that come to 1; none where it asks nothing. */
export function mixOfSyllabus(
  ranks: readonly string[],
  syllabus: Syllabus,
  items: ReadonlyMap<string, Item>,
): Mix {
  const asked = new Map<Category, number>()
  for (const { rank, item: id, target } of syllabus) {
    const item = items.get(id)
    if (!item || !ranks.includes(rank)) continue
    asked.set(item.category, (asked.get(item.category) ?? 0) + minutesLeft(item, target, undefined))
  }
  const all = [...asked.values()].reduce((sum, minutes) => sum + minutes, 0)
  return new Map(all > 0 ? [...asked].map(([category, minutes]) => [category, minutes / all]) : [])
}
