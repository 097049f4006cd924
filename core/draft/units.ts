import type { Category } from '../curriculum/categories'
import type { Candidate } from './candidates'
import { bodySec, KEPT_SEC, threadSec } from './doses'
import type { ClassFrame } from './frame'
import type { Choice, ThreadWork } from './model'

/** The boards of the main part as units that can be put in order: threads, short boards, pinned ones, and open practice. */

interface Timed {
  /** With what is said before it. */
  sec: number
}
export interface ThreadUnit extends Timed {
  kind: 'thread'
  category: Category
  workSec: number
  works: readonly ThreadWork[]
}
export interface BoardUnit extends Timed {
  kind: 'board'
  category: Category
  /** By group. */
  works: readonly Candidate[]
  /** Groups that go on with their thread on it. */
  goesOn: readonly boolean[]
}
export interface PinnedUnit extends Timed {
  kind: 'pinned'
  place: number
}
export interface FreeUnit extends Timed {
  kind: 'free'
}
export type Unit = ThreadUnit | BoardUnit | PinnedUnit | FreeUnit

export interface Setup {
  showSec: number
  setupSec: number
}

/** @param fits whether groups can work so beside one another: floor and kit */
export function unitsOf(
  choice: Choice,
  frame: ClassFrame,
  { showSec, setupSec }: Setup,
  fits: (works: readonly Candidate[]) => boolean,
): { unit: Unit; stretch: number }[] {
  const threads = choice.threads.map(({ category, workSec, works, stretch }) => ({
    stretch,
    unit: { kind: 'thread' as const, category, workSec, works, sec: threadSec(workSec) + showSec },
  }))
  const boards = choice.boards.flatMap(({ category, stretches, kept }) => {
    const thread = choice.threads.find((one) => one.category === category)
    const lists = kept.map((own, g) => {
      const work = thread?.works.find(({ candidate }) => candidate.group === g)
      const more = work ? Array.from({ length: stretches.length - own.length }, () => work.candidate) : []
      return [...own, ...more]
    })
    const goesOn = (works: readonly Candidate[]) => works.map((one, g) => !kept[g]?.includes(one))
    return dealt(lists, stretches.length, fits).map((works, n) => ({
      stretch: stretches[n] ?? 0,
      unit: {
        kind: 'board' as const,
        category,
        works,
        goesOn: goesOn(works),
        sec: bodySec(KEPT_SEC) + setupSec,
      },
    }))
  })
  return [
    ...threads,
    ...boards,
    ...choice.pinned.map((stretch, place) => ({
      stretch,
      unit: { kind: 'pinned' as const, place, sec: frame.pinned[place]?.sec ?? 0 },
    })),
    ...choice.freeSec.flatMap((sec, stretch) =>
      sec > 0 ? [{ stretch, unit: { kind: 'free' as const, sec } }] : [],
    ),
  ]
}

/** Every group's items dealt out over so many boards: those that go together on one, and no board beyond the hall. */
function dealt(
  lists: readonly (readonly Candidate[])[],
  boards: number,
  fits: (works: readonly Candidate[]) => boolean,
): Candidate[][] {
  const made = Array.from({ length: boards }, (): Candidate[] => [])
  for (const list of lists) {
    const left = [...list]
    // The board that has the item already first, so that groups work one thing together; then one that has room for it.
    for (const works of made) {
      const together = left.findIndex(
        (one) => works.some(({ item }) => item === one.item) && fits([...works, one]),
      )
      const any = left.findIndex((one) => fits([...works, one]))
      const [one] = left.splice(Math.max(0, together >= 0 ? together : any), 1)
      if (one) works.push(one)
    }
  }
  return made
}

export const candidatesOf = (unit: Unit): readonly Candidate[] =>
  unit.kind === 'thread'
    ? unit.works.map(({ candidate }) => candidate)
    : unit.kind === 'board'
      ? unit.works
      : []
