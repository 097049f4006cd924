import type { z } from 'zod'
import type { practiceMatrixSchema } from '~~/shared/answers'
import type { Cell } from '~~/core/people/matrix'

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
