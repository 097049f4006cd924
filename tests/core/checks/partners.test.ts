import { describe, expect, it } from 'vitest'
import { expandPlan } from '../../../core/plan/expand'
import { block, count, fixed, group, plan, twoGroups } from '../make'
import { club, found, item, mended, mendedAway } from './club'

const grip = item('grip', { category: 'escapes', partner: 'partner', contact: 'controlled' })
const spar = item('spar', { category: 'sparring', partner: 'partner' })
const partnered = (id: string, roles: number, more = {}) =>
  block(id, { technique: 'grip', dose: count(10, { roles }), ...more })

describe('role.balance', () => {
  it('partner work in one role is told, and mended by both', () => {
    const made = plan([partnered('g', 1)])
    expect(found('role.balance', made, club([grip]))).toMatchObject([
      { says: 'In g nobody swaps: some only hold.' },
    ])
    expect(mendedAway('role.balance', made, club([grip])).blocks[0]?.dose).toMatchObject({ roles: 2 })
  })

  it('two roles, free sparring and fixed time are left alone', () => {
    expect(found('role.balance', plan([partnered('g', 2)]), club([grip]))).toEqual([])
    const free = block('s', { technique: 'spar', dose: { kind: 'rounds', rounds: 2, workSec: 60 } })
    expect(found('role.balance', plan([free]), club([spar]))).toEqual([])
    expect(
      found('role.balance', plan([block('f', { technique: 'grip', dose: fixed(60) })]), club([grip])),
    ).toEqual([])
  })

  it('a counted stage of a ladder in one role is mended, its free stage is left', () => {
    const stages = [
      { title: 'held', dose: count(5) },
      { title: 'free', dose: { kind: 'rounds', rounds: 1, workSec: 40 } },
    ]
    const made = plan([block('l', { technique: 'grip', dose: { kind: 'ladder', stages } })])
    const after = mendedAway('role.balance', made, club([grip]))
    expect(after.blocks[0]?.dose).toMatchObject({ stages: [{ dose: { roles: 2 } }, { dose: { roles: 1 } }] })
  })

  it('is told of each track that works it', () => {
    const made = plan(
      [
        block('l', {
          mode: 'layers',
          dose: count(10),
          tracks: [
            { groups: ['white'], technique: 'grip' },
            { groups: ['green'], technique: 'grip' },
          ],
        }),
      ],
      { groups: twoGroups },
    )
    expect(found('role.balance', made, club([grip]))).toMatchObject([{ groups: ['white', 'green'] }])
  })
})

describe('odd.count', () => {
  const heads = (n: number, more = {}) =>
    plan([partnered('g', 2, more)], { groups: [group('white', { headcount: n })] })

  it('an odd number is told, an even one is not', () => {
    expect(found('odd.count', heads(7), club([grip]))).toMatchObject([
      { severity: 'hint', says: '7 in g: someone is left over.' },
    ])
    expect(found('odd.count', heads(8), club([grip]))).toEqual([])
  })

  it('groups that work together are counted together', () => {
    const made = plan([partnered('g', 2)], {
      groups: [group('white', { headcount: 3 }), group('green', { headcount: 5 })],
    })
    expect(found('odd.count', made, club([grip]))).toEqual([])
  })

  it('a solo form or a note settles it', () => {
    expect(found('odd.count', heads(7), club([{ ...grip, soloForm: 'against a post' }]))).toEqual([])
    expect(found('odd.count', heads(7, { notes: 'One three, please' }), club([grip]))).toEqual([])
  })

  it('is mended by a note that is added to what is there', () => {
    const after = mendedAway('odd.count', heads(7, { notes: 'Sleeve first' }), club([grip]))
    expect(after.blocks[0]?.notes).toBe('Sleeve first\nThe odd one out makes a three: change every set.')
  })
})

