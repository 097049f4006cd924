import type { ClubFacts } from '../checks/club-facts'
import { Ground, isPower, repsIn } from '../checks/ground'
import { RAISED } from '../checks/warmup/pulse'
import { bodyOf, UNITS_FOR } from '../checks/warmup/body'
import { REGIONS, type Region } from '../curriculum/item'
import { expandPlan } from '../plan/expand'
import { layPlan } from '../plan/timeline'
import { pinnedPlan, type ClassFrame } from './frame'
import type { DraftRequest } from './request'

/** What the pinned boards alone come to for one group: what is drafted is added to it. */
export interface PinnedFigures {
  workSec: number
  talkSec: number
  /** Seconds of work by item, and by category. */
  byItem: ReadonlyMap<string, number>
  byCategory: ReadonlyMap<string, number>
  jumps: number
  headSec: number
  /** Items new to the group's ranks. */
  newItems: ReadonlySet<string>
  falls: boolean
}

export interface PinnedBase {
  groups: PinnedFigures[]
  /** Units of readiness that pinned warm-ups give every group. */
  prepared: ReadonlyMap<Region, number>
  /** For how many seconds a region has rested when the pinned warm-up ends. */
  restedSec: ReadonlyMap<Region, number>
  /** Units that pinned boards of the main part ask for. */
  asked: ReadonlyMap<Region, number>
  /** Seconds of work in the pinned warm-up. */
  raisedSec: number
  /** A pinned board is power work. */
  power: boolean
}

export function pinnedBase(request: DraftRequest, club: ClubFacts, frame: ClassFrame): PinnedBase {
  const plan = pinnedPlan(request)
  const ground = new Ground(plan, layPlan(plan), club)
  const figures = expandPlan(plan).groups
  const inWarmup = new Set(frame.warmup.pinned.map(({ block }) => block.id))
  const groups = ground.groups.map((group): PinnedFigures => {
    const { workSec = 0, talkSec = 0, practice = [] } = figures[group.index] ?? {}
    const byItem = new Map<string, number>()
    const byCategory = new Map<string, number>()
    for (const row of practice) {
      byItem.set(row.technique, (byItem.get(row.technique) ?? 0) + row.workSec)
      const category = club.items.get(row.technique)?.category
      if (category) byCategory.set(category, (byCategory.get(category) ?? 0) + row.workSec)
    }
    const pieces = ground.piecesOf(group).filter(([, { span }]) => span.kind !== 'holding')
    return {
      workSec,
      talkSec,
      byItem,
      byCategory,
      jumps: pieces.reduce(
        (sum, [, piece]) => sum + (piece.span.role === 'B' ? 0 : (piece.item?.jumps ?? 0) * repsIn(piece)),
        0,
      ),
      headSec: ground
        .worksOf(group)
        .reduce((sum, [, { item, ms }]) => sum + (item?.headContact ? ms / 1000 : 0), 0),
      newItems: new Set([...byItem.keys()].filter((id) => ground.standingFor(id, group) === 'new')),
      falls: pieces.some(([, { item }]) => item?.category === 'falls'),
    }
  })
  const prepared = new Map<Region, number>()
  const restedSec = new Map<Region, number>()
  const warmups = ground.blocks.filter(({ block }) => inWarmup.has(block.id))
  const warmAtMs = Math.max(...warmups.map(({ at, ms }) => at + ms))
  const asked = new Map<Region, number>()
  for (const [r, region] of REGIONS.entries()) {
    const given = ground.groups.map((group) =>
      ground
        .worksOf(group)
        .reduce(
          (sum, [{ block }, { item, ms }]) =>
            sum + (inWarmup.has(block.id) ? ((item?.prepares[region] ?? 0) * ms) / 60_000 : 0),
          0,
        ),
    )
    prepared.set(region, Math.min(...given))
    const lastMs = ground.groups.map((group) =>
      Math.max(
        ...warmups.flatMap((one) =>
          ground
            .lane(one, group)
            .works.flatMap(({ item, end }) => (item && bodyOf(item).works.includes(r) ? [one.at + end] : [])),
        ),
      ),
    )
    if (lastMs.every(Number.isFinite)) restedSec.set(region, (warmAtMs - Math.min(...lastMs)) / 1000)
    const most = ground.groups.flatMap((group) =>
      ground
        .worksOf(group)
        .flatMap(([{ block }, { item }]) => (inWarmup.has(block.id) ? [] : (item?.demand[region] ?? 0))),
    )
    asked.set(region, UNITS_FOR[Math.max(0, ...most) as 0 | 1 | 2 | 3])
  }
  return {
    groups,
    prepared,
    restedSec,
    asked,
    raisedSec: warmups
      .filter(({ intensity }) => intensity >= RAISED)
      .reduce((sum, { lanes }) => sum + Math.min(...lanes.map(({ workMs }) => workMs / 1000)), 0),
    power: ground.blocks.some(
      ({ block, intensity, lanes }) =>
        !inWarmup.has(block.id) &&
        lanes.some(({ works }) => works.some(({ item }) => isPower(item, intensity))),
    ),
  }
}
