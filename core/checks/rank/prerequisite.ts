import type { Item, Prerequisite } from '../../curriculum/item'
import { boardFor } from '../../curriculum/boards'
import { insertBlock } from '../../plan/edit'
import { telling, type Check, type Finding } from '../check'
import type { Expected } from '../club-facts'
import { listed, type Ground, type GroupFacts } from '../ground'

const tell = telling('prereq.missing', 'warn')

/**
 * Whether a student has something behind them: the ledger says so, or their rank does, because a lower one is asked for it. A
 * ledger begins some day; the rank remembers what came before.
 */
function knows(student: Expected, need: Prerequisite, attested: Attested): boolean {
  if ((student.practised.get(need.item)?.layer ?? 0) >= need.layer) return true
  return (attested.get(student.rank)?.get(need.item) ?? 0) >= need.layer
}

type Attested = ReadonlyMap<string, ReadonlyMap<string, number>>

/** How many of some students are without something, and whether those who have it are enough, by the club's share of a group. */
const lackingOf = (students: readonly Expected[], need: Prerequisite, attested: Attested): number =>
  students.filter((student) => !knows(student, need, attested)).length
const isEnough = (lacking: number, of: number, knownShare: number): boolean =>
  (of - lacking) * 100 >= of * knownShare

/** Whether enough of some students have all that an item at a layer stands on. */
export function areReadyFor(
  item: Item,
  layer: number,
  students: readonly Expected[],
  { index, limits: { knownShare } }: Pick<Ground, 'index' | 'limits'>,
): boolean {
  return index
    .needsOf(item, layer)
    .every((need) => isEnough(lackingOf(students, need, index.attestedBy), students.length, knownShare))
}

/** One thing that is missing: what needs it, for which groups, and how many are without it. */
interface Missing {
  need: Prerequisite
  blocks: Set<string>
  builds: Set<string>
  groups: Map<string, { without: number; of: number }>
}

/** How many of a group are without something, worked out once for as long as the same are expected. */
const lacking = new WeakMap<GroupFacts, Map<Prerequisite, number>>()
function lackingIn(group: GroupFacts, need: Prerequisite, attested: Attested): number {
  let known = lacking.get(group)
  if (!known) lacking.set(group, (known = new Map()))
  let count = known.get(need)
  if (count === undefined) known.set(need, (count = lackingOf(group.students, need, attested)))
  return count
}

function missing(ground: Ground): Missing[] {
  const attested = ground.index.attestedBy
  const found = new Map<string, Missing>()
  for (const group of ground.groups) {
    const of = group.students.length
    if (of === 0) continue
    const today = new Map<string, number>()
    for (const facts of ground.blocks)
      for (const { item, technique, layer } of ground.lane(facts, group).works) {
        if (!item) continue
        for (const need of ground.index.needsOf(item, layer)) {
          if ((today.get(need.item) ?? 0) >= need.layer) continue
          const without = lackingIn(group, need, attested)
          if (isEnough(without, of, ground.limits.knownShare)) continue
          const key = `${need.item} ${need.layer}`
          const one = found.get(key) ?? { need, blocks: new Set(), builds: new Set(), groups: new Map() }
          found.set(key, one)
          one.blocks.add(facts.block.id)
          one.builds.add(technique)
          one.groups.set(group.group.id, { without, of })
        }
        if (layer > (today.get(technique) ?? 0)) today.set(technique, layer)
      }
  }
  return [...found.values()]
}

/**
 * An item or layer whose prerequisite the group has not practised: fewer than the club's share of those expected know it, and
 * it does not come earlier in this class. Silent where nothing is known of who comes. Fix: practise it first.
 */
export const prerequisiteMissing: Check = {
  code: 'prereq.missing',
  find(ground) {
    return missing(ground).map(({ need, blocks, builds, groups }): Finding => {
      const who = ground.plan.groups.flatMap(({ id, name }) => {
        const counts = groups.get(id)
        return counts ? [`${counts.without} of ${counts.of} in ${name}`] : []
      })
      const layer = need.layer > 1 ? `, layer ${need.layer}` : ''
      const on = [...builds].map((id) => ground.name(id))
      return tell(
        `${listed(who)} have not practised ${ground.name(need.item)}${layer}; ${listed(on)} ${on.length === 1 ? 'builds' : 'build'} on it.`,
        `at least ${ground.limits.knownShare} % of a group`,
        { blocks: [...blocks], groups: [...groups.keys()], about: `${need.item} ${need.layer}` },
      )
    })
  },
  fix({ blocks, groups, says }, ground) {
    const one = missing(ground).find(
      (other) =>
        [...other.blocks].join() === blocks.join() &&
        [...other.groups.keys()].join() === groups.join() &&
        says.includes(ground.name(other.need.item)),
    )
    const item = one && ground.club.items.get(one.need.item)
    const at = ground.plan.blocks.findIndex(({ id }) => id === blocks[0])
    if (!item || at < 0) return undefined
    return {
      does: `${ground.name(item.id)} first`,
      says: `${ground.name(item.id)} comes before ${ground.plan.blocks[at]?.title ?? ''}`,
      plan: insertBlock(ground.plan, at, { ...boardFor(item), layer: one.need.layer }).plan,
    }
  },
}
