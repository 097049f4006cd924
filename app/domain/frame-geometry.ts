import type { PlacedBlock, Timeline } from '~~/core/plan/timeline'

/** Where time lies on the frame: boards down the page, heights by time with a readable minimum. */

export const PX_PER_MIN = 8
/** Between two boards: the transition. */
export const GAP_PX = 3
/** A cut board keeps a whole head across all columns; its time runs below it. */
export const HEAD_PX = 23
/** The name of a part stands above its first board. */
export const PART_PX = 20
const RUNG_PX = 16
/** The rail of the beats under the head of one count. */
export const BEATS_PX = 7

export interface PlacedBoard extends PlacedBlock {
  y: number
  h: number
  /** Height of the head below which time runs; 0 for a plain board. */
  head: number
  /** The part that begins here, by its name. */
  heading: string | undefined
}

export interface FrameGeometry {
  boards: PlacedBoard[]
  height: number
  /** Px from the top of the frame at a time of the class in ms; straight within a board. */
  yAt(ms: number): number
  /** The time of the class at a height, in whole ms; a board's head is its start. */
  msAt(y: number): number
}

const isCut = ({ block }: PlacedBlock) => block.phase !== 'water' && block.mode !== 'together'

function headOf(placed: PlacedBlock): number {
  if (!isCut(placed)) return 0
  return placed.block.mode === 'oneCount' ? HEAD_PX + BEATS_PX : HEAD_PX
}

/** The least height at which a board can be read. */
function leastHeight(placed: PlacedBlock, groups: number): number {
  const { block } = placed
  if (block.phase === 'water') return 18
  switch (block.mode) {
    case 'together':
      return block.dose?.kind === 'ladder' ? HEAD_PX + RUNG_PX * block.dose.stages.length + 4 : 24
    case 'oneCount':
      return HEAD_PX + BEATS_PX + (groups > 4 ? 39 : 23)
    case 'layers':
      return HEAD_PX + 76
    case 'turns':
      return HEAD_PX + 25 * (block.tracks?.length ?? 1)
    case 'stations':
      return HEAD_PX + 20 * ((block.stations?.length ?? 1) + 1)
  }
}

export function frameGeometry(timeline: Timeline, groups: number): FrameGeometry {
  let y = 0
  const boards = timeline.blocks.map((placed, i): PlacedBoard => {
    if (i > 0) y += GAP_PX
    const { part } = placed.block
    const heading = part !== undefined && part !== timeline.blocks[i - 1]?.block.part ? part : undefined
    if (heading !== undefined) y += PART_PX
    const h = Math.round(Math.max((placed.ms / 60_000) * PX_PER_MIN, leastHeight(placed, groups)))
    const board = { ...placed, y, h, head: headOf(placed), heading }
    y += h
    return board
  })
  const bends = bendsOf(boards, y)
  return {
    boards,
    height: y,
    yAt: (ms) => along(bends, 'ms', 'y', ms),
    msAt: (at) => Math.max(0, Math.round(along(bends, 'y', 'ms', at))),
  }
}

/** A point at which the scale of time bends. */
type Bend = Record<'ms' | 'y', number>

/** The scale is straight from bend to bend: through each board, and through the gap to the next. Past the end it goes on evenly. */
function bendsOf(boards: PlacedBoard[], height: number): Bend[] {
  const bends = boards.flatMap((board): Bend[] => [
    { ms: board.at, y: board.y },
    { ms: board.at, y: board.y + board.head },
    { ms: board.at + board.ms, y: board.y + board.h },
  ])
  const end = bends.at(-1)?.ms ?? 0
  return [{ ms: 0, y: 0 }, ...bends, { ms: end + 60_000, y: height + PX_PER_MIN }]
}

/** Reads the scale either way; both run upwards only. Of several bends at one place the last one counts. */
function along(bends: readonly Bend[], from: 'ms' | 'y', to: 'ms' | 'y', value: number): number {
  let low = 0
  let high = bends.length - 2
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if ((bends[middle]?.[from] ?? 0) <= value) low = middle
    else high = middle - 1
  }
  const [a, b] = [bends[low], bends[low + 1]]
  if (!a || !b) return 0
  const length = b[from] - a[from]
  return length > 0 ? a[to] + ((value - a[from]) / length) * (b[to] - a[to]) : b[to]
}
