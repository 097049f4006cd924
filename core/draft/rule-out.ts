import type { Finding } from '../checks'
import { floorM2, kitOf } from '../checks/hall/takes'
import type { Region } from '../curriculum/item'
import type { Plan } from '../plan/schema'
import type { Candidate, DraftGroup } from './candidates'
import type { Judged } from './judge'
import type { DraftRequest } from './request'

/** What a check found on a draft is ruled out, before the programme is asked again. */

/** How much of the floor and the kit is left to be dealt out, each time boards were too full. */
export const ROOM_KEPT = 0.96
/** How much earlier there is water, in seconds, each time it was too late. */
const WATER_SOONER = 15

export interface Ruled {
  /** A group's item, `group item`. */
  out: Set<string>
  fades: Set<Region>
  waters: number
  room: number
  soonerSec: number
}

/**
 * Rules out what findings are about; false where nothing more can be.
 */
export function ruleOut(
  { plan, grave, unready }: Judged,
  groups: readonly DraftGroup[],
  request: DraftRequest,
  ruled: Ruled,
): boolean {
  const before = JSON.stringify([ruled.out.size, ruled.fades.size, ruled.room, ruled.soonerSec])
  const drafted = (id: string) => !request.pinned.some((block) => block.id === id)
  for (const { region, block } of unready) {
    // Prepared once it would have been enough: it faded. Twice as much does not.
    if (!ruled.fades.has(region)) ruled.fades.add(region)
    else
      ruleOutOn(
        { code: 'warmup.prepare', blocks: [block.block.id].filter(drafted), groups: [] },
        plan,
        groups,
        ruled.out,
        region,
      )
  }
  const codes = new Set(grave.map(({ code }) => code))
  if (codes.has('water.gap')) ruled.soonerSec += WATER_SOONER
  if (codes.has('space.short') || codes.has('kit.short')) ruled.room *= ROOM_KEPT
  for (const { code, blocks, groups: about } of grave)
    if (!SETTLED_OTHERWISE.has(code))
      ruleOutOn({ code, blocks: blocks.filter(drafted), groups: about }, plan, groups, ruled.out)
  return before !== JSON.stringify([ruled.out.size, ruled.fades.size, ruled.room, ruled.soonerSec])
}

/** What ruling out an item does not mend. */
const SETTLED_OTHERWISE = new Set(['warmup.prepare', 'water.gap', 'time.over', 'time.talk', 'time.closing'])

/** Rules out one group's item on some boards: what takes most of the floor and the kit, or what is missed least. */
function ruleOutOn(
  { code, blocks, groups: about }: Pick<Finding, 'code' | 'blocks' | 'groups'>,
  plan: Plan,
  groups: readonly DraftGroup[],
  out: Set<string>,
  region?: Region,
): void {
  const candidates = plan.blocks
    .filter(({ id }) => blocks.includes(id))
    .flatMap(({ tracks, technique }) => {
      const everyone = plan.groups.map(({ id }) => id)
      return (tracks ?? (technique ? [{ groups: everyone, technique }] : [])).flatMap((track) =>
        groups
          .filter(({ id }) => track.groups.includes(id) && (about.length === 0 || about.includes(id)))
          .flatMap(({ candidates: all }) => all.find(({ item }) => item.id === track.technique) ?? [])
          .filter(({ item }) => region === undefined || (item.demand[region] ?? 0) >= 2),
      )
    })
  const heads = ({ group }: Candidate) => groups[group]?.heads ?? 0
  const takes = (one: Candidate) =>
    code === 'space.short'
      ? floorM2(one.item, heads(one))
      : code === 'kit.short'
        ? kitOf(one.item, heads(one)).reduce((sum, [, units]) => sum + units, 0)
        : Number(code === 'falls.order' && one.item.category === 'throws')
  const [worst] = candidates.sort((a, b) => takes(b) - takes(a) || a.weight - b.weight)
  if (worst) out.add(`${worst.group} ${worst.item.id}`)
}
