import type { PlacedBlock, Timeline } from '../plan/timeline'

/**
 * The way through a plan that is still to be run: blocks that are left out are jumped over, each kept one after a
 * transition. Positions are milliseconds of the plan's own timeline.
 */
export interface Course {
  timeline: Timeline
  skipped: ReadonlySet<string>
}

/** Where a position lies: inside a block, in the transition that leads to it, or past the end. */
export interface Place {
  index: number
  inTransition: boolean
}

export function placeAt({ timeline }: Course, position: number): Place | undefined {
  const { blocks, totalMs } = timeline
  if (position >= totalMs) return undefined
  const index = blocks.findIndex(({ at, ms }) => position < at + ms)
  const placed = blocks[index]
  return placed && { index, inTransition: position < placed.at }
}

/** The first block from `index` on that is not left out. */
export function keptFrom({ timeline, skipped }: Course, index: number): PlacedBlock | undefined {
  return timeline.blocks.slice(index).find(({ block }) => !skipped.has(block.id))
}

/** The block that comes after what runs at `position`: in a transition, the one it leads to. */
export function comingAt(course: Course, position: number): PlacedBlock | undefined {
  const place = placeAt(course, position)
  return place && keptFrom(course, place.inTransition ? place.index : place.index + 1)
}

/** The stretches of plan time that remain from `position` on, in order. */
export function remaining(course: Course, position: number): [from: number, to: number][] {
  const place = placeAt(course, position)
  if (!place) return []
  const { blocks, transitionMs } = course.timeline
  const out: [number, number][] = []
  const here = blocks[place.index]
  if (here && !place.inTransition) out.push([position, here.at + here.ms])
  const rest = blocks.slice(place.inTransition ? place.index : place.index + 1)
  rest
    .filter(({ block }) => !course.skipped.has(block.id))
    .forEach((placed, i) => {
      // A transition under way is not begun again, even when the block it led to is left out.
      const gone = i === 0 && place.inTransition && here ? transitionMs - (here.at - position) : 0
      out.push([placed.at - transitionMs + gone, placed.at + placed.ms])
    })
  return out
}

export function remainingMs(course: Course, position: number): number {
  return remaining(course, position).reduce((sum, [from, to]) => sum + to - from, 0)
}
