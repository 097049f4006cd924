import { randomUUID } from 'node:crypto'
import { layPlan } from '../../core/plan/timeline'
import { parsePlan } from '../../core/plan/parse'
import type { ClassTimes } from '../../core/curriculum/class-days'
import type { Fault } from '../../core/kernel/faults'
import type { Plan } from '../../core/plan/schema'
import { fault } from '../../core/kernel/faults'
import { mergePlans } from '../../core/plan/merge-plans'
import { techniquesOf } from '../../core/plan/techniques'
import {
  PLANS_PAGE,
  type ListedPlan,
  type PlanVersion,
  type SavedPlan,
  type SaveOutcome,
} from '../../shared/answers'
import type { Club } from '../db/in-club'
import type { PlanRow } from '../db/rows'
import { badFields, notFound, Refusal } from './refusal'

/** A document as a plan of this club: checked as a plan file, and every technique in the club's library. */
export async function checkPlan(club: Club, document: unknown): Promise<Plan> {
  const parsed = parsePlan(document)
  if (!parsed.ok) throw badFields(parsed.faults)
  const known = new Set((await club.items.all({}, { columns: ['id'] })).map(({ id }) => id))
  const unknown: Fault[] = techniquesOf(parsed.plan)
    .filter(({ id }) => !known.has(id))
    .map(({ path, id }) => fault(path, `"${id}" is not in the club's library`))
  if (unknown.length) throw badFields(unknown)
  return parsed.plan
}

function figuresOf(plan: Plan) {
  const { totalMs, spareMs } = layPlan(plan)
  return {
    title: plan.title,
    body: plan,
    totalMs,
    spareMs,
    blocks: plan.blocks.length,
    theme: plan.theme ?? '',
    boards: plan.blocks.map(({ title }) => title).join(' · '),
    day: plan.date ?? null,
    seriesId: plan.series?.series ?? null,
    lesson: plan.series?.lesson ?? null,
  }
}

/** A plan at the times of its class. */
export const atTimes = (plan: Plan, { day, startTime, lengthMin }: ClassTimes): Plan => ({
  ...plan,
  date: day,
  start: startTime,
  lengthMin,
})

/** The planned class that runs by a plan; every one has a plan of its own. */
async function itsClass(club: Club, planId: string) {
  const [row] = await club.classes.all(
    { planId, state: 'planned' },
    { columns: ['id', 'day', 'startTime', 'lengthMin'], limit: 1 },
  )
  return row
}

async function keepVersion(
  club: Club,
  planId: string,
  version: number,
  body: Plan,
  savedBy: string,
  outcome: 'saved' | 'set aside',
): Promise<string> {
  const id = randomUUID()
  const { title, blocks } = body
  const { totalMs } = layPlan(body)
  await club.planVersions.add({
    id,
    planId,
    version,
    outcome,
    body,
    title,
    blocks: blocks.length,
    totalMs,
    savedBy,
    savedAt: new Date(),
  })
  await speaksOf(club, planId, body)
  return id
}

/** Notes which items a plan speaks of; what a version spoke of once stays noted. */
async function speaksOf(club: Club, planId: string, plan: Plan): Promise<void> {
  const itemIds = [...new Set(techniquesOf(plan).map(({ id }) => id))]
  if (itemIds.length === 0) return
  const noted = new Set(
    (await club.planItems.all({ planId, itemId: itemIds }, { raw: true, columns: ['itemId'] })).map(
      ({ itemId }) => itemId,
    ),
  )
  await club.planItems.addAll(itemIds.filter((id) => !noted.has(id)).map((itemId) => ({ itemId, planId })))
}

/** So long every version is kept; of earlier days the last of each, and whatever was set aside. */
const KEPT_WHOLE_DAYS = 2

/** Thins the versions of a plan: an evening's hundred saves do not stand there for three years. */
async function thinVersions(club: Club, planId: string, now: number): Promise<void> {
  const old = await club.select<{ id: string }>(
    `SELECT v.id FROM plan_versions v
      WHERE v.club_id = :club AND v.plan_id = :planId AND v.outcome = 'saved' AND v.name IS NULL AND v.saved_at < :until
        AND EXISTS (SELECT 1 FROM plan_versions later
          WHERE later.club_id = v.club_id AND later.plan_id = v.plan_id AND later.outcome = 'saved'
            AND DATE(later.saved_at) = DATE(v.saved_at) AND later.version > v.version)
      LIMIT 500`,
    { planId, until: new Date(now - KEPT_WHOLE_DAYS * 86_400_000) },
  )
  if (old.length) await club.planVersions.remove({ id: old.map(({ id }) => id) })
}

export async function addPlan(
  club: Club,
  userId: string,
  document: unknown,
  id: string = randomUUID(),
): Promise<string> {
  const plan = await checkPlan(club, document)
  await club.plans.add({ id, ...figuresOf(plan), version: 1, savedBy: userId, savedAt: new Date() })
  await keepVersion(club, id, 1, plan, userId, 'saved')
  await club.changed('plan', id, 'added', userId)
  return id
}

