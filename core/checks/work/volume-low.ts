import { changeBlock } from '../../plan/edit'
import { moreSets } from '../../plan/edit-tracks'
import { telling, type Check, type Finding } from '../check'
import { addBySide, perLane, type BySide, type Ground, type GroupFacts } from '../ground'

const tell = telling('volume.low', 'hint')
const DRILLED = new Set(['technique', 'drill', 'partner', 'selfdefence'])

interface Volume {
  /** Counted reps of the side that has least. */
  aSide: number
  blocks: string[]
}

interface Counted extends BySide {
  /** Time, holds and runs have no number of reps to fall short of. */
  counted: boolean
}

/** Reps of each item in a lane. */
const countedIn = perLane(({ pieces }) => {
  const out = new Map<string, Counted>()
  for (const { span, technique } of pieces) {
    let sum = out.get(technique)
    if (!sum) out.set(technique, (sum = { R: 0, L: 0, N: 0, counted: true }))
    if (span.kind === 'reps' || span.kind === 'paced')
      addBySide(sum, span, span.role === 'B' ? 0 : span.count)
    else sum.counted = false
  }
  return out
})

function volumes(ground: Ground, group: GroupFacts): Map<string, Volume> {
  const sums = new Map<string, Counted & { blocks: string[] }>()
  for (const block of ground.blocks) {
    if (!DRILLED.has(block.block.phase)) continue
    for (const [technique, { R, L, N, counted }] of countedIn(ground.lane(block, group))) {
      let sum = sums.get(technique)
      if (!sum) sums.set(technique, (sum = { R: 0, L: 0, N: 0, counted: true, blocks: [] }))
      sum.R += R
      sum.L += L
      sum.N += N
      sum.counted &&= counted
      sum.blocks.push(block.block.id)
    }
  }
  const out = new Map<string, Volume>()
  for (const [id, { R, L, N, counted, blocks }] of sums)
    if (counted) out.set(id, { aSide: R || L ? Math.min(R, L) + N : N, blocks })
  return out
}

/** A current item under the club's useful volume in the whole class. Fix: more sets where it is drilled. */
export const volumeLow: Check = {
  code: 'volume.low',
  find(ground) {
    const told = new Map<string, Finding>()
    for (const group of ground.groups)
      for (const [technique, { aSide, blocks }] of volumes(ground, group)) {
        if (aSide >= ground.limits.usefulVolume || ground.standingFor(technique, group) !== 'current')
          continue
        const key = `${technique} ${aSide}`
        const same = told.get(key)
        if (same) same.groups.push(group.group.id)
        else
          told.set(
            key,
            tell(
              `${ground.name(technique)} gets ${aSide} reps a side.`,
              `useful from ${ground.limits.usefulVolume}`,
              { blocks, groups: [group.group.id], about: technique },
            ),
          )
      }
    return [...told.values()]
  },
  fix({ blocks, groups: [id] }, ground) {
    const group = ground.groups.find((one) => one.group.id === id)
    const [blockId] = blocks
    const block = ground.blocks.find((one) => one.block.id === blockId)
    const technique = group && block && ground.lane(block, group).pieces[0]?.technique
    const volume = technique && volumes(ground, group).get(technique)
    if (!volume || volume.aSide === 0 || !blockId || !id) return undefined
    const factor = ground.limits.usefulVolume / volume.aSide
    return {
      does: `To ${ground.limits.usefulVolume} a side`,
      says: `${ground.name(technique)} gets enough reps`,
      plan: changeBlock(ground.plan, blockId, (one) => moreSets(one, factor, id)),
    }
  },
}
