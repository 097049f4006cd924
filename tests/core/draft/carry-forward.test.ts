import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { parsePlan } from '../../../core/plan/parse'
import { checkPlan, NO_CLUB } from '../../../core/checks'
import { Ground } from '../../../core/checks/ground'
import type { Plan } from '../../../core/plan/schema'
import { demoItems } from '../../../demo/curriculum'
import { lastClass, lastWeek, tonight } from '../../../demo/plans'
import { carryForward } from '../../../core/draft/carry-forward'
import { partnerLadder } from '../../../core/curriculum/partner-ladder'
import type { Mark } from '../../../core/people/marks'
import { block, count, fixed, plan, twoGroups } from '../make'
import { club, item, student } from '../checks/club'

const kick = item('kick')
const grip = item('grip', { partner: 'partner', category: 'escapes' })
const marked = (id: string, mark?: Mark, rank = 'white') =>
  student(`${rank} ${mark}`, {
    rank,
    practised: new Map([[id, { layer: 1, days: 2, last: '2026-11-20', ...(mark ? { mark } : {}) }]]),
  })
const drill = (layer: number, more = {}) =>
  block('d', { title: 'Kicks', technique: 'kick', layer, dose: count(10, { setupSec: 60 }), ...more })
const forward = (made: ReturnType<typeof plan>, students: ReturnType<typeof student>[] = []) =>
  carryForward(made, club([kick, grip], { students }), { date: '2026-11-28' })