describe('ladder.jump', () => {
  const stages = ['Still', 'Steps', 'Resists', 'Free'].map((title, n) => ({
    title,
    does: 'x',
    partner: 'x',
    allowed: 'x',
    distance: 'x',
    solo: 'x',
    contact: (['none', 'touch', 'controlled', 'full'] as const)[n],
  }))
  const facts = club([item('grip', { partner: 'partner', ladder: stages })])
  const climb = (...titles: (string | [string, number])[]) =>
    plan([
      block('l', {
        technique: 'grip',
        dose: {
          kind: 'ladder',
          stages: titles.map((one) =>
            typeof one === 'string'
              ? { title: one, dose: count(5, { roles: 2 }) }
              : { title: one[0], layer: one[1], dose: count(5, { roles: 2 }) },
          ),
        },
      }),
    ])

  it('one stage after the other is right', () => {
    expect(found('ladder.jump', climb('Still', 'Steps'), facts)).toEqual([])
    expect(found('ladder.jump', climb('Still', 'Steps', 'Resists', 'Free'), facts)).toEqual([])
  })

  it('a stage left out is named', () => {
    expect(found('ladder.jump', climb('Still', 'Resists'), facts)).toMatchObject([
      { severity: 'warn', says: 'l leaves out “Steps”.' },
    ])
    expect(found('ladder.jump', climb('Steps'), facts)).toMatchObject([{ says: 'l leaves out “Still”.' }])
  })

  it('a stage of one’s own stands for one of the item’s', () => {
    expect(found('ladder.jump', climb('Held right', 'Steps'), facts)).toEqual([])
    expect(found('ladder.jump', climb('Held right', 'Resists'), facts)).toHaveLength(1)
  })

  it('full contact without a controlled stage before it stops the class', () => {
    const [stop] = found('ladder.jump', climb('Still', 'Steps', 'Mine', 'Free'), facts)
    expect(stop).toMatchObject({
      severity: 'stop',
      says: 'l goes to full contact without a controlled stage before it.',
    })
  })

  it('a layer left out is named where stages name layers', () => {
    expect(found('ladder.jump', climb(['one', 1], ['three', 3]), facts)).toMatchObject([
      { says: 'l leaves out “layer 2”.' },
    ])
    expect(found('ladder.jump', climb(['one', 1], ['two', 2]), facts)).toEqual([])
  })
})

describe('kit.short', () => {
  const pads = item('pads', { kit: [{ name: 'Pad', each: 'pair' }] })
  const stick = item('stick', { kit: [{ name: 'stick', each: 'person', count: 2 }] })
  const has = (count: number, name = 'pad') =>
    club([pads, stick], { settings: { hall: { areaM2: 0, hot: false, kit: [{ name, count }] } } })
  const drill = (technique: string) =>
    plan([block('d', { technique, dose: count(10) })], { groups: [group('white', { headcount: 7 })] })

  it('7 students make 4 pairs with a pad each', () => {
    expect(found('kit.short', drill('pads'), has(3))).toMatchObject([
      { says: 'd needs 4 Pad, the club has 3.' },
    ])
    expect(found('kit.short', drill('pads'), has(4))).toEqual([])
  })

  it('7 students with two sticks each need 14', () => {
    expect(found('kit.short', drill('stick'), has(13, 'stick'))).toHaveLength(1)
    expect(found('kit.short', drill('stick'), has(14, 'stick'))).toEqual([])
  })

  it('in turns only those who are taught, and those who hold with it, use it', () => {
    const turns = (holding?: string) =>
      plan(
        [
          block('t', {
            mode: 'turns',
            ...(holding ? { holding: { title: 'pads', technique: holding } } : {}),
            tracks: ['white', 'green'].map((id) => ({ groups: [id], technique: 'pads', dose: count(5) })),
          }),
        ],
        { groups: [group('white', { headcount: 6 }), group('green', { headcount: 8 })] },
      )
    expect(found('kit.short', turns(), has(4))).toEqual([])
    expect(found('kit.short', turns('pads'), has(6))).toMatchObject([
      { says: 't needs 7 Pad, the club has 6.' },
    ])
  })

  it('kit that the club does not list is not counted', () => {
    expect(found('kit.short', drill('pads'), has(1, 'rope'))).toEqual([])
  })
})

describe('space.short', () => {
  const throwing = item('throw', { partner: 'partner', footprintM2: 8 })
  const kick = item('kick', { footprintM2: 3 })
  const mat = (areaM2: number) =>
    club([throwing, kick], { settings: { hall: { areaM2, hot: false, kit: [] } } })
  const made = plan([block('t', { technique: 'throw', dose: count(5) })], {
    groups: [group('white', { headcount: 13 })],
  })

  it('13 students are 7 pairs at 8 m²: 56 m²', () => {
    expect(found('space.short', made, mat(55))).toMatchObject([{ says: 't needs 56 m², the mat has 55.' }])
    expect(found('space.short', made, mat(56))).toEqual([])
  })

  it('a hall without an area is not measured', () => {
    expect(found('space.short', made, mat(0))).toEqual([])
  })

  it('at stations every team stands on its own', () => {
    const stations = plan(
      [
        block('s', {
          mode: 'stations',
          teams: 2,
          workSec: 60,
          stations: [
            { title: 'one', technique: 'throw' },
            { title: 'two', technique: 'kick' },
          ],
        }),
      ],
      { groups: [group('white', { headcount: 12 })] },
    )
    // Six throw in three pairs (24 m²), six kick by themselves (18 m²).
    expect(found('space.short', stations, mat(41))).toHaveLength(1)
    expect(found('space.short', stations, mat(42))).toEqual([])
  })
})

