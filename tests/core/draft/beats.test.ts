import { describe, expect, it } from 'vitest'
import { bodySec, doseOf, repsPerformed, shapeOf, WORK_LENGTHS } from '../../../core/draft/beats'
import { expandPlan } from '../../../core/plan/expand'
import { demoItems } from '../../../demo/curriculum'
import { block, plan } from '../make'

const items = demoItems.map((item) => [item.id, item] as const)

describe('the doses of a draft', () => {
  it.each(WORK_LENGTHS)('of %d s: every item works just so long, in just so long a board', (length) => {
    for (const [id, item] of items) {
      const dose = doseOf(shapeOf(item, length), length, 15)
      const { totalSec, groups } = expandPlan(plan([block('b', { technique: id, dose })]))
      expect([id, totalSec, groups[0]?.workSec]).toEqual([id, bodySec(length) + 15, length])
    }
  })

  it.each(WORK_LENGTHS)(
    'of %d s: both sides get the same, and the reps are those that limits reckon with',
    (length) => {
      for (const [id, item] of items) {
        const shape = shapeOf(item, length)
        const [row] =
          expandPlan(plan([block('b', { technique: id, dose: doseOf(shape, length, 0) })])).groups[0]
            ?.practice ?? []
        expect(row?.repsL).toBe(row?.repsR)
        if (shape.reps !== undefined) expect(row?.reps).toBe(repsPerformed(item, length))
      }
    },
  )

  it('counts nobody faster than the item goes', () => {
    for (const [, item] of items) {
      const dose = doseOf(shapeOf(item, 180), 180, 0)
      if (dose.kind === 'count' && item.repSec) expect(dose.tempoSec).toBeGreaterThanOrEqual(item.repSec.full)
    }
  })
})
