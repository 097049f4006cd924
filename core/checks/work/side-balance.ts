import type { Block, Plan } from '../../plan/schema'
import { changeBlock, changeDoses } from '../../plan/edit'
import { telling, type Check, type Finding } from '../check'
import { addBySide, perLane, repsIn, type BySide, type Ground, type GroupFacts } from '../ground'

const tell = telling('side.balance', 'warn')

interface Sides extends BySide {
  blocks: string[]
}

/** What a lane does of each item that has sides, on each of them: thousandths of a rep where reps are counted, ms where the work is timed. */
const sidesIn = perLane(({ pieces }) => {
  const sides = new Map<string, BySide>()
  for (const piece of pieces) {
    if (piece.item?.sides !== 2 || piece.span.kind === 'holding') continue
    let sum = sides.get(piece.technique)
    if (!sum) sides.set(piece.technique, (sum = { R: 0, L: 0, N: 0 }))
    const { span } = piece
    const reps = repsIn(piece)
    // A station, a round of play or a game has no sides to call.
    const isCalled = span.kind === 'reps' || span.kind === 'paced' || span.kind === 'hold'
    if (!span.alternate && !span.side && !isCalled) continue
    const whole = { R: 0, L: 0, N: 0 }
    addBySide(whole, span, reps || piece.ms / 1000)
    for (const side of ['R', 'L', 'N'] as const) sum[side] += Math.round(whole[side] * 1000)
  }
  return sides
})

/** What a group did of each item on each side: reps where they are counted, seconds where the work is timed. */
function sidesOf(ground: Ground, group: GroupFacts): Map<string, Sides> {
  const sides = new Map<string, Sides>()
  for (const block of ground.blocks)
    for (const [technique, { R, L, N }] of sidesIn(ground.lane(block, group))) {
      let sum = sides.get(technique)
      if (!sum) sides.set(technique, (sum = { R: 0, L: 0, N: 0, blocks: [] }))
      sum.R += R
      sum.L += L
      sum.N += N
      sum.blocks.push(block.block.id)
    }
  return sides
}

/** Both sides in every dose of a block that counts or times. */
function bothSides(block: Block): Block {
  return changeDoses(block, (dose) =>
    'sides' in dose && !('alternate' in dose && dose.alternate) ? { ...dose, sides: 2 } : dose,
  )
}

/** Right and left of an item differ by more than a tenth for a group, or its side is never changed. Fix: both sides. */
export const sideBalance: Check = {
  code: 'side.balance',
  find(ground) {
    const told = new Map<string, Finding>()
    for (const group of ground.groups)
      for (const [technique, { R, L, N, blocks }] of sidesOf(ground, group)) {
        const most = Math.max(R, L)
        const differs = most > 0 && (most - Math.min(R, L)) * 100 > most * ground.limits.sideDiffer
        const oneSide = R === 0 && L === 0 && N > 0
        if (!differs && !oneSide) continue
        const key = `${technique} ${R} ${L} ${N}`
        const same = told.get(key)
        if (same) {
          same.groups.push(group.group.id)
          continue
        }
        told.set(
          key,
          tell(
            oneSide
              ? `${ground.name(technique)} is worked without a change of sides.`
              : `${ground.name(technique)}: ${Math.round(R / 1000)} right, ${Math.round(L / 1000)} left.`,
            `may differ by ${ground.limits.sideDiffer} %`,
            {
              blocks,
              groups: [group.group.id],
              about: technique,
              severity: oneSide ? 'hint' : 'warn',
            },
          ),
        )
      }
    return [...told.values()]
  },
  fix({ blocks }, { plan }) {
    const both = blocks.reduce<Plan>((next, id) => changeBlock(next, id, bothSides), plan)
    if (JSON.stringify(both) === JSON.stringify(plan)) return undefined
    return { does: 'Work both sides', says: 'both sides get the same', plan: both }
  },
}
