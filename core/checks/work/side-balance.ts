import type { Block, Plan } from '../../plan/schema'
import { changeBlock, changeDoses } from '../../plan/edit'
import { telling, type Check, type Finding } from '../check'
import { addBySide, repsIn, type BySide, type Ground, type GroupFacts } from '../ground'

const tell = telling('side.balance', 'warn')

interface Sides extends BySide {
  blocks: Set<string>
}

/** What a group did of each item on each side: reps where they are counted, seconds where the work is timed. */
function sidesOf(ground: Ground, group: GroupFacts): Map<string, Sides> {
  const sides = new Map<string, Sides>()
  for (const [{ block }, piece] of ground.piecesOf(group)) {
    if (piece.item?.sides !== 2 || piece.span.kind === 'holding') continue
    const sum = sides.get(piece.technique) ?? { R: 0, L: 0, N: 0, blocks: new Set() }
    sides.set(piece.technique, sum)
    sum.blocks.add(block.id)
    const { span } = piece
    const worked = repsIn(piece) || piece.ms / 1000
    // A station, a round of play or a game has no sides to call.
    const isCalled = span.kind === 'reps' || span.kind === 'paced' || span.kind === 'hold'
    if (span.alternate || span.side || isCalled) addBySide(sum, span, worked)
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
              : `${ground.name(technique)}: ${Math.round(R)} right, ${Math.round(L)} left.`,
            `may differ by ${ground.limits.sideDiffer} %`,
            {
              blocks: [...blocks],
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
