import { fault } from '../../core/kernel/faults'
import { asksOf, type BoardAsks } from '../../core/partners/for-board'
import type { BoardPartners, PartnersAsked } from '../../core/partners/board-partners'
import { key, PairCosts, pairsWithin } from '../../core/partners/pairing'
import type { RosterFile, Partner } from '../../core/partners/roster-file'
import { saysOf } from '../../core/partners/words'
import { groupAmong, groupInHall } from '../../core/people/placed'
import { mayPair, readRegister, type Threes } from '../../core/people/register'
import { ageOn } from '../../core/people/student'
import type { Plan } from '../../core/plan/schema'
import { techniquesOf } from '../../core/plan/techniques'
import type { BoardPairs } from '../../shared/answers'
import { seesRecords } from '../../shared/access'
import type { Database } from '../db/connect'
import { inClub, readClub, type Club } from '../db/in-club'
import type { ClassRow, PairingRow } from '../db/rows'
import { inThread } from '../heavy/run'
import { findClass, planOfClass } from './classes'
import { classForActing, marksOf } from './events'
import { mergedRecords } from './one-person'
import { badFields, notFound, Refusal, stale } from './refusal'
import type { SignedIn } from './sessions'
import { settingsOf } from './settings'

/** Who works with whom at the boards of a class: worked out by the core from who is here, and kept, so that the next classes know. */

/** How many classes back a repetition counts. */
const CLASSES_BACK = 4

/** All pairings of a class, with what speaks for and against them for those who may know it. */
export async function pairsOfClass(
  club: Club,
  user: SignedIn,
  classId: string,
  now: number,
): Promise<BoardPairs[]> {
  await classForActing(club, user, classId, now)
  const row = await findClass(club, classId)
  const rows = await pairingsOf(club, classId)
  if (rows.length === 0) return []
  const hall = await hallOf(club, row, await planOfClass(club, row))
  return rows.map((pairing) => told(pairing, hall, user))
}

/** What the partners of a board are worked out from. */
interface ToPair {
  hall: Hall
  asks: BoardAsks
  before: PairingRow | undefined
  /** How many taps the register had when it was read. */
  taps: number
}

async function readToPair(
  club: Club,
  user: SignedIn,
  classId: string,
  board: string,
  asked: PartnersAsked,
  now: number,
): Promise<ToPair> {
  await classForActing(club, user, classId, now)
  const row = await findClass(club, classId)
  refuseFinished(row)
  const plan = await planOfClass(club, row)
  const block = plan.blocks.find(({ id }) => id === board)
  if (!block) throw notFound('board')
  const ids = [...new Set(techniquesOf({ ...plan, blocks: [block] }).map(({ id }) => id))]
  const items = new Map(
    (await club.items.all({ id: ids }, { columns: ['id', 'body'] })).map(({ id, body }) => [id, body]),
  )
  const asks = asksOf(plan, block, (id) => items.get(id))
  if (!asks) throw badFields([fault(['board'], 'is worked without a partner')])
  const before = (await pairingsOf(club, classId)).find((pairing) => pairing.board === board)
  refuseStale(before, asked)
  const taps = await club.presence.count({ classId })
  return { hall: await hallOf(club, row, plan), asks, before, taps }
}

function refuseFinished({ state }: Pick<ClassRow, 'state'>): void {
  if (state === 'finished')
    throw new Refusal('recorded', 'The class is over: who worked with whom is part of its record.')
}

function refuseStale(before: Pick<PairingRow, 'version'> | undefined, asked: PartnersAsked): void {
  // What stands is read by its own question: why somebody was left over is not for everybody.
  if ((before?.version ?? 0) !== asked.base) throw stale('partners', null, asked, before?.version ?? 0)
}

/** So often partners are worked out anew because somebody came or went meanwhile. */
const PAIR_TRIES = 3

/**
 * Works out the partners of a board and keeps them. Before anything is tapped on the register everybody expected is paired, afterwards who is
 * in the hall and not sitting out. Worked out in a thread, with nothing locked; kept where the register still is what it was.
 *
 * @throws Refusal stale when somebody else paired meanwhile, recorded when the class is over
 */
