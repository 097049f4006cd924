import { describe, expect, it } from 'vitest'
import { freshId } from '../../../core/kernel/ids'
import { readSpelling } from '../../../core/kernel/spelling'
import { paintOnto } from '../../../core/plan/edit-tracks'
import { expandPlan } from '../../../core/plan/expand'
import { parsePlan } from '../../../core/plan/parse'
import type { Mode, Plan } from '../../../core/plan/schema'
import {
  changeBlock,
  duplicateBlock,
  insertBlock,
  moveBlock,
  newBlock,
  removeBlock,
  canBeCut,
  toggleSplit,
  withMode,
  withPhase,
} from '../../../core/plan/edit'
import { nudgeReps, nudgeSets, togglePartner } from '../../../core/plan/nudge'
import { PHASE_NAMES } from '../../../core/plan/phases'
import type { Dose } from '../../../core/plan/doses'
import { leavesActiveOpen, sayActive } from '../../../core/plan/active'
import { block, blockOf, count, drill, fixed, plan, twoGroups } from '../make'

const made = plan(
  [
    block('a', { dose: fixed(10) }),
    block('b', {
      dose: count(10, { sides: 2 }),
      technique: 'kick',
      notes: 'sharp',
      minSec: 20,
      intensity: 7,
      part: 'Middle',
    }),
    block('c', { dose: fixed(30) }),
  ],
  { groups: twoGroups, acknowledged: [{ code: 'time.over', blocks: ['b', 'c'], reason: 'a long one' }] },
)
const ids = (p: Plan) => p.blocks.map(({ id }) => id)
const isWhole = (p: Plan) => parsePlan(JSON.parse(JSON.stringify(p))).ok

describe('changes to a plan', () => {
  it('make ids of titles, never one that is taken', async () => {
    expect(freshId('Hip Throw: entry!', [])).toBe('hip-throw-entry')
    expect(freshId('Kick', ['kick', 'kick-2'])).toBe('kick-3')
    expect(freshId('Überwurf', [])).toBe('uberwurf')
    expect(freshId('Удар коленом', [])).toBe('udar-kolenom')
    expect(freshId('Ωμοπλάτη & λαβή', [])).toBe('wmoplath-labh')
    // Until the table of other scripts is read in, what a title is of stands for it.
    expect(freshId('黄帯', [])).toBe('board')
    await readSpelling()
    expect(freshId('黄帯', [])).toBe('huang-dai')
    expect(freshId('投げ', ['tou-ge'])).toBe('tou-ge-2')
    expect(freshId('앞차기', [])).toBe('apchagi')
    expect(freshId('★', [])).toBe('board')
    expect(freshId('★', ['item'], 'item')).toBe('item-2')
  })

  it('put a block in under an id of its own', () => {
    const added = insertBlock(made, 1, newBlock('water', 'Water'))
    expect(ids(added.plan)).toEqual(['a', 'water', 'b', 'c'])
    expect(added.id).toBe('water')
    expect(ids(insertBlock(added.plan, 0, newBlock('water', 'Water')).plan)[0]).toBe('water-2')
  })

  it('leave the plan they were given, and the blocks they do not touch, as they were', () => {
    const before = JSON.stringify(made)
    const moved = moveBlock(made, 'c', 0)
    expect(JSON.stringify(made)).toBe(before)
    expect(blockOf(moved, 'a')).toBe(blockOf(made, 'a'))
  })

  it.each([
    ['c', 0, ['c', 'a', 'b']],
    ['a', 2, ['b', 'c', 'a']],
    ['a', 99, ['b', 'c', 'a']],
    ['b', -5, ['b', 'a', 'c']],
    ['nobody', 0, ['a', 'b', 'c']],
  ])('move %s to place %i', (id, index, order) => {
    expect(ids(moveBlock(made, id, index))).toEqual(order)
  })

  it('duplicate right after, and remove without leaving a name behind in what was accepted', () => {
    const twice = duplicateBlock(made, 'b')
    expect(ids(twice.plan)).toEqual(['a', 'b', 'b-2', 'c'])
    const without = removeBlock(made, 'b')
    expect(ids(without)).toEqual(['a', 'c'])
    expect(without.acknowledged?.[0]?.blocks).toEqual(['c'])
    expect(isWhole(without)).toBe(true)
  })

  it('a new block of any phase is one a plan can hold', () => {
    for (const phase of PHASE_NAMES)
      expect(isWhole(insertBlock(made, 0, newBlock(phase, 'New')).plan)).toBe(true)
  })
})

