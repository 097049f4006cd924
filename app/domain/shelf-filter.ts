import type { Item } from '~~/core/curriculum/item'
import { CATEGORIES } from '~~/core/curriculum/categories'
import { PHASES } from '~~/core/plan/phases'
import type { Standing } from '~~/core/curriculum/syllabus'

/** What the library on the shelf is narrowed by; an empty text narrows nothing. */
export interface ShelfFilter {
  group: string
  standing: string
  partner: string
  intensity: string
  kit: string
}
export const NO_FILTER: ShelfFilter = { group: '', standing: '', partner: '', intensity: '', kit: '' }

const BANDS: Record<string, [least: number, most: number]> = { easy: [1, 4], middle: [5, 7], hard: [8, 10] }

/** Whether an item passes. A group without a status passes whatever is asked of any of its ranks. */
export function passes(
  item: Item,
  filter: ShelfFilter,
  standing: (item: string, group: string) => Standing,
): boolean {
  const { group, partner, intensity, kit } = filter
  if (group) {
    const stands = standing(item.id, group)
    if (filter.standing ? stands !== filter.standing : stands === 'none') return false
  }
  if (partner && item.partner !== partner && item.partner !== 'both') return false
  const band = BANDS[intensity]
  if (band) {
    const hard = item.intensity ?? PHASES[CATEGORIES[item.category].phase].intensity
    if (hard < band[0] || hard > band[1]) return false
  }
  if (kit === 'none') return item.kit.length === 0
  return !kit || item.kit.some(({ name }) => name === kit)
}
