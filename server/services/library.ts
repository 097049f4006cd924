import type { Ladder } from '../../core/curriculum/ladder'
import type { Syllabus } from '../../core/curriculum/syllabus'
import type { ClassGroup, Library, LibraryItem } from '../../shared/answers'
import { calendarOf } from './calendar'
import type { Club } from '../db/in-club'
import { settingsOf } from './settings'

export async function ladderOf(club: Club): Promise<Ladder> {
  const ranks = await club.ranks.all({}, { order: [['position', 'ASC']] })
  return {
    kind: (await club.row()).ladderKind,
    ranks: ranks.map(({ clubId: _c, position: _p, ...rank }) => rank),
  }
}

export async function itemsOf(club: Club): Promise<LibraryItem[]> {
  const rows = await club.items.all(
    {},
    {
      order: [
        ['category', 'ASC'],
        ['name', 'ASC'],
      ],
    },
  )
  return rows.map(({ body, version, archived }) => ({ ...body, version, archived }))
}

export async function syllabusRowsOf(club: Club): Promise<Syllabus> {
  const rows = await club.syllabus.all({}, { order: [['position', 'ASC']] })
  return rows.map(({ rankId, itemId, layer, unit, amount, asks, part }) => ({
    rank: rankId,
    item: itemId,
    layer,
    ...(unit && amount !== null ? { target: { unit, amount } } : {}),
    ...(asks ? { asks } : {}),
    ...(part ? { part } : {}),
  }))
}

export async function groupsOf(club: Club): Promise<ClassGroup[]> {
  const ranks = await club.ranks.all({}, { order: [['position', 'ASC']] })
  const groups = await club.groups.all({}, { order: [['position', 'ASC']] })
  const groupRanks = await club.groupRanks.all()
  return groups.map(({ id, name, pace }) => {
    const within = new Set(groupRanks.filter(({ groupId }) => groupId === id).map(({ rankId }) => rankId))
    return { id, name, pace, ranks: ranks.filter((rank) => within.has(rank.id)).map((rank) => rank.id) }
  })
}

/** What every screen needs to name and colour things: the club, its ranks and groups, its library, syllabus and shapes. */
export async function library(club: Club): Promise<Library> {
  const row = await club.row()
  const { name, place, zone, firstSide, lengthMin, startTime } = row
  const { settingsVersion, ladderVersion, syllabusVersion } = row
  const ladder = await ladderOf(club)
  const series = await club.series.all({}, { order: [['name', 'ASC']] })
  const shapes = await club.shapes.all({}, { order: [['name', 'ASC']] })
  return {
    club: { calendar: calendarOf(club.id), name, place, zone, firstSide, lengthMin, startTime },
    settings: settingsOf(row),
    versions: { settings: settingsVersion, ladder: ladderVersion, syllabus: syllabusVersion },
    ladderKind: ladder.kind,
    ranks: ladder.ranks,
    groups: await groupsOf(club),
    items: await itemsOf(club),
    syllabus: await syllabusRowsOf(club),
    series: series.map(({ body }) => body),
    shapes: shapes.map(({ body }) => body),
    seriesVersions: Object.fromEntries(series.map(({ id, version }) => [id, version])),
    shapeVersions: Object.fromEntries(shapes.map(({ id, version }) => [id, version])),
  }
}