async function asSaved(club: Club, row: PlanRow): Promise<SavedPlan> {
  const by = await club.users.one({ id: row.savedBy })
  const { id, version, body: plan, savedAt, putAway } = row
  return { id, version, plan, savedBy: by?.name ?? '', savedAt, putAway, held: await heldBy(club, id) }
}

/** The class that a plan is on: the one to come or on the floor, else the last that was. */
async function heldBy(club: Club, planId: string): Promise<SavedPlan['held']> {
  const rows = await club.classes.all(
    { planId },
    { columns: ['id', 'calendarUid', 'day', 'startTime', 'state'], order: [['day', 'DESC']] },
  )
  const held = rows.find(({ state }) => state !== 'finished') ?? rows[0]
  if (!held) return null
  const { id, calendarUid, day, startTime, state } = held
  return { id, uid: calendarUid ?? id, day, startTime, state }
}

/** Puts a plan away out of the list, or takes it out again. */
export async function putPlanAway(club: Club, userId: string, id: string, putAway: boolean): Promise<void> {
  if (!(await club.plans.locked({ id }, ['id']))) throw notFound('plan')
  await club.plans.change({ id }, { putAway })
  await club.changed('plan', id, putAway ? 'put away' : 'taken out', userId)
}

/** Deletes a plan with its versions; one that a class has, or was run by, stays. */
export async function deletePlan(club: Club, userId: string, id: string): Promise<void> {
  if (!(await club.plans.locked({ id }, ['id']))) throw notFound('plan')
  const [held] = await club.classes.all({ planId: id }, { columns: ['day', 'state'], limit: 1 })
  if (held)
    throw new Refusal(
      'in-use',
      held.state === 'planned'
        ? `The class of ${held.day} uses this plan: give it another plan first.`
        : `The class of ${held.day} was run by this plan, and that stands. Put the plan away instead.`,
    )
  await club.planPeople.remove({ planId: id })
  await club.planItems.remove({ planId: id })
  await club.planVersions.remove({ planId: id })
  await club.plans.remove({ id })
  await club.changed('plan', id, 'deleted', userId)
}

/** Gives a version a name, by which it is found again and kept; without one it has none. */
export async function nameVersion(
  club: Club,
  userId: string,
  planId: string,
  id: string,
  name: string,
): Promise<void> {
  const changed = await club.planVersions.change({ planId, id }, { name: name.trim() || null })
  if (!changed && !(await club.planVersions.one({ planId, id }, ['id']))) throw notFound('version')
  await club.changed('plan', planId, 'version named', userId)
}

export async function findPlan(club: Club, id: string): Promise<SavedPlan> {
  const row = await club.plans.one({ id })
  if (!row) throw notFound('plan')
  return asSaved(club, row)
}

/** Which plans are listed: one page of them, the newest first. */
export interface PlansWanted {
  /** The plan a page comes after: the last of the page before. */
  after?: string | undefined
  /** Words that stand in the title, the theme or the boards, in any order. */
  find?: string | undefined
}