describe('a block in another mode', () => {
  const modes: Mode[] = ['together', 'oneCount', 'layers', 'turns', 'stations']
  const inMode = (mode: Mode, from = made) => ({
    ...from,
    blocks: from.blocks.map((b) => (b.id === 'b' ? withMode(b, mode, from) : b)),
  })

  it('goes from every mode to every other and is still a plan', () => {
    for (const first of modes)
      for (const second of modes) expect(isWhole(inMode(second, inMode(first)))).toBe(true)
  })

  it('keeps its title, notes, least length and intensity', () => {
    for (const mode of modes)
      expect(blockOf(inMode(mode), 'b')).toMatchObject({
        title: 'b',
        notes: 'sharp',
        minSec: 20,
        intensity: 7,
        part: 'Middle',
      })
  })

  it('split by group, each group goes on with what it was doing; joined, it is one again', () => {
    const split = blockOf(inMode('oneCount'), 'b')
    expect(split.tracks).toMatchObject([
      { groups: ['white'], technique: 'kick', layer: 1 },
      { groups: ['green'], technique: 'kick', layer: 1 },
    ])
    expect(toggleSplit(split, made)).toMatchObject({ mode: 'together', technique: 'kick' })
  })

  it('keeps the dose across the modes that have one', () => {
    const there = inMode('turns', inMode('layers', inMode('oneCount')))
    const back = inMode('together', there)
    expect(expandPlan(back).blocks[1]?.sec).toBe(expandPlan(made).blocks[1]?.sec)
  })

  it('cut by group and credited, nobody has practised more or otherwise than uncut', () => {
    for (const mode of ['oneCount', 'layers'] as const) {
      const practised = (of: Plan) => expandPlan(of).groups.map(({ practice }) => practice)
      expect(practised(made).flat().length).toBeGreaterThan(0)
      expect(practised(inMode(mode))).toEqual(practised(made))
    }
  })

  it('a group that was left out of a cut board stays left out in another mode', () => {
    const alone = { ...blockOf(inMode('oneCount'), 'b') }
    alone.tracks = alone.tracks!.slice(0, 1)
    expect(withMode(alone, 'layers', made).tracks?.map(({ groups }) => groups)).toEqual([['white']])
  })

  it('is not cut where it has no item: none is guessed', () => {
    const bare = plan([block('b', { dose: fixed(10) })], { groups: twoGroups })
    const [none] = bare.blocks
    expect(canBeCut(none!)).toBe(false)
    for (const mode of ['oneCount', 'layers', 'turns'] as const)
      expect(withMode(none!, mode, bare)).toBe(none)
    // Painted, only the painted group has an item.
    const painted = paintOnto(none!, bare, 'green', 'kick')
    expect(painted.tracks).toEqual([{ groups: ['green'], technique: 'kick', layer: 1 }])
    expect(isWhole({ ...bare, blocks: [painted] })).toBe(true)
  })

  it('painted, one group alone changes', () => {
    const painted = paintOnto({ ...blockOf(made, 'b'), layer: 3 }, made, 'green', 'sweep')
    expect(painted.tracks).toMatchObject([
      { groups: ['white'], technique: 'kick', layer: 3 },
      { groups: ['green'], technique: 'sweep', layer: 1 },
    ])
  })
})

describe('a block in another phase', () => {
  it('in which nothing is counted takes that phase’s usual time; water works nothing', () => {
    expect(withPhase(blockOf(made, 'b'), 'water', made)).toMatchObject({
      phase: 'water',
      mode: 'together',
      dose: { kind: 'fixed', sec: 60 },
    })
    expect(withPhase(blockOf(made, 'b'), 'water', made).technique).toBeUndefined()
    const cut = withMode(blockOf(made, 'b'), 'oneCount', made)
    for (const phase of ['opening', 'talk', 'water', 'closing'] as const) {
      const there = withPhase(cut, phase, made)
      expect(there).toMatchObject({ mode: 'together', dose: { kind: 'fixed' } })
      expect(isWhole({ ...made, blocks: made.blocks.map((b) => (b.id === 'b' ? there : b)) })).toBe(true)
    }
  })

  it('in which things are counted keeps its dose', () => {
    expect(withPhase(blockOf(made, 'b'), 'partner', made)).toEqual({
      ...blockOf(made, 'b'),
      phase: 'partner',
    })
    const water = plan([block('w', { phase: 'water', dose: fixed(45) })])
    expect(withPhase(water.blocks[0]!, 'closing', water).dose).toEqual(water.blocks[0]!.dose)
  })
})