describe('side.none', () => {
  const shared = (more: object = {}) =>
    plan(
      [
        block('b', {
          mode: 'oneCount',
          dose: count(10, { sides: 2 }),
          tracks: [
            { groups: ['white'], technique: 'kick' },
            { groups: ['green'], technique: 'sit-up', ...more },
          ],
        }),
      ],
      { groups: twoGroups },
    )
  const facts = club([item('kick', { sides: 2 }), item('sit-up')])
  it('tells of an item without sides on a count that others share, and sends its reps to none', () => {
    expect(found('side.none', shared(), facts)).toMatchObject([
      { severity: 'hint', blocks: ['b'], groups: ['green'], about: 'sit-up' },
    ])
    const toNone = mendedAway('side.none', shared(), facts)
    expect(toNone.blocks[0]?.tracks?.[1]).toMatchObject({ noSides: true })
    const [green] = expandPlan(toNone).groups.filter(({ id }) => id === 'green')
    expect(green?.practice).toMatchObject([{ reps: 20, repsN: 20, repsL: 0, repsR: 0 }])
  })
})

describe('side.balance', () => {
  const kick = item('kick', { sides: 2 })
  const facts = club([kick])
  const made = (...doses: object[]) =>
    plan(doses.map((dose, n) => block(`b${n}`, { technique: 'kick', dose })))

  it('a two-sided item without a change of sides is a hint, mended by both sides', () => {
    expect(found('side.balance', made(count(10)), facts)).toMatchObject([
      { severity: 'hint', says: 'Kick is worked without a change of sides.' },
    ])
    expect(mendedAway('side.balance', made(count(10)), facts).blocks[0]?.dose).toMatchObject({ sides: 2 })
  })

  it('7 alternating reps are 4 and 3, which is more than a tenth apart', () => {
    expect(found('side.balance', made(count(7, { alternate: true })), facts)).toMatchObject([
      { severity: 'warn', says: 'Kick: 4 right, 3 left.' },
    ])
    expect(found('side.balance', made(count(8, { alternate: true })), facts)).toEqual([])
  })

  it('exactly a tenth apart is even enough, one rep more is not', () => {
    const sides = (right: number, left: number) =>
      found('side.balance', made(count(right, { side: 'R' }), count(left, { side: 'L' })), facts)
    expect(sides(20, 18)).toEqual([])
    expect(sides(20, 17)).toHaveLength(1)
  })

  it('reps and seconds are not added up: rounds of a minute a side do not make 12 and 8 even', () => {
    const rounds = { kind: 'rounds', rounds: 1, workSec: 60, sides: 2 }
    const uneven = [count(12, { side: 'R' }), count(8, { side: 'L' })]
    for (const doses of [uneven, [...uneven, rounds, rounds]])
      expect(found('side.balance', made(...doses), facts)).toMatchObject([
        { says: 'Kick: 12 right, 8 left.' },
      ])
    const timed = [60, 40].map((workSec, n) => ({ ...rounds, workSec, sides: 1, side: 'RL'[n] }))
    expect(found('side.balance', made(...timed), facts)).toMatchObject([
      { says: 'Kick: 1:00 right, 0:40 left.' },
    ])
  })

  it('a side that is named is given its other by both', () => {
    const [block] = mendedAway('side.balance', made(count(10, { side: 'L' })), facts).blocks
    expect(block?.dose).toMatchObject({ sides: 2 })
    expect(block?.dose).not.toHaveProperty('side')
  })

  it('both sides in every dose are even, and an item without sides has none', () => {
    expect(found('side.balance', made(count(10, { sides: 2 })), facts)).toEqual([])
    expect(found('side.balance', made(count(10)), club([item('kick')]))).toEqual([])
  })
})

describe('volume.low', () => {
  const syllabus = [{ rank: 'white', item: 'kick', layer: 1 }]
  const facts = club([item('kick', { sides: 2 })], { syllabus })
  const drill = (reps: number, sets = 1, more = {}) =>
    block(`d${sets}`, { technique: 'kick', dose: count(reps, { sets, sides: 2, ...more }) })

  it('under 20 a side of a current item is a hint; two blocks count together', () => {
    expect(found('volume.low', plan([drill(10)]), facts)).toMatchObject([
      { severity: 'hint', says: 'Kick gets 10 reps a side.' },
    ])
    expect(found('volume.low', plan([drill(10), drill(5, 2)]), facts)).toEqual([])
  })

  it('is mended by as many sets as it takes', () => {
    expect(mendedAway('volume.low', plan([drill(8)]), facts).blocks[0]?.dose).toMatchObject({
      sets: 3,
      reps: 8,
    })
    expect(mended('volume.low', plan([drill(8)]), facts).does).toBe('To 20 a side')
  })

  it('timed work and what is not current have no volume to fall short of', () => {
    const timed = block('t', { technique: 'kick', dose: { kind: 'rounds', rounds: 1, workSec: 30 } })
    expect(found('volume.low', plan([timed]), facts)).toEqual([])
    expect(found('volume.low', plan([drill(10)]), club([item('kick', { sides: 2 })]))).toEqual([])
  })

  it('with two roles only what one student performs counts', () => {
    expect(found('volume.low', plan([drill(10, 1, { roles: 2 })]), facts)).toMatchObject([
      { says: 'Kick gets 10 reps a side.' },
    ])
  })
})
