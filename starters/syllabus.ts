import type { Category } from '../core/curriculum/categories'
import type { Item } from '../core/curriculum/item'
import { byId } from '../core/curriculum/prerequisites'
import type { Syllabus, Target } from '../core/curriculum/syllabus'

/** The part of a grading a category belongs to, and what is usually asked there. */
const PART: Record<Category, [part: string, asks: string]> = {
  falls: ['Falls', 'five each side, quiet and close to the mat'],
  throws: ['Throws', 'three each side, partner set down under control'],
  groundwork: ['Ground', 'held or turned over against half strength'],
  escapes: ['Self-defence', 'out and away, both sides, no hurry'],
  hands: ['Basics', 'ten on the count, guard kept'],
  kicks: ['Basics', 'ten each side, foot back before it goes down'],
  blocks: ['Basics', 'five each side against a slow feed'],
  footwork: ['Basics', 'called in any order'],
  forms: ['Forms', 'alone, from start to end'],
  weapons: ['Forms', 'alone, two lengths of room'],
  sparring: ['Sparring', 'two rounds of a minute, level agreed'],
  conditioning: ['Body', 'with good shape to the end'],
  mobility: ['Body', 'shown with a breath count'],
  games: ['Body', 'played fair'],
}

function targetOf(category: Category, amount: number): Target {
  if (category === 'forms') return { unit: 'runs', amount }
  if (category === 'sparring' || category === 'mobility' || category === 'games')
    return { unit: 'minutes', amount }
  return { unit: 'reps', amount }
}

/**
 * A syllabus written a rank a line: `item:layer:amount` apart with spaces; amount is reps a side, runs of a form, or minutes
 * of sparring and mobility.
 */
export function syllabusOf(items: readonly Item[], ranks: Record<string, string>): Syllabus {
  const known = byId(items)
  return Object.entries(ranks).flatMap(([rank, line]) =>
    line
      .split(/\s+/)
      .filter(Boolean)
      .map((word) => {
        const [item = '', layer = '1', amount = '40'] = word.split(':')
        const category = known.get(item)?.category
        if (!category) throw new Error(`the syllabus of ${rank} names ${item}, which is not in its library`)
        const [part, asks] = PART[category]
        return { rank, item, layer: Number(layer), target: targetOf(category, Number(amount)), asks, part }
      }),
  )
}