describe('a dose by small steps', () => {
  const dose = (made: Record<string, unknown>) => drill(made).blocks[0]!.dose!
  const form = { kind: 'form', sections: [{ id: 's', sec: 5 }], runs: [{ to: 1, times: 2 }] }

  it.each<[Record<string, unknown>, number, Partial<Dose>]>([
    [count(10, { sets: 3 }), -1, { sets: 2 }],
    [count(10), -1, { sets: 1 }],
    [{ kind: 'own', reps: 5, sets: 2 }, 1, { sets: 3 }],
    [{ kind: 'hold', holdSec: 30 }, 1, { sets: 2 }],
    [{ kind: 'rounds', rounds: 4, workSec: 40 }, -1, { rounds: 3 }],
    [fixed(60), 1, { sec: 75 }],
    [fixed(10), -1, { sec: 15 }],
  ])('%j by %i', (given, by, wanted) => {
    expect(nudgeSets(dose(given), by)).toMatchObject(wanted)
  })

  it('a form gets a run more; a ladder stays', () => {
    expect(nudgeSets(dose(form), 1)).toMatchObject({ runs: [{ times: 3 }] })
    const ladder = dose({ kind: 'ladder', stages: [{ title: 'a', dose: count(5) }] })
    expect(nudgeSets(ladder, 1)).toBe(ladder)
  })

  it('reps only where there are reps', () => {
    expect(nudgeReps(dose(count(10)), 1)).toMatchObject({ reps: 11 })
    expect(nudgeReps(dose(count(1)), -1)).toMatchObject({ reps: 1 })
    expect(nudgeReps(dose(count(999)), 1)).toMatchObject({ reps: 999 })
    expect(nudgeReps(dose(fixed(60)), 1)).toEqual(dose(fixed(60)))
  })

  it('makes a drill one of two roles, and one again', () => {
    const paired = togglePartner(dose(count(10)))
    expect(paired).toMatchObject({ roles: 2 })
    expect(togglePartner(paired)).toMatchObject({ roles: 1 })
    expect(togglePartner(dose(fixed(60)))).toEqual(dose(fixed(60)))
  })
})

describe('plain time', () => {
  const cool = {
    title: 'Stretch',
    phase: 'cooldown',
    priority: 'must',
    mode: 'together',
    layer: 1,
    dose: { kind: 'fixed', sec: 60 },
  } as const
  it('that is put in or made says that it is work, but for the phases in which nobody works', () => {
    const put = insertBlock(plan([]), 0, cool).plan
    expect(put.blocks[0]?.dose).toEqual({ kind: 'fixed', sec: 60, active: true })
    const talk = insertBlock(plan([]), 0, { ...cool, phase: 'talk' }).plan
    expect(talk.blocks[0]?.dose).toEqual({ kind: 'fixed', sec: 60 })
    const made = changeBlock(plan([block('b', { dose: count(5) })]), 'b', (one) => ({
      ...one,
      dose: { kind: 'fixed', sec: 30 },
    }))
    expect(made.blocks[0]?.dose).toMatchObject({ active: true })
  })
  it('of a file that does not say stays open until somebody says, stages of a ladder too', () => {
    const open = plan([block('b', { dose: fixed(60) })])
    expect(leavesActiveOpen(blockOf(open, 'b'))).toBe(true)
    expect(changeBlock(open, 'b', (one) => ({ ...one, title: 'B' })).blocks[0]?.dose).toEqual({
      kind: 'fixed',
      sec: 60,
    })
    const ladder = plan([block('l', { dose: { kind: 'ladder', stages: [{ title: 'a', dose: fixed(20) }] } })])
    expect(sayActive(blockOf(ladder, 'l'), false).dose).toMatchObject({
      stages: [{ dose: { active: false } }],
    })
    for (const phase of ['warmup', 'game', 'opening', 'water'])
      expect(leavesActiveOpen(blockOf(plan([block('b', { phase, dose: fixed(60) })]), 'b'))).toBe(false)
  })
})
