import { randomUUID } from 'node:crypto'
import { layPlan, parsePlan, type Fault, type Plan } from '../../core'
import { fault } from '../../core/plan/faults'
import { techniquesOf } from '../../core/plan/techniques'
import type { Club } from '../db/in-club'
import type { PlanRow } from '../db/rows'
import { badFields, notFound } from '../http/problem'

export interface SavedPlan {
  id: string
  version: number
  plan: Plan
  savedBy: string
  savedAt: Date
}

export type SaveOutcome =
  | { saved: true; version: number }
  /** Someone else saved first. Both are kept: theirs is the plan, the one refused stands under `setAside`. */
  | { saved: false; theirs: SavedPlan; setAside: string }

/** A document as a plan of this club: checked against page 2, and every technique in the club's library. */
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
  return { title: plan.title, body: plan, totalMs, spareMs, blocks: plan.blocks.length }
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
  await club.planVersions.add({ id, planId, version, outcome, body, savedBy })
  return id
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
  return id
}

async function asSaved(club: Club, row: PlanRow): Promise<SavedPlan> {
  const by = await club.users.one({ id: row.savedBy })
  return { id: row.id, version: row.version, plan: row.body, savedBy: by?.name ?? '', savedAt: row.savedAt }
}

export async function findPlan(club: Club, id: string): Promise<SavedPlan> {
  const row = await club.plans.one({ id })
  if (!row) throw notFound('plan')
  return asSaved(club, row)
}

export async function listPlans(club: Club) {
  const rows = await club.plans.all(
    {},
    {
      order: [['savedAt', 'DESC']],
      columns: ['id', 'title', 'version', 'totalMs', 'spareMs', 'blocks', 'savedAt'],
    },
  )
  return rows
}

/**
 * Saves a plan over the version it was made from. A stale one is refused and set aside whole, so that neither is lost.
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
  const plan = await checkPlan(club, document)
  const row = await club.plans.held({ id })
  if (!row) throw notFound('plan')
  if (row.version !== base) {
    // The same save sent twice by a flaky network is not a conflict.
    if (JSON.stringify(row.body) === JSON.stringify(plan)) return { saved: true, version: row.version }
    const setAside = await keepVersion(club, id, base, plan, userId, 'set aside')
    return { saved: false, theirs: await asSaved(club, row), setAside }
  }
  const version = row.version + 1
  await club.plans.change({ id }, { ...figuresOf(plan), version, savedBy: userId, savedAt: new Date() })
  await keepVersion(club, id, version, plan, userId, 'saved')
  return { saved: true, version }
}
