import { describe, expect, it } from 'vitest'
import { checkPlan, type ClubFacts } from '../../../core/checks'
import { Ground, perLane } from '../../../core/checks/ground'
import { chanceOf } from '../../../core/kernel/chance'
import { changeBlock, changePlan, duplicateBlock, moveBlock, removeBlock } from '../../../core/plan/edit'
import { nudgeSets } from '../../../core/plan/nudge'
import { parsePlan } from '../../../core/plan/parse'
import type { Plan } from '../../../core/plan/schema'
import { layPlan } from '../../../core/plan/timeline'
import { POOL } from '../../../starters/items'
import { bigPlan } from '../../bench/big-plan'
import { club, knows, ladder, student } from './club'

/** What the checks keep from one edit to the next never shows: they find what they would find on everything read anew. */

const items = [...POOL.values()]
function realPlan(blocks: number, groups: number): Plan {
  let n = 0
  const json = JSON.stringify(bigPlan(blocks, groups)).replace(
    /"technique":"[^"]*"/g,
    () => `"technique":"${items[(n++ * 7) % items.length]!.id}"`,
  )
  const parsed = parsePlan(JSON.parse(json))
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults.slice(0, 3)))
  return parsed.plan
}
const facts = (): ClubFacts =>
  club(items, {
    students: Array.from({ length: 24 }, (_, s) =>
      student(`Student ${s}`, {
        group: `g${s % 4}`,
        rank: ladder.ranks[s % 4]!.id,
        age: 11 + s,
        note: s % 6 ? null : 'left wrist, no falls',
        ...knows(...items.slice(s, s + 40).map(({ id }): [string, number] => [id, 1 + (s % 3)])),
      }),
    ),
    syllabus: items.map(({ id }, i) => ({ rank: ladder.ranks[i % 4]!.id, item: id, layer: 1 })),
    settings: { hall: { areaM2: 60, hot: true, kit: [{ name: 'pad', count: 4 }] } },
  })

describe('what checks keep', () => {
  it.each([1, 2, 3])('is what they would find anew, after every edit of a long class, seed %i', (seed) => {
    const chance = chanceOf(seed)
    const kept = facts()
    let plan = realPlan(24, 4)
    let changed = 0
    let before = ''
    for (let edit = 0; edit < 25; edit++) {
      const { id } = plan.blocks[Math.floor(chance() * plan.blocks.length)]!
      const to = Math.floor(chance() * plan.blocks.length)
      const edits: (() => Plan)[] = [
        () => moveBlock(plan, id, to),
        () => duplicateBlock(plan, id).plan,
        () => (plan.blocks.length > 12 ? removeBlock(plan, id) : plan),
        () => changeBlock(plan, id, (one) => (one.dose ? { ...one, dose: nudgeSets(one.dose, 1) } : one)),
        () => changeBlock(plan, id, (one) => ({ ...one, intensity: 1 + (to % 10) })),
        () =>
          changePlan(plan, { groups: plan.groups.map((group) => ({ ...group, headcount: 2 + (to % 9) })) }),
      ]
      plan = edits[Math.floor(chance() * edits.length)]!()
      const found = checkPlan(plan, layPlan(plan), kept).findings
      const anew = structuredClone(plan)
      expect(found).toEqual(checkPlan(anew, layPlan(anew), facts()).findings)
      if (JSON.stringify(found) !== before) changed++
      before = JSON.stringify(found)
    }
    // Edits that nothing is found to have changed by would show nothing.
    expect(changed).toBeGreaterThan(10)
  })

  it('is worked out once for a lane that several groups share', () => {
    const plan = realPlan(6, 4)
    const timeline = layPlan(plan)
    const ground = new Ground(plan, timeline, facts())
    let asked = 0
    const work = perLane(({ workMs }) => {
      asked++
      return workMs
    })
    for (const block of ground.blocks)
      for (const group of ground.groups)
        expect(work(ground.lane(block, group))).toBe(ground.lane(block, group).workMs)
    expect(asked).toBe(new Set(timeline.blocks.flatMap(({ lanes }) => lanes)).size)
    expect(asked).toBeLessThan(ground.blocks.length * ground.groups.length)
  })
})
