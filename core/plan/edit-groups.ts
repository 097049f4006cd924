import { cutTo } from '../kernel/sound-text'
import { addToTrack } from './edit-tracks'
import { leadingTechnique } from './edit'
import type { Block, Group, Plan, Track } from './schema'

/** Changes to the groups of a class, for tonight; the boards follow, so that every group is somewhere in every cut board it was in. */

export const renameGroup = (plan: Plan, id: string, name: string): Plan => ({
  ...plan,
  groups: plan.groups.map((group) => (group.id === id ? { ...group, name } : group)),
})

/** A group more: in boards that are cut it works with the group that stands next to it. */
export function addGroup(plan: Plan, group: Group): Plan {
  const next = { ...plan, groups: [...plan.groups, group] }
  return {
    ...next,
    blocks: plan.blocks.map((block) => (block.tracks ? addToTrack(block, group.id, next) : block)),
  }
}

/** Leaves a group out of the class. The last one stays: a class is somebody's. */
export function leaveOutGroup(plan: Plan, id: string): Plan {
  if (plan.groups.length < 2) return plan
  const groups = plan.groups.filter((group) => group.id !== id)
  return acceptedOf({ ...plan, groups, blocks: plan.blocks.map((block) => withoutGroup(block, id)) })
}

/** Puts one group in with another: their ranks and heads together, at the pace of the slower, on the boards of the one they come to. */
export function mergeGroups(plan: Plan, id: string, into: string): Plan {
  const [gone, kept] = [id, into].map((wanted) => plan.groups.find((group) => group.id === wanted))
  if (!gone || !kept || gone === kept) return plan
  const both: Group = {
    ...kept,
    name: cutTo(`${kept.name}, ${gone.name}`, 80),
    ranks: [...new Set([...kept.ranks, ...gone.ranks])],
    headcount: kept.headcount + gone.headcount,
    pace: Math.max(kept.pace, gone.pace),
  }
  const groups = plan.groups.flatMap((group) => (group === gone ? [] : group === kept ? [both] : [group]))
  const blocks = plan.blocks.map((block) => {
    const comesAlone = !block.tracks?.some((track) => track.groups.includes(into))
    return comesAlone ? renamedIn(block, id, into) : withoutGroup(block, id)
  })
  return acceptedOf({ ...plan, groups, blocks })
}

const renamedIn = (block: Block, id: string, to: string): Block =>
  block.tracks
    ? {
        ...block,
        tracks: block.tracks.map((track) => ({
          ...track,
          groups: track.groups.map((group) => (group === id ? to : group)),
        })),
      }
    : block

/** The block without a group; where nobody else was in its tracks, all work together what they worked. */
function withoutGroup(block: Block, id: string): Block {
  if (!block.tracks) return block
  const tracks = block.tracks.flatMap((track): Track[] => {
    const groups = track.groups.filter((group) => group !== id)
    return groups.length ? [groups.length === track.groups.length ? track : { ...track, groups }] : []
  })
  if (tracks.length) return { ...block, tracks }
  const { tracks: had, holding: _h, afterTurn: _a, handoverSec: _s, ...rest } = block
  const technique = leadingTechnique(block)
  const dose = block.dose ?? had?.[0]?.dose
  return {
    ...rest,
    mode: 'together',
    layer: had?.[0]?.layer ?? block.layer,
    ...(technique ? { technique } : {}),
    ...(dose ? { dose } : {}),
  }
}

/** What was accepted of groups that are no longer there is accepted of the others; of nobody else, it is gone. So is who leads them. */
function acceptedOf(changed: Plan): Plan {
  const plan = {
    ...changed,
    blocks: changed.blocks.map((block) => withKnownLeads(block, changed.groups)),
  }
  if (!plan.acknowledged) return plan
  const known = new Set(plan.groups.map(({ id }) => id))
  const left = plan.acknowledged.flatMap((entry) => {
    const groups = entry.groups?.filter((id) => known.has(id))
    if (entry.groups?.length && !groups?.length) return []
    return [groups ? { ...entry, groups } : entry]
  })
  const { acknowledged: _, ...rest } = plan
  return left.length ? { ...rest, acknowledged: left } : rest
}

/** A block of which nobody is said to lead a group that is not there. */
export function withKnownLeads<B extends Pick<Block, 'teaching'>>(
  block: B,
  groups: readonly Pick<Group, 'id'>[],
): B {
  const { leads, ...said } = block.teaching ?? {}
  const left = leads?.filter(({ group }) => groups.some(({ id }) => id === group))
  if (!leads || left?.length === leads.length) return block
  const teaching = left?.length ? { ...said, leads: left } : said
  const { teaching: _, ...rest } = block
  return (Object.keys(teaching).length ? { ...rest, teaching } : rest) as B
}
