import type { Club } from '../db/in-club'

/** What every screen needs to name and colour things: the club, its ranks and groups, and its library. */
export async function library(club: Club) {
  const ranks = await club.ranks.all({}, { order: [['position', 'ASC']] })
  const groups = await club.groups.all({}, { order: [['position', 'ASC']] })
  const groupRanks = await club.groupRanks.all()
  const items = await club.items.all(
    {},
    {
      order: [
        ['category', 'ASC'],
        ['name', 'ASC'],
      ],
    },
  )
  const { name, place, zone, firstSide, lengthMin, startTime } = club.settings
  const order = new Map(ranks.map((rank) => [rank.id, rank.position]))
  return {
    club: { name, place, zone, firstSide, lengthMin, startTime },
    ranks: ranks.map(({ id, name, colour, ink }) => ({ id, name, colour, ink })),
    groups: groups.map(({ id, name, pace }) => ({
      id,
      name,
      pace,
      ranks: groupRanks
        .filter(({ groupId }) => groupId === id)
        .map(({ rankId }) => rankId)
        .sort((a, b) => (order.get(a) ?? 0) - (order.get(b) ?? 0)),
    })),
    items: items.map(({ clubId: _, ...item }) => item),
  }
}
export type Library = Awaited<ReturnType<typeof library>>
