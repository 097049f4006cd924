import { writeShorthand } from '../plan/doses/shorthand'
import type { Plan } from '../plan/schema'
import { writeTable } from '../kernel/csv-cells'
import { toSec } from '../kernel/units'
import { classLines, type Names } from './class-lines'

/** Columns of the file, in their order (docs/formats.md). */
export const BOARD_COLUMNS = [
  'at',
  'start_sec',
  'length_sec',
  'phase',
  'title',
  'priority',
  'mode',
  'groups',
  'item',
  'layer',
  'dose',
  'part',
  'notes',
] as const

/** The boards of a plan as CSV: one row per board, and one per track where groups do different things. */
export function boardsCsv(plan: Plan, names: Names): string {
  const groupNames = (ids: readonly string[]) =>
    plan.groups.filter(({ id }) => ids.includes(id)).map(({ name }) => name)
  const everyone = plan.groups.map(({ name }) => name)
  const rows = classLines(plan, names).flatMap(({ block, clock, at, ms }) => {
    const row = (groups: string[], technique: string | undefined, layer: number, dose = block.dose) => [
      clock,
      toSec(at),
      toSec(ms),
      block.phase,
      block.title,
      block.priority,
      block.mode,
      groups.join(', '),
      technique ? names.item(technique) : '',
      technique ? layer : '',
      dose ? writeShorthand(dose) : '',
      block.part ?? '',
      block.notes ?? '',
    ]
    return block.tracks
      ? block.tracks.map((track) =>
          row(groupNames(track.groups), track.technique, track.layer, track.dose ?? block.dose),
        )
      : [row(everyone, block.technique, block.layer)]
  })
  return writeTable(BOARD_COLUMNS, rows)
}
