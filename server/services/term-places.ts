import type { z } from 'zod'
import { day, list, record, slug, whole } from '../../core/kernel/fields'
import { fault, type Fault } from '../../core/kernel/faults'
import type { Placed } from '../../core/term/placed'
import type { Club } from '../db/in-club'
import { badFields } from './refusal'

/** What of the term was put on a class by hand: so many minutes of an item for a group on a day. */

const MOST = 2000
export const termPlacesBody = record({
  places: list(
    record({
      group: slug(),
      item: slug(),
      day: day(),
      /** Nothing: as the term plans it. */
      minutes: whole(0, 240).nullable(),
    }),
    1,
    200,
  ),
})

/** What was put on the classes of a day and after it. */
export async function termPlacesFrom(club: Club, from: string): Promise<Placed[]> {
  return club.select<Placed>(
    `SELECT group_id AS \`group\`, item_id AS item, DATE_FORMAT(day, '%Y-%m-%d') AS day, minutes FROM term_places
      WHERE club_id = :club AND day >= :from ORDER BY day, group_id, item_id LIMIT ${MOST}`,
    { from },
  )
}

/** Puts items on days, or takes back that they were put there; all of them, or none. Sent again it changes nothing. */
export async function putTermPlaces(
  club: Club,
  userId: string,
  { places }: z.infer<typeof termPlacesBody>,
): Promise<void> {
  const [items, groups] = await Promise.all([
    club.items.all({ id: [...new Set(places.map(({ item }) => item))] }, { columns: ['id'] }),
    club.groups.all({}, { columns: ['id'] }),
  ])
  const faults = places.flatMap(({ group, item }, p): Fault[] => [
    ...(groups.some(({ id }) => id === group)
      ? []
      : [fault(['places', p, 'group'], `"${group}" is not a group of the club`)]),
    ...(items.some(({ id }) => id === item)
      ? []
      : [fault(['places', p, 'item'], `"${item}" is not in the library`)]),
  ])
  if (faults.length) throw badFields(faults)
  for (const { group, item, day: on, minutes } of places)
    if (minutes === null) await club.termPlaces.remove({ groupId: group, itemId: item, day: on })
  await club.termPlaces.append(
    places.flatMap(({ group, item, day: on, minutes }) =>
      minutes === null ? [] : [{ groupId: group, itemId: item, day: on, minutes, putBy: userId }],
    ),
    ['minutes', 'putBy'],
  )
  await club.changed('library', 'term', 'put', userId)
}