describe('carry forward', () => {
  it('goes one layer on where at least half of the marks were good', () => {
    const { plan: next, changes } = forward(plan([drill(1)]), [
      marked('kick', 'sound'),
      marked('kick', 'shaky'),
    ])
    expect(next.blocks[0]?.layer).toBe(2)
    expect(changes).toContain('Kick goes on to layer 2: 1 of 2 marks was good.')
  })

  it('stays where they were not, and where there are none', () => {
    expect(forward(plan([drill(1)]), [marked('kick', 'not yet'), marked('kick', 'shaky')])).toMatchObject({
      plan: { blocks: [{ layer: 1 }] },
      changes: expect.arrayContaining(['Kick stays at layer 1: 0 of 2 marks were good.']) as string[],
    })
    expect(forward(plan([drill(1)])).changes).toContain('Kick stays at layer 1: nobody has a mark on it yet.')
  })

  it('never goes past the last layer', () => {
    const { plan: next, changes } = forward(plan([drill(3)]), [marked('kick', 'sharp')])
    expect(next.blocks[0]?.layer).toBe(3)
    expect(changes).toContain('Kick stays at its last layer.')
  })

  it('looks at each group’s own marks', () => {
    const made = plan(
      [
        block('l', {
          mode: 'layers',
          dose: count(10),
          tracks: ['white', 'green'].map((id) => ({ groups: [id], technique: 'kick', layer: 1 })),
        }),
      ],
      { groups: twoGroups },
    )
    const { plan: next } = forward(made, [marked('kick', 'shaky'), marked('kick', 'sharp', 'green')])
    expect(next.blocks[0]?.tracks?.map(({ layer }) => layer)).toEqual([1, 2])
  })

  it('climbs the next rung of a partner ladder where it is earned', () => {
    const rungs = partnerLadder([grip])
    const stages = rungs.slice(0, 2).map(({ title }) => ({ title, dose: count(5, { roles: 2 }) }))
    const made = plan([
      block('g', { title: 'Grip', phase: 'partner', technique: 'grip', dose: { kind: 'ladder', stages } }),
    ])
    const { plan: next, changes } = forward(made, [marked('grip', 'sound')])
    const dose = next.blocks[0]?.dose
    expect(dose?.kind === 'ladder' && dose.stages.map(({ title }) => title)).toEqual(
      rungs.slice(0, 3).map(({ title }) => title),
    )
    expect(changes[0]).toBe(`Grip climbs to “${rungs[2]?.title}”: 1 of 1 mark was good.`)
  })

  it('lengthens no talk, not by a rung that comes in, nor in any class of the demo', () => {
    const talkIn = (of: Plan) => {
      const ground = new Ground(of, layPlan(of), NO_CLUB)
      return of.groups.map((_, g) =>
        ground.blocks.reduce((sum, { lanes }) => sum + (lanes[g]?.talkMs ?? 0), 0),
      )
    }
    const rungs = partnerLadder([grip])
    const stages = rungs
      .slice(0, 2)
      .map(({ title }) => ({ title, dose: count(5, { roles: 2, setupSec: 20 }) }))
    const made = plan([
      block('g', { title: 'Grip', phase: 'partner', technique: 'grip', dose: { kind: 'ladder', stages } }),
    ])
    const { plan: next } = forward(made, [marked('grip', 'sound')])
    const dose = next.blocks[0]?.dose
    expect(dose?.kind === 'ladder' && dose.stages).toHaveLength(3)
    expect(talkIn(next)[0]).toBeLessThanOrEqual(talkIn(made)[0]!)
    for (const document of [tonight, lastClass, lastWeek]) {
      const read = parsePlan(JSON.parse(JSON.stringify(document)))
      if (!read.ok) throw new Error(JSON.stringify(read.faults))
      const { plan: on } = carryForward(read.plan, {
        ...NO_CLUB,
        items: new Map(demoItems.map((one) => [one.id, one])),
      })
      talkIn(on).forEach((ms, g) => expect(ms).toBeLessThanOrEqual(talkIn(read.plan)[g]!))
    }
  })

  it('leaves warm-ups and games as they are', () => {
    const made = plan([block('w', { phase: 'warmup', technique: 'kick', dose: count(10) })])
    expect(forward(made, [marked('kick', 'sharp')]).plan.blocks[0]?.layer).toBe(1)
  })

  it('talks a quarter less, but not under 15 s, and says how much that is', () => {
    const { plan: next, changes } = forward(
      plan([drill(1), drill(1, { id: 'e', dose: count(10, { setupSec: 10 }) })], { lengthMin: 5 }),
    )
    expect(next.blocks.map(({ dose }) => dose?.kind === 'count' && dose.setupSec)).toEqual([45, 10])
    expect(changes).toContain('Talk is 0:15 shorter: what was shown need only be named.')
  })

  it('raises the volume while there is time and no check has more to tell', () => {
    const made = plan(
      [drill(1, { dose: count(10, { tempoSec: 3 }) }), block('c', { phase: 'closing', dose: fixed(240) })],
      { lengthMin: 6 },
    )
    const { plan: next, changes } = forward(made)
    expect(changes).toContain('Kicks gets one set more, 0:30.')
    expect(layPlan(next).spareMs).toBeGreaterThanOrEqual(0)
    const grave = (one: typeof next) =>
      checkPlan(one, layPlan(one)).findings.filter(({ severity }) => severity !== 'hint').length
    expect(grave(next)).toBeLessThanOrEqual(grave(made))
  })

  it('does not make a full class longer', () => {
    const made = plan([drill(1), block('c', { phase: 'closing', dose: fixed(240) })], { lengthMin: 5 })
    expect(layPlan(forward(made).plan).totalMs).toBeLessThanOrEqual(Math.max(layPlan(made).totalMs, 300_000))
  })

  it('is a plan of the next day, with what was accepted asked again', () => {
    const made = plan([drill(1)], {
      theme: 'Feet',
      date: '2026-11-25',
      acknowledged: [{ code: 'time.closing', reason: 'short' }],
    })
    const { plan: next } = forward(made)
    expect(next).toMatchObject({ theme: 'Feet', date: '2026-11-28' })
    expect(next.acknowledged).toBeUndefined()
    expect(parsePlan(JSON.parse(JSON.stringify(next))).ok).toBe(true)
  })

  it('what was cut on the floor comes first in line and must be done; what was half done is not owed', () => {
    const made = plan(
      [
        block('w', { phase: 'warmup', dose: fixed(60) }),
        drill(1),
        drill(1, { id: 'cut', title: 'Grips', technique: 'grip' }),
        drill(1, { id: 'half', title: 'Halves' }),
        block('g', { phase: 'game', dose: fixed(60) }),
      ],
      { lengthMin: 20 },
    )
    const cut = [
      { id: 'cut', ms: 70_000, ranMs: 0 },
      { id: 'half', ms: 70_000, ranMs: 40_000 },
      { id: 'g', ms: 60_000, ranMs: 0 },
    ]
    const { plan: next, changes } = carryForward(made, club([kick, grip]), { cut })
    expect(next.blocks.map(({ id }) => id)).toEqual(['w', 'cut', 'd', 'half', 'g'])
    expect(next.blocks[1]?.priority).toBe('must')
    expect(changes).toContain('Grips was cut last time: it comes first, and must be done.')
  })
})