export async function pairBoard(
  db: Database,
  user: SignedIn,
  classId: string,
  board: string,
  asked: PartnersAsked,
  now: number,
): Promise<BoardPairs> {
  for (let tries = 1; ; tries++) {
    const read = await readClub(db, user.clubId, (club) => readToPair(club, user, classId, board, asked, now))
    const body = await settledFor(read.hall, read.asks, asked, read.before?.body)
    const kept = await inClub(db, user.clubId, async (club) => {
      // The same lock as settling: what a finished class is credited with does not change behind it.
      await club.settlements.locked({ classId })
      refuseFinished(await findClass(club, classId))
      refuseStale(await club.pairings.one({ classId, board }, ['version']), asked)
      if (tries < PAIR_TRIES && (await club.presence.count({ classId })) !== read.taps) return undefined
      const pairing = { classId, board, body, version: asked.base + 1, savedBy: user.id, savedAt: new Date() }
      await club.pairings.putAll([pairing], ['body', 'version', 'savedBy', 'savedAt'])
      await club.changed('class', classId, 'paired', user.id)
      return { ...pairing, clubId: club.id }
    })
    if (kept) return told(kept, read.hall, user)
  }
}

/** The pairings of a class, by board; whoever was paired under a record that was merged is the kept one. */
async function pairingsOf(club: Club, classId: string): Promise<PairingRow[]> {
  const rows = await club.pairings.all({ classId }, { order: [['board', 'ASC']] })
  if (rows.length === 0) return rows
  const merged = await mergedRecords(club)
  return rows.map((row) => ({ ...row, body: underKept(row.body, merged) }))
}

function underKept(body: BoardPartners, merged: ReadonlyMap<string, string>): BoardPartners {
  const text = JSON.stringify(body)
  const found = [...merged].filter(([gone]) => text.includes(gone))
  if (found.length === 0) return body
  return JSON.parse(found.reduce((said, [gone, kept]) => said.replaceAll(gone, kept), text)) as BoardPartners
}

interface Hall {
  students: (Partner & { group: string })[]
  recent: [string, string, number][]
  day: string
  maxMassRatio: number
  /** Ranks between a senior and a junior who work together. */
  gap: number
}

async function hallOf(club: Club, row: ClassRow, plan: Plan): Promise<Hall> {
  const ranks = new Map(
    (await club.ranks.all({}, { columns: ['id', 'position'] })).map((rank) => [rank.id, rank.position]),
  )
  const members = await club.students.all({ active: true, kind: 'member' })
  const guests = await club.students.all({
    guestOf: row.id,
    kind: ['visitor', 'trial'],
    sameAs: null,
    erasedAt: null,
  })
  const marks = readRegister(await marksOf(club, row.id))
  const isBegun = marks.size > 0
  const settings = settingsOf(await club.row())
  return {
    day: row.day,
    maxMassRatio: settings.limits.maxMassRatio,
    gap: settings.mentorGap,
    students: [...members, ...guests].flatMap((student) => {
      const group = groupInHall(plan.groups, {
        tonight: marks.get(student.id)?.group,
        group: student.groupId,
        rank: student.rankId,
      })
      if (!isBegun && !groupAmong(plan.groups, { group: student.groupId, rank: student.rankId })) return []
      if (!group || (isBegun && !mayPair(marks.get(student.id)))) return []
      const age = ageOn(student, row.day)
      return [
        {
          id: student.id,
          group: group.id,
          rank: ranks.get(student.rankId) ?? 0,
          ...(age === null ? {} : { age }),
          ...(student.massKg === null ? {} : { massKg: student.massKg }),
          ...(student.heightCm === null ? {} : { heightCm: student.heightCm }),
          ...(student.consents.partnerAdults === undefined
            ? {}
            : { mayPartnerAdults: student.consents.partnerAdults }),
          apart: student.apart,
          together: student.together,
        },
      ]
    }),
    recent: await recentPairs(club, row),
  }
}

/** How often two were partners in the classes before: once a class, at however many of its boards. */
async function recentPairs(
  club: Club,
  { id, day, startTime }: ClassRow,
): Promise<[string, string, number][]> {
  const rows = await club.select<{ classId: string; body: string | BoardPartners }>(
    `SELECT p.class_id AS classId, p.body FROM pairings p
      JOIN (SELECT id FROM classes WHERE club_id = :club AND state = 'finished' AND id <> :id
        AND (day, start_time) <= (:day, :startTime) ORDER BY day DESC, start_time DESC, id DESC LIMIT ${CLASSES_BACK}) c ON c.id = p.class_id
      WHERE p.club_id = :club`,
    { id, day, startTime },
  )
  const met = new Set<string>()
  const merged = await mergedRecords(club)
  for (const { classId, body } of rows) {
    const { rounds } = underKept(
      typeof body === 'string' ? (JSON.parse(body) as BoardPartners) : body,
      merged,
    )
    for (const [one = '', other = ''] of rounds.flatMap(({ groups }) => groups.flatMap(pairsWithin)))
      met.add(`${classId} ${key(one, other)}`)
  }
  const times = new Map<string, number>()
  for (const of of met) {
    const pair = of.slice(of.indexOf(' ') + 1)
    times.set(pair, (times.get(pair) ?? 0) + 1)
  }
  return [...times].map(([pair, count]) => {
    const [a = '', b = ''] = pair.split(' ')
    return [a, b, count]
  })
}