/** Each word, as it must be found; what LIKE reads as a sign of its own is only itself. */
const MOST_WORDS = 8
const likeWords = (find: string): string[] =>
  find
    .trim()
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, MOST_WORDS)
    .map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`)

async function idsOf(club: Club, { after, find = '' }: PlansWanted): Promise<string[]> {
  const words = likeWords(find)
  const rows = await club.select<{ id: string }>(
    `SELECT p.id FROM plans p
      ${after ? 'JOIN plans last ON last.club_id = p.club_id AND last.id = :after' : ''}
      WHERE p.club_id = :club
      ${after ? 'AND (p.saved_at, p.id) < (last.saved_at, last.id)' : ''}
      ${words.map((_, w) => `AND CONCAT_WS(' ', p.title, p.theme, p.boards) LIKE :word${w}`).join(' ')}
      ORDER BY p.saved_at DESC, p.id DESC LIMIT ${PLANS_PAGE}`,
    { after: after ?? null, ...Object.fromEntries(words.map((word, w) => [`word${w}`, word])) },
  )
  return rows.map(({ id }) => id)
}

/**
 * Plans with what is needed to find each again: its class, its theme, and the titles of its boards.
 *
 * @returns at most `PLANS_PAGE`, the newest first; fewer are the last page
 */
export async function listPlans(club: Club, wanted: PlansWanted = {}): Promise<ListedPlan[]> {
  const ids = await idsOf(club, wanted)
  const rows = await club.plans.all(
    { id: ids },
    {
      order: [
        ['savedAt', 'DESC'],
        ['id', 'DESC'],
      ],
      columns: [
        'id',
        'title',
        'version',
        'totalMs',
        'spareMs',
        'blocks',
        'savedAt',
        'theme',
        'boards',
        'day',
        'putAway',
      ],
    },
  )
  const classes = await club.classes.all(
    { planId: rows.map(({ id }) => id) },
    { columns: ['planId', 'day', 'state'], order: [['day', 'ASC']] },
  )
  const held = new Map(classes.map((row) => [row.planId, row]))
  return rows.map(
    ({ id, title, version, totalMs, spareMs, blocks, savedAt, theme, boards, day, putAway }) => ({
      id,
      title,
      version,
      totalMs,
      spareMs,
      blocks,
      savedAt,
      theme,
      boards,
      putAway,
      day: held.get(id)?.day ?? day,
      state: held.get(id)?.state ?? null,
    }),
  )
}

/** The versions of a plan, the latest first, with who kept each and when; those set aside among them. */
export async function planVersions(club: Club, planId: string): Promise<PlanVersion[]> {
  if (!(await club.plans.one({ id: planId }, ['id']))) throw notFound('plan')
  const rows = await club.planVersions.all(
    { planId },
    {
      order: [['savedAt', 'DESC']],
      limit: 200,
      columns: ['id', 'version', 'outcome', 'savedBy', 'savedAt', 'title', 'blocks', 'totalMs', 'name'],
    },
  )
  const names = new Map(
    (await club.users.all({}, { columns: ['id', 'name'] })).map(({ id, name }) => [id, name]),
  )
  return rows.map(({ id, version, outcome, savedBy, savedAt, title, blocks, totalMs, name }) => ({
    id,
    version,
    outcome,
    name,
    savedBy: names.get(savedBy) ?? '',
    savedAt,
    title,
    blocks,
    totalMs,
  }))
}

/** One version of a plan, whole. */
export async function planVersion(club: Club, planId: string, id: string): Promise<{ plan: Plan }> {
  const row = await club.planVersions.one({ planId, id })
  if (!row) throw notFound('version')
  return { plan: row.body }
}

/** A stale plan and the one that stands, put together; nothing when both changed the same board, or the base is not known. */
async function mergedWith(club: Club, row: PlanRow, base: number, mine: Plan): Promise<Plan | undefined> {
  const from = await club.planVersions.one({ planId: row.id, version: base, outcome: 'saved' })
  if (!from) return undefined
  const outcome = mergePlans(from.body, mine, row.body)
  return 'merged' in outcome ? outcome.merged : undefined
}

/**
 * Saves a plan over the version it was made from. Over a later one that changed other boards, both changes are put together; one
 * that changed the same board is refused and set aside whole, so that neither is lost.
 *
 * @param base the version the change was made to
 */
export async function savePlan(
  club: Club,
  userId: string,
  id: string,
  base: number,
  document: unknown,
): Promise<SaveOutcome> {
  const row = await club.plans.locked({ id })
  if (!row) throw notFound('plan')
  const checked = await checkPlan(club, document)
  const held = await itsClass(club, id)
  // The plan of a class says when it is; a day or an hour that is left out is the class's.
  const plan = held
    ? { ...checked, date: checked.date ?? held.day, start: checked.start ?? held.startTime }
    : checked
  if (row.version === base) return { saved: true, version: await writeOver(club, userId, row, plan) }
  // The same save sent twice by a flaky network is not a conflict.
  if (JSON.stringify(row.body) === JSON.stringify(plan)) return { saved: true, version: row.version }
  const merged = await mergedWith(club, row, base, plan)
  if (merged) {
    const by = await club.users.one({ id: row.savedBy })
    const version = await writeOver(club, userId, row, merged)
    return { saved: true, version, merged: { plan: merged, with: by?.name ?? '' } }
  }
  const setAside = await keepVersion(club, id, base, plan, userId, 'set aside')
  return { saved: false, theirs: await asSaved(club, row), setAside }
}

/** Writes a plan over a row that is locked, as its next version; the class that goes by it is moved along. */
export async function writeOver(club: Club, userId: string, row: PlanRow, plan: Plan): Promise<number> {
  const { id } = row
  const version = row.version + 1
  const savedAt = new Date()
  await club.plans.change({ id }, { ...figuresOf(plan), version, savedBy: userId, savedAt })
  await keepVersion(club, id, version, plan, userId, 'saved')
  // Once a day is often enough.
  if (row.savedAt.toDateString() !== savedAt.toDateString()) await thinVersions(club, id, savedAt.getTime())
  await club.changed('plan', id, `saved ${version}`, userId)
  await moveItsClass(club, userId, id, plan)
  return version
}

async function moveItsClass(club: Club, userId: string, planId: string, plan: Plan): Promise<void> {
  const held = await itsClass(club, planId)
  if (!held || !plan.date || !plan.start) return
  const times: ClassTimes = { day: plan.date, startTime: plan.start, lengthMin: plan.lengthMin }
  if (times.day === held.day && times.startTime === held.startTime && times.lengthMin === held.lengthMin)
    return
  await club.classes.change({ id: held.id, state: 'planned' }, times)
  await club.changed('class', held.id, 'moved', userId)
}
