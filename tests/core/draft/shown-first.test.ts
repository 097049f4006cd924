import { describe, expect, it } from 'vitest'
import type { Pattern, ModelParts } from '../../../core/draft/model-parts'
import { ProgrammeBuilder, type Column } from '../../../core/draft/programme'
import { showFirst } from '../../../core/draft/rows/shown-first'

/** Two stretches of boards of 180 s, and one group that takes what is given. */
function stretches(patterns: { lengths: 180[]; isNew: boolean }[]) {
  const b = new ProgrammeBuilder()
  const known: Column[][] = [[b.whole(9)], [b.whole(9)]]
  const shown: Column[][] = [[b.whole(9)], [b.whole(9)]]
  const taken = patterns.map(({ lengths, isNew }): Pattern => ({
    candidate: { group: 0 } as Pattern['candidate'],
    lengths,
    column: b.yesNo(),
    workSec: 180 * lengths.length,
    shownAt: isNew ? 180 : undefined,
  }))
  showFirst({
    b,
    q: { groups: [{ index: 0 }] },
    lengths: [180],
    known,
    shown,
    patterns: taken,
  } as never as ModelParts)
  const { rows } = b.done()
  /** Whether boards can be so: known and shown of the first stretch, then of the second, with everything taken. */
  return (...[known0, shown0, known1, shown1]: [number, number, number, number]) => {
    const values = new Map<Column, number>([
      [known[0]![0]!, known0],
      [shown[0]![0]!, shown0],
      [known[1]![0]!, known1],
      [shown[1]![0]!, shown1],
      ...taken.map(({ column }): [Column, number] => [column, 1]),
    ])
    return rows.every(
      ({ terms, most }) =>
        terms.reduce((sum, [column, by]) => sum + by * (values.get(column) ?? 0), 0) <= most,
    )
  }
}
const anew = { lengths: [180, 180] as 180[], isNew: true }

describe('what is new to a group', () => {
  it('is on no board before one has shown it', () => {
    const canBe = stretches([anew, anew])
    expect(canBe(1, 0, 0, 2)).toBe(false)
    expect(canBe(2, 1, 0, 1)).toBe(false)
    expect(canBe(1, 1, 1, 1)).toBe(true)
    expect(canBe(0, 2, 2, 0)).toBe(true)
    expect(canBe(0, 1, 2, 1)).toBe(true)
  })

  it('leaves the boards before it to what the group has had', () => {
    const canBe = stretches([anew, { lengths: [180], isNew: false }])
    expect(canBe(1, 0, 1, 1)).toBe(true)
    expect(canBe(2, 0, 0, 1)).toBe(false)
    expect(canBe(2, 1, 0, 0)).toBe(true)
  })

  it('once only shown is never worked again', () => {
    const canBe = stretches([{ lengths: [180], isNew: true }])
    expect(canBe(0, 1, 0, 0)).toBe(true)
    expect(canBe(0, 1, 1, 0)).toBe(false)
  })
})
