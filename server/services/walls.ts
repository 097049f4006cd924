import { randomUUID } from 'node:crypto'
import { wallEvents, wallFree, wallItems, wallName, wallPlan, type WallView } from '../../core/floor/wall'
import { readRegister } from '../../core/people/register'
import type { Database } from '../db/connect'
import type { Club } from '../db/in-club'
import type { WallRow } from '../db/rows'
import { dayIn, momentOf } from './calendar'
import { planOfClass } from './classes'
import { eventsOf, marksOf } from './events'
import { digestOf, newKey } from './keys'
import { learntFor } from './learnt'
import { itemsOf } from './library'
import { notFound, Refusal } from './refusal'

/** Walls: links that show the class of the day on a projector, and nothing else. */

export async function walls(club: Club) {
  const rows = await club.walls.all({ endedAt: null }, { order: [['madeAt', 'ASC']] })
  return rows.map(({ id, madeAt }) => ({ id, madeAt }))
}

/** Makes a link for a wall. Its key is told once: only its digest is kept. */
export async function addWall(club: Club, userId: string): Promise<{ id: string; key: string }> {
  const [id, key] = [randomUUID(), newKey('wall')]
  await club.walls.add({ id, digest: digestOf(key), madeBy: userId })
  // Of the session topic only what ends one is told: a wall that has just been opened would hear that it is over.
  await club.changed('library', id, 'wall added', userId)
  return { id, key }
}

export async function endWall(club: Club, userId: string, id: string): Promise<void> {
  if ((await club.walls.change({ id, endedAt: null }, { endedAt: new Date() })) === 0) throw notFound('wall')
  await club.changed('session', id, 'wall ended', userId)
}

/** @throws Refusal signed-out when no wall has this key */
export async function wallOf(db: Database, key: string): Promise<WallRow> {
  const found = await db.tables.walls.findOne({ where: { digest: digestOf(key), endedAt: null } })
  if (!found) throw new Refusal('signed-out', 'No wall has this link any more.')
  return found.get({ plain: true })
}

interface Held {
  id: string
  day: string
  startTime: string
  title: string
}

/** The class that is on, of several the one that was begun last; else the next of the day, else the last of it. */
async function classOfTheDay(club: Club, day: string): Promise<Held | undefined> {
  const [held] = await club.select<Held>(
    `SELECT c.id, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, c.start_time AS startTime, p.title
      FROM classes c JOIN plans p ON p.club_id = c.club_id AND p.id = c.plan_id
      WHERE c.club_id = :club AND c.day = :day AND NOT c.put_away
      ORDER BY c.state = 'running' DESC,
        IF(c.state = 'running', (SELECT MAX(e.received_at) FROM run_events e
          WHERE e.club_id = c.club_id AND e.class_id = c.id AND e.kind = 'start'), NULL) DESC,
        c.state = 'planned' DESC, IF(c.state = 'planned', c.start_time, NULL), c.start_time DESC
      LIMIT 1`,
    { day },
  )
  return held
}

/** What a wall shows now; nothing where no class is held on the day. */
export async function wallView(club: Club, now: number): Promise<WallView | null> {
  const { zone, name } = await club.row()
  const held = await classOfTheDay(club, dayIn(zone, now))
  if (!held) return null
  const row = await club.classes.one({ id: held.id })
  if (!row) return null
  const [plan, events, marks] = [
    await planOfClass(club, row),
    await eventsOf(club, row.id),
    await marksOf(club, row.id),
  ]
  const items = new Map((await itemsOf(club)).map((item) => [item.id, item]))
  const ranks = await club.ranks.all({}, { order: [['position', 'ASC']] })
  const pairings = await club.pairings.all({ classId: row.id })
  const inPairs = [
    ...new Set(pairings.flatMap(({ body }) => body.rounds.flatMap(({ groups }) => groups.flat()))),
  ]
  const people = await club.students.all({ id: inPairs }, { columns: ['id', 'firstName', 'lastName'] })
  const names = new Map(people.map((one) => [one.id, wallName(one.firstName, one.lastName)]))
  return {
    club: name,
    zone,
    title: held.title,
    startsAt: momentOf(zone, held.day, held.startTime),
    plan: wallPlan(plan),
    events: wallEvents(events),
    items: wallItems(plan, events, (id) => items.get(id)),
    ranks: ranks.map(({ id, name: called, colour, ink }) => ({ id, name: called, colour, ink })),
    pairs: pairings.map(({ board, body }) => ({
      board,
      rounds: body.rounds.map(({ groups }) =>
        groups.map((students) => students.flatMap((id) => names.get(id) ?? [])),
      ),
    })),
    free: wallFree(plan, await learntFor(club, plan), (id) => items.get(id)),
    home: [...readRegister(marks).values()].some(({ state }) => state === 'home'),
    now,
  }
}
