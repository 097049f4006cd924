import type { Item, Move, Section } from './item'

/** The way a form goes over the floor, read from the directions and steps of its moves. */

/** Where a move ends, in steps from where the form begins: `x` to the right, `y` towards the front wall. */
export interface PathPoint {
  x: number
  y: number
  /** Degrees from the front wall, clockwise, that one faces there. */
  facing: number
  /** Index of the section and of the move in it, both from 0. */
  section: number
  move: number
  /** The count on which it comes, from 1 over the whole form. */
  count: number
}

const DEGREES_AN_HOUR = 30

/** Without a direction a move goes where the last one went; without steps it stays where it is. */
export function pathOf(sections: readonly Pick<Section, 'moves'>[]): PathPoint[] {
  let [x, y, facing, count] = [0, 0, 0, 1]
  return sections.flatMap(({ moves = [] }, section) =>
    moves.map((one, move): PathPoint => {
      if (one.towards !== undefined) facing = (one.towards % 12) * DEGREES_AN_HOUR
      const angle = (facing * Math.PI) / 180
      x += (one.steps ?? 0) * Math.sin(angle)
      y += (one.steps ?? 0) * Math.cos(angle)
      const point = { x: rounded(x), y: rounded(y), facing, section, move, count }
      count += one.counts ?? 1
      return point
    }),
  )
}

const rounded = (n: number) => Math.round(n * 1000) / 1000 + 0

/** The same as it is seen by somebody who stands at the front and goes along with it as in a mirror. */
export const mirroredPath = (path: readonly PathPoint[]): PathPoint[] =>
  path.map((point) => ({ ...point, x: rounded(-point.x), facing: (360 - point.facing) % 360 }))

/** How many counts a form takes. */
export const countsOf = (sections: readonly Pick<Section, 'moves'>[]): number =>
  sections.reduce((sum, { moves = [] }) => sum + moves.reduce((all, { counts = 1 }) => all + counts, 0), 0)

/** The move on a count of a form, and where it stands; nothing beyond its last. */
export function moveOnCount(
  sections: Item['sections'],
  count: number,
): { move: Move; section: number; index: number } | undefined {
  let left = count - 1
  for (const [section, { moves = [] }] of sections.entries())
    for (const [index, move] of moves.entries()) {
      const { counts = 1 } = move
      if (left < counts) return { move, section, index }
      left -= counts
    }
  return undefined
}

const WALLS = ['front', 'right', 'back', 'left'] as const

/** A direction as it is typed: an hour of the clock (`3`, `3 o’clock`) or a wall (`right`). */
export function readDirection(text: string): number | undefined {
  const said = text.trim().toLowerCase()
  const wall = WALLS.findIndex((one) => said.startsWith(one))
  if (wall >= 0) return wall === 0 ? 12 : wall * 3
  const hour = /^(\d{1,2})\b/.exec(said)
  const n = Number(hour?.[1])
  return hour && n >= 1 && n <= 12 ? n : undefined
}

export function directionInWords(towards: number): string {
  return towards % 3 === 0 ? `${WALLS[(towards / 3) % 4] ?? ''} wall` : `${towards} o’clock`
}
