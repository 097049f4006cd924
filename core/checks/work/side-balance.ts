import { minutes } from '../../kernel/time-text'
import type { Block, Plan } from '../../plan/schema'
import { changeBlock } from '../../plan/edit'
import { changeDoses } from '../../plan/edit-doses'
import { telling, type Check, type Finding } from '../check'
import { addBySide, perLane, repsIn, type BySide, type Ground, type GroupFacts } from '../ground'

const tell = telling('side.balance', 'warn')

interface Sides extends BySide {
  technique: string
  measure: Measure
  blocks: string[]
}

/** Reps where they are counted, seconds where the work is timed; the one says nothing of the other. */
const MEASURES = ['reps', 'seconds'] as const
type Measure = (typeof MEASURES)[number]

/** What a lane does of each item that has sides, by measure and side, in thousandths. */
const sidesIn = perLane(({ pieces }) => {
  const sides = new Map<string, Record<Measure, BySide>>()
  for (const piece of pieces) {
    if (piece.item?.sides !== 2 || piece.span.kind === 'holding') continue
    let sum = sides.get(piece.technique)
    if (!sum)
      sides.set(piece.technique, (sum = { reps: { R: 0, L: 0, N: 0 }, seconds: { R: 0, L: 0, N: 0 } }))
    const { span } = piece
    // Timed work is seconds, unless the dose itself says how quick its reps are.
    const isReps = span.kind !== 'round' || span.repMs > 0
    const reps = isReps ? repsIn(piece) : 0
    // A station, a round of play or a game has no sides to call.
    const isCalled = span.kind === 'reps' || span.kind === 'paced' || span.kind === 'hold'
    if (!span.alternate && !span.side && !isCalled) continue
    const whole = { R: 0, L: 0, N: 0 }
    addBySide(whole, span, reps || piece.ms / 1000)
    const into = sum[reps ? 'reps' : 'seconds']
    for (const side of ['R', 'L', 'N'] as const) into[side] += Math.round(whole[side] * 1000)
  }
  return sides
})

/** What a group did of each item on each side, reps and seconds apart. */
function sidesOf(ground: Ground, group: GroupFacts): Sides[] {
  const sides = new Map<string, Sides>()
  for (const facts of ground.blocks)
    for (const [technique, measured] of sidesIn(ground.lane(facts, group)))
      for (const measure of MEASURES) {
        const { R, L, N } = measured[measure]
        if (R + L + N === 0) continue
        const key = `${technique} ${measure}`
        let sum = sides.get(key)
        if (!sum) sides.set(key, (sum = { technique, measure, R: 0, L: 0, N: 0, blocks: [] }))
        sum.R += R
        sum.L += L
        sum.N += N
        sum.blocks.push(facts.block.id)
      }
  return [...sides.values()]
}

/** `12 right, 8 left`, of timed work `2:00 right, 1:00 left`. */
function amounts({ measure, R, L }: Sides): string {
  const amount = (thousandths: number) =>
    measure === 'reps' ? String(Math.round(thousandths / 1000)) : minutes(thousandths)
  return `${amount(R)} right, ${amount(L)} left`
}

/** Both sides in every dose of a block that counts or times. */
function bothSides(block: Block): Block {
  return changeDoses(block, (dose) => {
    if (!('sides' in dose) || ('alternate' in dose && dose.alternate)) return dose
    const both = { ...dose, sides: 2 as const }
    delete both.side
    return both
  })
}

/** Right and left of an item differ by more than a tenth for a group, or its side is never changed. Fix: both sides. */
export const sideBalance: Check = {
  code: 'side.balance',
  find(ground) {
    const told = new Map<string, Finding>()
    for (const group of ground.groups)
      for (const sides of sidesOf(ground, group)) {
        const { technique, measure, R, L, N, blocks } = sides
        const most = Math.max(R, L)
        const differs = most > 0 && (most - Math.min(R, L)) * 100 > most * ground.limits.sideDiffer
        const oneSide = R === 0 && L === 0 && N > 0
        if (!differs && !oneSide) continue
        const key = `${technique} ${measure} ${R} ${L} ${N}`
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
              : `${ground.name(technique)}: ${amounts(sides)}.`,
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