function fileFor(
  hall: Hall,
  school: RosterFile['school'],
  contact: boolean,
  groups?: readonly string[],
): RosterFile {
  return {
    date: hall.day,
    school,
    gap: hall.gap,
    contact,
    maxMassRatio: hall.maxMassRatio,
    students: hall.students
      .filter(({ group }) => groups?.includes(group) ?? true)
      .map(({ group: _group, ...student }) => student),
    recent: hall.recent,
  }
}

/** The partners of all pools of a board, round by round. */
async function settledFor(
  hall: Hall,
  asks: BoardAsks,
  asked: PartnersAsked,
  before: BoardPartners | undefined,
): Promise<BoardPartners> {
  const standing = before?.rounds[0]?.groups ?? []
  const shown =
    asked.way === 'next' ? [...(before?.shown ?? []), ...standing.filter(isNotPinned(asked.pins))] : []
  const plans = await Promise.all(
    asks.pools.map((groups) =>
      inThread('rounds', fileFor(hall, asked.school, asks.contact, groups), asked.rounds, {
        pins: asked.pins,
        shown,
        ...(asked.way === 'fit' ? { keep: standing } : {}),
      }),
    ),
  )
  return {
    school: asked.school,
    contact: asks.contact,
    rounds: Array.from({ length: asked.rounds }, (_, round) => {
      const all = plans.flatMap(({ rounds }) => rounds[round] ?? [])
      return {
        groups: all.flatMap(({ groups }) => groups),
        left: all.flatMap(({ left }) => left),
        cost: Math.round(all.reduce((sum, { cost }) => sum + cost, 0) * 1000) / 1000,
      }
    }),
    pins: asked.pins,
    shown,
    again: plans.flatMap(({ again }) => again),
  }
}

const isNotPinned = (pins: readonly (readonly string[])[]) => (group: readonly string[]) =>
  !pins.some((pin) => pin.every((id) => group.includes(id)))

/** A pairing as it is told: costs and rules, which speak of mass and age, only to those who see a student's page. */
function told(pairing: PairingRow, hall: Hall, { role }: SignedIn): BoardPairs {
  const { board, body, version } = pairing
  const file = fileFor(hall, body.school, body.contact)
  const seesWhy = seesRecords(role)
  const costs = new PairCosts(file)
  const place = new Map(file.students.map(({ id }, n) => [id, n]))
  const why = (group: readonly string[]) =>
    pairsWithin(group).map(([a = '', b = '']) => {
      const [one, other] = [place.get(a), place.get(b)]
      if (one === undefined || other === undefined)
        return { a, b, cost: null, says: 'one of them is not here now' }
      const cost = costs.between(one, other)
      return { a, b, cost: cost.forbidden === undefined ? cost.cost : null, says: saysOf(cost) }
    })
  return {
    board,
    version,
    school: body.school,
    contact: body.contact,
    pins: body.pins,
    again: body.again,
    here: file.students.map(({ id }) => id),
    rounds: body.rounds.map(({ groups, left, cost }) => ({
      cost: seesWhy ? cost : null,
      groups: groups.map((students) => ({ students, why: seesWhy ? why(students) : [] })),
      left: left.map(({ id, why: says }) => ({ id, why: seesWhy ? says : '' })),
    })),
    refused: seesWhy ? refusedOf(file, costs) : [],
  }
}

const MOST_REFUSED = 2000
function refusedOf({ students }: RosterFile, costs: PairCosts) {
  return students
    .flatMap(({ id: a }, n) =>
      students.slice(n + 1).flatMap(({ id: b }, m) => {
        const cost = costs.between(n, n + 1 + m)
        return cost.forbidden === undefined ? [] : [{ a, b, says: saysOf(cost) }]
      }),
    )
    .slice(0, MOST_REFUSED)
}

/** Boards at which each student was in a three for most of its rounds: there a rep is shared by three. */
export async function threesOf(club: Club, classId: string, plan: Plan): Promise<Threes> {
  const threes = new Map<string, string[]>()
  const known = new Set(plan.blocks.map(({ id }) => id))
  for (const { board, body } of await pairingsOf(club, classId)) {
    if (!known.has(board)) continue
    const times = new Map<string, number>()
    for (const { groups } of body.rounds)
      for (const id of groups.filter((group) => group.length === 3).flat())
        times.set(id, (times.get(id) ?? 0) + 1)
    for (const [id, count] of times)
      if (2 * count > body.rounds.length) threes.set(id, [...(threes.get(id) ?? []), board])
  }
  return threes
}
