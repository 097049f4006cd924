import type { PlacedBlock, Timeline } from '~~/core'

/** Where time lies on the frame: boards down the page, heights by time with a readable minimum. */

export const PX_PER_MIN = 8
/** Between two boards: the transition. */
export const GAP_PX = 3
/** A cut board keeps a whole head across all columns; its time runs below it. */
export const HEAD_PX = 23
/** The name of a part stands above its first board. */
export const PART_PX = 20
const RUNG_PX = 16

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
}

const isCut = ({ block }: PlacedBlock) => block.phase !== 'water' && block.mode !== 'together'

/** The least height at which a board can be read. */
function leastHeight(placed: PlacedBlock, groups: number): number {
  const { block } = placed
  if (block.phase === 'water') return 18
  switch (block.mode) {
    case 'together':
      return block.dose?.kind === 'ladder' ? HEAD_PX + RUNG_PX * block.dose.stages.length + 4 : 24
    case 'oneCount':
      return groups > 4 ? HEAD_PX + 39 : 46
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
    const board = { ...placed, y, h, head: isCut(placed) ? HEAD_PX : 0, heading }
    y += h
    return board
  })
  return { boards, height: y, yAt: (ms) => yAt(boards, y, ms) }
}

function yAt(boards: PlacedBoard[], height: number, ms: number): number {
  for (const [i, board] of boards.entries()) {
    if (ms < board.at) {
      const before = boards[i - 1]
      const from = before ? before.at + before.ms : 0
      const top = before ? before.y + before.h : 0
      return top + ((board.y - top) * (ms - from)) / Math.max(1, board.at - from)
    }
    if (ms < board.at + board.ms) {
      const within = (ms - board.at) / board.ms
      return board.y + board.head + (board.h - board.head) * within
    }
  }
  const last = boards.at(-1)
  const end = last ? last.at + last.ms : 0
  return height + ((ms - end) / 60_000) * PX_PER_MIN
}
