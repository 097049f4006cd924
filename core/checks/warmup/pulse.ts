import { insertBlock } from '../../plan/edit'
import { minutes } from '../../kernel/time-text'
import { telling, type Check, type Finding } from '../check'
import { isPower, namesOf, type BlockFacts, type Ground, type GroupFacts } from '../ground'

const tell = telling('warmup.pulse', 'warn')
/** From this intensity on the pulse is raised. */
export const RAISED = 4

/** The first block with power in it for a group, and the raised pulse it has had by then. */
function firstPower(
  ground: Ground,
  group: GroupFacts,
): { block: BlockFacts; item: string; raisedMs: number } | undefined {
  let raisedMs = 0
  for (const block of ground.blocks) {
    for (const { item, technique, ms, span } of ground.lane(block, group).pieces) {
      if (span.kind === 'holding') continue
      if (isPower(item, block.intensity) && item) return { block, item: technique, raisedMs }
      if (block.intensity >= RAISED || (item?.prepares.pulse ?? 0) > 0) raisedMs += ms
    }
    // A game or a run without an item raises the pulse as well.
    const { pieces, workMs } = ground.lane(block, group)
    if (pieces.length === 0 && block.intensity >= RAISED) raisedMs += workMs
  }
  return undefined
}

/** Jumps, throws or full-power work before three minutes of raised pulse. Fix: a pulse-raiser before it. */
export const warmupPulse: Check = {
  code: 'warmup.pulse',
  find(ground) {
    const need = ground.limits.pulseFirst * 60_000
    const found = new Map<string, { says: string; raisedMs: number; groups: GroupFacts[] }>()
    for (const group of ground.groups) {
      const first = firstPower(ground, group)
      if (!first || first.raisedMs >= need) continue
      const { id } = first.block.block
      const known = found.get(id)
      if (known) known.groups.push(group)
      else
        found.set(id, {
          says: `Not warm enough for ${ground.name(first.item)} yet`,
          raisedMs: first.raisedMs,
          groups: [group],
        })
    }
    return [...found].map(([block, { says, raisedMs, groups }]): Finding =>
      tell(
        `${says}: ${namesOf(groups, ground)}.`,
        `${minutes(raisedMs)} of raised pulse before it, at least ${minutes(need)}`,
        {
          blocks: [block],
          groups: groups.map(({ group }) => group.id),
        },
      ),
    )
  },
  fix({ blocks: [id], groups: [group] }, ground) {
    const at = ground.plan.blocks.findIndex((block) => block.id === id)
    const facts = ground.groups.find((one) => one.group.id === group)
    const had = facts && firstPower(ground, facts)?.raisedMs
    if (at < 0 || had === undefined) return undefined
    const sec = Math.max(30, Math.ceil((ground.limits.pulseFirst * 60_000 - had) / 1000))
    const [raiser] = [...ground.club.items.values()]
      .filter(
        ({ jumps, partner, prepares }) => jumps === 0 && partner === 'solo' && (prepares.pulse ?? 0) > 0,
      )
      .sort((a, b) => (b.prepares.pulse ?? 0) - (a.prepares.pulse ?? 0) || (a.id < b.id ? -1 : 1))
    const added = insertBlock(ground.plan, at, {
      title: raiser ? ground.name(raiser.id) : 'Easy running',
      phase: 'warmup',
      priority: 'should',
      mode: 'together',
      layer: 1,
      ...(raiser ? { technique: raiser.id } : {}),
      dose: { kind: 'fixed', sec, active: true },
    })
    const title = ground.plan.blocks[at]?.title ?? ''
    return {
      does: `${minutes(sec * 1000)} of pulse first`,
      says: `the pulse is up before ${title}`,
      plan: added.plan,
    }
  },
}
