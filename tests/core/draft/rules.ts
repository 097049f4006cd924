import { worthOf } from '../../../core/balance/worth'
import { checkPlan, isGrave } from '../../../core/checks'
import type { ClubFacts } from '../../../core/checks/club-facts'
import { standingOf } from '../../../core/curriculum/syllabus'
import type { Draft } from '../../../core/draft/draft'
import type { DraftRequest } from '../../../core/draft/request'
import { stagesOf } from '../../../core/plan/doses'
import { expandPlan, tallyGroups } from '../../../core/plan/expand'
import { parsePlan } from '../../../core/plan/parse'
import type { Block } from '../../../core/plan/schema'
import { layPlan } from '../../../core/plan/timeline'

/** What every draft keeps, written down apart from how it is made: a sentence for each rule that one does not. */

const AROUND = new Set(['mobility', 'conditioning', 'footwork', 'games', 'falls'])

const namedOn = (block: Block): { id: string; layer: number; groups: readonly string[] | undefined }[] => {
  const stages = (
    dose: Block['dose'],
    of: { technique?: string | undefined; layer?: number },
    groups?: string[],
  ) =>
    stagesOf(dose).flatMap(({ technique = of.technique, layer = of.layer ?? 1 }) =>
      technique ? [{ id: technique, layer, groups }] : [],
    )
  const own =
    block.technique && !stagesOf(block.dose).length
      ? [{ id: block.technique, layer: block.layer, groups: undefined }]
      : []
  return [
    ...own,
    ...stages(block.dose, block),
    ...(block.tracks ?? []).flatMap((track) => [
      { id: track.technique, layer: track.layer, groups: track.groups },
      ...stages(track.dose, track, track.groups),
    ]),
  ]
}

export function brokenRules(
  { plan, value, bound, gap, why }: Draft,
  request: DraftRequest,
  club: ClubFacts,
  most: { gap: number },
): string[] {
  const broken: string[] = []
  const told = (rule: boolean, says: string) => {
    if (!rule) broken.push(says)
  }
  const parsed = parsePlan(JSON.parse(JSON.stringify(plan)))
  told(parsed.ok, `does not parse: ${parsed.ok ? '' : JSON.stringify(parsed.faults)}`)
  const timeline = layPlan(plan)
  const [totalSec, lengthSec] = [timeline.totalMs / 1000, request.lengthMin * 60]
  told(totalSec <= lengthSec && totalSec >= lengthSec - 90, `lasts ${totalSec} of ${lengthSec} s`)
  const { findings } = checkPlan(plan, timeline, club)
  for (const finding of findings.filter(isGrave))
    told(
      why.some(({ says }) => says.includes(finding.says)),
      `${finding.code}: ${finding.says}`,
    )
  told(plan.blocks[0]?.phase === 'opening', 'does not open')
  told(plan.blocks.at(-1)?.phase === 'closing', 'does not close')
  for (const { id } of plan.blocks)
    told(
      why.some(({ block }) => block === id),
      `no why for ${id}`,
    )
  const pinned = new Set(request.pinned.map(({ id }) => id))
  told(
    JSON.stringify(plan.blocks.filter(({ id }) => pinned.has(id)).map(({ id }) => id)) ===
      JSON.stringify([...pinned]),
    'pinned boards are not in their order',
  )
  const worth = worthOf(plan, club, new Set(request.theme))
  told(worth.value === value, `is worth ${worth.value}, not ${value}`)
  told(bound >= value && gap <= most.gap, `gap ${gap}`)
  const main = timeline.blocks.filter(
    ({ block }) => block.phase !== 'warmup' && block.phase !== 'cooldown' && !pinned.has(block.id),
  )
  const tallies = tallyGroups(plan, { ...timeline, blocks: main })
  const isSaid = why.some(({ block }) => block === null)
  worth.groups.forEach((group, g) => {
    const rows = new Map<string, number>()
    for (const { technique, workSec } of tallies[g]?.practice ?? [])
      if (club.items.has(technique)) rows.set(technique, (rows.get(technique) ?? 0) + workSec)
    const all = [...rows.values()].reduce((sum, sec) => sum + sec, 0)
    const items = new Map(group.items.map((one) => [one.item, one]))
    const learnt = [...rows].filter(([id, sec]) => sec > 0 && items.get(id)?.helping === 'learn')
    for (const [id, sec] of learnt) told(sec >= 240, `${group.group} learns ${id} for ${sec} s`)
    told(
      learnt.length <= Math.min(3, Math.max(1, Math.floor(all / 480))),
      `${group.group} learns ${learnt.length} things in ${all} s`,
    )
    const onThreads = learnt.reduce((sum, [id, sec]) => sum + (items.get(id)?.thread ? sec : 0), 0)
    const share = plan.groups.length > 5 ? 1 / 3 : 1 / 2
    const isDue = group.items.some(({ helping, due }) => helping === 'learn' && due > 0)
    told(
      !isDue || onThreads >= all * share - 1e-6 || isSaid,
      `${group.group}: ${onThreads} of ${all} s on threads`,
    )
    told(
      group.workSec >= 0.45 * totalSec || club.items.size === 0,
      `${group.group} is at work for ${group.workSec} s`,
    )
    for (const [category, share] of Object.entries(request.most)) {
      const sec = group.categories.find((one) => one.category === category)?.workSec ?? 0
      told(sec <= share * group.workSec + 1e-6, `${group.group}: ${sec} s of ${category}`)
    }
  })
  for (const { block } of main) {
    if (block.mode === 'turns' || block.mode === 'stations') continue
    const named = namedOn(block)
    const categories = new Set(named.map(({ id }) => club.items.get(id)?.category))
    told(categories.size <= 1, `${block.id} is of ${[...categories].join(', ')}`)
  }
  const threads = new Set(
    worth.groups.flatMap(({ items }) => items.flatMap(({ item, thread }) => (thread ? [item] : []))),
  )
  for (const { block } of timeline.blocks)
    if ((block.phase === 'warmup' || block.phase === 'cooldown') && !pinned.has(block.id))
      for (const { id, layer } of namedOn(block))
        told(
          AROUND.has(club.items.get(id)?.category ?? '') || (layer === 1 && threads.has(id)),
          `${block.id} works ${id} at layer ${layer}`,
        )
  const expanded = expandPlan(plan)
  for (const id of request.theme.filter((one) => club.items.has(one))) {
    const concerned = plan.groups.flatMap(({ ranks }, g) =>
      ranks.some((rank) =>
        ['new', 'current', 'review'].includes(standingOf(id, rank, club.ladder, club.syllabus)),
      )
        ? [g]
        : [],
    )
    told(
      concerned.length === 0 ||
        concerned.some((g) =>
          expanded.groups[g]?.practice.some(({ technique, workSec }) => technique === id && workSec > 0),
        ) ||
        isSaid,
      `${id} is of the theme and not worked`,
    )
  }
  return broken
}
