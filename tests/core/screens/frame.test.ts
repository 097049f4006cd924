import { describe, expect, it } from 'vitest'
import { layPlan } from '~~/core/plan/timeline'
import { BEATS_PX, frameGeometry, GAP_PX, HEAD_PX, PX_PER_MIN } from '~/domain/frame-geometry'
import { tonight } from '../../../demo/plans'
import { block, count, fixed, group, plan, twoGroups } from '../make'

const of = (blocks: Record<string, unknown>[], groups = twoGroups) => {
  const made = plan(blocks, { groups })
  return frameGeometry(layPlan(made), made.groups.length)
}

describe('where time lies on the frame', () => {
  it('a long board is as high as its time, eight px a minute', () => {
    const { boards } = of([block('a', { dose: fixed(600) })])
    expect(boards[0]).toMatchObject({ y: 0, h: 10 * PX_PER_MIN, head: 0 })
  })

  it('a short one is opened up until it can be read', () => {
    expect(of([block('a', { dose: fixed(5) })]).boards[0]?.h).toBe(24)
    expect(of([block('w', { phase: 'water', dose: fixed(5) })]).boards[0]?.h).toBe(18)
    const tracks = [{ groups: ['white'], technique: 'a' }]
    expect(of([block('o', { mode: 'oneCount', dose: count(1), tracks })]).boards[0]).toMatchObject({
      h: HEAD_PX + BEATS_PX + 23,
      head: HEAD_PX + BEATS_PX,
    })
    const six = Array.from({ length: 6 }, (_, i) => group(`g${i}`))
    const inSix = [{ groups: ['g0'], technique: 'a' }]
    expect(of([block('o', { mode: 'oneCount', dose: count(1), tracks: inSix })], six).boards[0]?.h).toBe(
      HEAD_PX + BEATS_PX + 39,
    )
  })

  it('two boards have the transition between them', () => {
    const { boards } = of([block('a', { dose: fixed(600) }), block('b', { dose: fixed(60) })])
    expect(boards[1]?.y).toBe(80 + GAP_PX)
  })

  it('time runs straight within a board, below the head of a cut one', () => {
    const tracks = [{ groups: ['white'], technique: 'a' }]
    const { boards, yAt, msAt } = of([block('o', { mode: 'layers', dose: count(600), tracks })])
    const { h } = boards[0]!
    expect(yAt(0)).toBe(HEAD_PX)
    expect(yAt(300_000)).toBeCloseTo(HEAD_PX + (h - HEAD_PX) / 2)
    expect(msAt(5)).toBe(0)
    expect(msAt(HEAD_PX + (h - HEAD_PX) / 2)).toBe(300_000)
  })

  it('goes on past the last board at the same scale', () => {
    const { height, yAt } = of([block('a', { dose: fixed(600) })])
    expect(yAt(600_000 + 120_000)).toBe(height + 2 * PX_PER_MIN)
  })

  it('never goes back through tonight’s class', () => {
    const made = plan(tonight.blocks as Record<string, unknown>[], { groups: tonight.groups })
    const { yAt } = frameGeometry(layPlan(made), 4)
    for (let sec = 5; sec < 4700; sec += 5)
      expect(yAt(sec * 1000)).toBeGreaterThanOrEqual(yAt((sec - 5) * 1000))
  })

  it('is read back to the same second anywhere in tonight’s class', () => {
    const made = plan(tonight.blocks as Record<string, unknown>[], { groups: tonight.groups })
    const { yAt, msAt } = frameGeometry(layPlan(made), 4)
    for (let sec = 0; sec < 5000; sec += 7) expect(msAt(yAt(sec * 1000))).toBeCloseTo(sec * 1000, -1)
    expect(msAt(-50)).toBe(0)
  })
})
