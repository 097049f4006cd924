import type { Category } from '../curriculum/categories'
import type { Item } from '../curriculum/item'
import type { Syllabus } from '../curriculum/syllabus'
import { daysBetween } from '../kernel/days'
import { dueInWords } from './due-for-group'
import type { Expected } from '../checks/club-facts'

/** How long ago each rank worked on what the syllabus asks of it. */
export interface AgedItem {
  item: string
  /** Days since anybody of the rank had it; nothing: nobody ever had. */
  ago: number | undefined
  due: number
  /** Why, in words. */
  says: string
}
export interface AgedCell {
  rank: string
  category: Category
  /** Never worked first, then the longest ago. */
  items: AgedItem[]
}

/** Of every rank that somebody has, what is asked of it by category. */
export function syllabusAge(
  students: readonly Pick<Expected, 'rank' | 'practised'>[],
  club: { items: ReadonlyMap<string, Item>; syllabus: Syllabus },
  today: string,
): AgedCell[] {
  const cells = new Map<string, AgedCell>()
  const ofRank = new Map<string, Pick<Expected, 'rank' | 'practised'>[]>()
  for (const student of students) ofRank.set(student.rank, [...(ofRank.get(student.rank) ?? []), student])
  const dueOf = new Map(
    [...ofRank].map(([rank, mine]) => [
      rank,
      new Map(dueInWords(mine, club, today).map((row) => [row.item, row])),
    ]),
  )
  for (const { rank, item } of club.syllabus) {
    const category = club.items.get(item)?.category
    const mine = ofRank.get(rank)
    const row = dueOf.get(rank)?.get(item)
    if (!category || !mine || !row) continue
    const last = mine
      .flatMap(({ practised }) => practised.get(item)?.last ?? [])
      .sort()
      .at(-1)
    const cell = cells.get(`${rank} ${category}`) ?? { rank, category, items: [] }
    cell.items.push({
      item,
      ago: last === undefined ? undefined : daysBetween(last, today),
      due: row.due,
      says: row.says,
    })
    cells.set(`${rank} ${category}`, cell)
  }
  for (const { items } of cells.values())
    items.sort((a, b) => (b.ago ?? Infinity) - (a.ago ?? Infinity) || (a.item < b.item ? -1 : 1))
  return [...cells.values()]
}
