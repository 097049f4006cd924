import { boardFor } from '../../curriculum/boards'
import { insertBlock } from '../../plan/edit'
import { telling, type Check, type Finding } from '../check'
import { namesOf, perLane, type GroupFacts } from '../ground'

const tell = telling('falls.order', 'stop')

/** What comes first in a lane: a breakfall that is practised, or a throw; nothing where there is neither. */
const firstIn = perLane(({ pieces }): 'falls' | { throws: string } | undefined => {
  for (const { item, span, technique } of pieces) {
    if (item?.category === 'falls' && span.kind !== 'holding') return 'falls'
    if (item?.category === 'throws') return { throws: technique }
  }
  return undefined
})

/** A throw for a group with no breakfall practice before it in this class. Fix: breakfalls first. */
export const fallsOrder: Check = {
  code: 'falls.order',
  find(ground) {
    const found = new Map<string, { says: string; groups: GroupFacts[] }>()
    for (const group of ground.groups)
      for (const facts of ground.blocks) {
        const first = firstIn(ground.lane(facts, group))
        if (first === undefined) continue
        if (first === 'falls') break
        const { block } = facts
        const known = found.get(block.id)
        if (known) known.groups.push(group)
        else
          found.set(block.id, {
            says: `${ground.name(first.throws)} in ${block.title} comes before any breakfall`,
            groups: [group],
          })
        break
      }
    return [...found].map(([block, { says, groups }]): Finding =>
      tell(`${says} for ${namesOf(groups, ground)}.`, 'throw only over a practised breakfall', {
        blocks: [block],
        groups: groups.map(({ group }) => group.id),
      }),
    )
  },
  fix({ blocks: [id], groups }, ground) {
    const at = ground.plan.blocks.findIndex((block) => block.id === id)
    const falls = [...ground.club.items.values()].filter(
      ({ category, partner }) => category === 'falls' && partner !== 'partner',
    )
    // The one that most of those concerned know already.
    const students = ground.groups
      .filter(({ group }) => groups.includes(group.id))
      .flatMap((one) => one.students)
    const known = (item: string) => students.filter(({ practised }) => practised.has(item)).length
    const [item] = falls.sort(
      (a, b) => known(b.id) - known(a.id) || a.layers.length - b.layers.length || (a.id < b.id ? -1 : 1),
    )
    if (!item || at < 0) return undefined
    const board = boardFor(item)
    const dose = {
      ...board.dose,
      kind: 'count',
      sets: 2,
      reps: 5,
      tempoSec: 3,
      sides: item.sides,
      roles: 1,
      setupSec: 15,
    } as typeof board.dose
    return {
      does: `${ground.name(item.id)} first`,
      says: `${ground.name(item.id)} comes before ${ground.plan.blocks[at]?.title ?? ''}`,
      plan: insertBlock(ground.plan, at, { ...board, priority: 'must', dose }).plan,
    }
  },
}
