import { repSecOf, rolesOf } from '../curriculum/boards'
import type { Item } from '../curriculum/item'
import type { Syllabus, Target } from '../curriculum/syllabus'
import { LEAST_MIN } from './term'

/** What the syllabus still asks of each group until the grading, in minutes of main work, from what its students have practised. */

/** What somebody has practised of an item, summed over all classes. */
export interface Done {
  last: string | null
  repsL: number
  repsR: number
  repsN: number
  workMs: number
}

export interface TermStudent {
  id: string
  group: string | undefined
  rank: string
}

export interface Need {
  item: string
  /** Minutes that bring three in four of those asked to what is asked; less than a helping is a helping. */
  needMin: number
  /** Minutes that the mean of them has worked on it. */
  doneMin: number
  /** How many are asked for it, and how many of them never had it. */
  asked: number
  never: number
  /** The last day on which any of them had it. */
  last: string | undefined
}

/** Of those asked, so many are to reach it: who was away for long is seen to apart from the class. */
const REACHED_BY = 0.75

/** What an item is asked for where the syllabus names no amount, in minutes of work. */
const USUAL_MIN = 10

/** Reps on the side that has fewer; of an item without sides all of them. */
const repsASide = ({ sides }: Item, { repsL, repsR, repsN }: Done): number =>
  sides === 2 ? Math.min(repsL, repsR) + Math.floor(repsN / 2) : repsL + repsR + repsN

/** Seconds of work in which one more of a target's unit is done: a rep on each side, in both roles where there are two. */
function unitSec(unit: Target['unit'], item: Item): number {
  if (unit === 'minutes') return 60
  if (unit === 'runs') return item.sections.reduce((sum, { sec }) => sum + sec, 0) || 60
  return repSecOf(item).full * item.sides * rolesOf(item)
}

/**
 * Minutes of work that somebody still wants of an item.
 *
 * @param target nothing: ten minutes of work
 * @param done nothing: never practised
 */
export function minutesLeft(item: Item, target: Target | undefined, done: Done | undefined): number {
  const { unit, amount } = target ?? { unit: 'minutes', amount: USUAL_MIN }
  const had = !done
    ? 0
    : unit === 'minutes'
      ? done.workMs / 60_000
      : unit === 'runs'
        ? done.repsL + done.repsR + done.repsN
        : repsASide(item, done)
  return (Math.max(0, amount - had) * unitSec(unit, item)) / 60
}

/**
 * @param doneBy what a student has practised of an item
 * @returns for each group the items that the ranks of its students are asked for, in the order of the syllabus
 */
export function termNeeds(
  groups: readonly { id: string; ranks: readonly string[] }[],
  students: readonly TermStudent[],
  syllabus: Syllabus,
  items: ReadonlyMap<string, Item>,
  doneBy: (student: string, item: string) => Done | undefined,
): { group: string; items: Need[] }[] {
  return groups.map((group) => {
    const mine = students.filter((student) => student.group === group.id)
    const asked = new Map<string, { left: number; done: Done | undefined }[]>()
    for (const { rank, item: id, target } of syllabus) {
      const item = items.get(id)
      if (!item) continue
      for (const student of mine.filter((one) => one.rank === rank)) {
        const done = doneBy(student.id, id)
        asked.set(id, [...(asked.get(id) ?? []), { left: minutesLeft(item, target, done), done }])
      }
    }
    return {
      group: group.id,
      items: [...asked].map(([item, all]): Need => {
        const mean = (figure: (one: (typeof all)[number]) => number) =>
          all.reduce((sum, one) => sum + figure(one), 0) / all.length
        const days = all.flatMap(({ done }) => done?.last ?? []).sort()
        return {
          item,
          needMin: wholeHelpings(reachedBy(all.map(({ left }) => left))),
          doneMin: Math.round(mean(({ done }) => (done?.workMs ?? 0) / 60_000)),
          asked: all.length,
          never: all.filter(({ done }) => !done || done.last === null).length,
          last: days.at(-1),
        }
      }),
    }
  })
}

const wholeHelpings = (minutes: number) => (minutes > 0 ? Math.max(LEAST_MIN, Math.ceil(minutes - 1e-9)) : 0)

/** What so many of some are served with. */
function reachedBy(minutes: readonly number[]): number {
  const sorted = [...minutes].sort((a, b) => a - b)
  return sorted[Math.ceil(sorted.length * REACHED_BY) - 1] ?? 0
}
