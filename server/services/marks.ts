import { MARKS } from '../../core/people/marks'
import { layerNumber, oneOf, record, slug, text } from '../../core/kernel/fields'
import { fault } from '../../core/kernel/faults'
import { z } from 'zod'
import type { Club } from '../db/in-club'
import { badFields, notFound } from '../http/problem'

export const markSchema = record({
  id: z.uuid({ error: 'must be a UUID' }),
  class: z.uuid({ error: 'must be a UUID' }),
  student: z.uuid({ error: 'must be a UUID' }),
  item: slug(),
  layer: layerNumber().default(1),
  mark: oneOf(MARKS),
  fault: text(200).optional(),
})

/** Keeps a mark; a later one of the same class and item stands over it, and nothing is overwritten. */
export async function giveMark(club: Club, userId: string, given: z.infer<typeof markSchema>): Promise<void> {
  if (!(await club.classes.one({ id: given.class }))) throw notFound('class')
  if (!(await club.students.one({ id: given.student })))
    throw badFields([fault(['student'], 'is not a student of this club')])
  const item = await club.items.one({ id: given.item })
  if (!item) throw badFields([fault(['item'], `"${given.item}" is not in the library`)])
  if (given.fault !== undefined && !item.body.faults.some((known) => known.fault === given.fault))
    throw badFields([fault(['fault'], 'must be one of the item’s own faults')])
  await club.marks.addAll(
    [
      {
        id: given.id,
        classId: given.class,
        studentId: given.student,
        itemId: given.item,
        layer: given.layer,
        mark: given.mark,
        fault: given.fault ?? null,
        givenBy: userId,
        givenAt: new Date(),
      },
    ],
    { once: true },
  )
}
