import type { Run } from './run'

/** A board and those that it went on as, because it was changed while it was worked; the last is the one that stands. */
export function withHeirs(heirs: Run['heirs'], board: string): string[] {
  const heir = heirs.get(board)
  return heir === undefined ? [board] : [board, ...withHeirs(heirs, heir)]
}
