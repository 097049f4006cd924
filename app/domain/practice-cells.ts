import type { z } from 'zod'
import type { practiceMatrixSchema } from '~~/shared/answers'
import type { Cell } from '~~/core/people/matrix'
import type { Practised } from '~~/core/checks/club-facts'

/** What every student has practised of every item, by student and item, from the lists that the server answers. */
export function cellsOf(
  matrix: z.infer<typeof practiceMatrixSchema> | undefined,
): Map<string, Map<string, Cell>> {
  return new Map(
    Object.entries(matrix?.cells ?? {}).map(([student, list]) => [
      student,
      new Map(
        list.map(([item, days, last, layer, repsL, repsR, repsN, received, workMs, mark]): [string, Cell] => [
          item,
          { days, last, layer, repsL, repsR, repsN, received, workMs, mark },
        ]),
      ),
    ]),
  )
}

/** What of some cells was ever practised, as what is due is worked out from. */
export function practisedOf(
  cells: Iterable<[item: string, cell: Pick<Cell, 'days' | 'last' | 'layer' | 'mark'>]>,
): Map<string, Practised> {
  const practised = new Map<string, Practised>()
  for (const [item, { days, last, layer, mark }] of cells)
    if (days > 0 && last !== null) practised.set(item, { layer, days, last, ...(mark ? { mark } : {}) })
  return practised
}
