import { describe, expect, it } from 'vitest'
import { block, count, fixed, group, plan, twoGroups } from '../make'
import { club, found, item, knows, mended, mendedAway, student } from './club'

const drill = (id: string, technique: string, more = {}) =>
  block(id, { technique, dose: count(20, { sets: 3 }), ...more })
const warm = (id: string, technique: string, sec: number) =>
  block(id, { phase: 'warmup', technique, dose: fixed(sec, { active: true }) })

describe('falls.order', () => {
  const facts = club([
    item('fall', { category: 'falls' }),
    item('throw', { category: 'throws', partner: 'partner' }),
  ])

  it('a throw before any breakfall stops the class, and is mended by breakfalls first', () => {
    const made = plan([drill('t', 'throw')])
    expect(found('falls.order', made, facts)).toMatchObject([
      { severity: 'stop', says: 'Throw in t comes before any breakfall for white.', blocks: ['t'] },
    ])
    expect(mendedAway('falls.order', made, facts).blocks.map(({ technique }) => technique)).toEqual([
      'fall',
      'throw',
    ])
  })

  it('breakfalls before it are enough; after it they are not', () => {
    expect(found('falls.order', plan([drill('f', 'fall'), drill('t', 'throw')]), facts)).toEqual([])
    expect(found('falls.order', plan([drill('t', 'throw'), drill('f', 'fall')]), facts)).toHaveLength(1)
  })

  it('counts for each group by itself', () => {
    const made = plan(
      [
        block('f', { mode: 'oneCount', dose: count(10), tracks: [{ groups: ['white'], technique: 'fall' }] }),
        drill('t', 'throw'),
      ],
      { groups: twoGroups },
    )
    expect(found('falls.order', made, facts)).toMatchObject([{ groups: ['green'] }])
  })

  it('holding on to a fall while others are taught is no practice of it', () => {
    const made = plan(
      [
        block('f', {
          mode: 'turns',
          holding: { title: 'falls', technique: 'fall' },
          tracks: [
            { groups: ['white'], technique: 'throw', dose: count(5) },
            { groups: ['green'], technique: 'throw', dose: count(5) },
          ],
        }),
      ],
      { groups: twoGroups },
    )
    expect(found('falls.order', made, facts)).toMatchObject([{ groups: ['white', 'green'] }])
  })

  it('offers the fall that most of them know', () => {
    const two = club([item('back-fall', { category: 'falls' }), ...facts.items.values()], {
      students: [student('A', knows('fall')), student('B', knows('fall'))],
    })
    expect(mended('falls.order', plan([drill('t', 'throw')]), two).does).toBe('Fall first')
  })
})

describe('head.contact', () => {
  const facts = (age: number) =>
    club([item('spar', { headContact: true, partner: 'partner' })], { students: [student('A', { age })] })

  it('any of it for someone under 16 stops the class', () => {
    expect(found('head.contact', plan([drill('s', 'spar')]), facts(15))).toMatchObject([
      {
        severity: 'stop',
        says: 'White have someone of 15 in work with head contact.'.replace('White', 'white'),
      },
    ])
    expect(found('head.contact', plan([drill('s', 'spar')]), facts(16))).toEqual([])
  })

  it('more than ten minutes of it is told for adults too', () => {
    const long = (sec: number) =>
      plan([block('s', { technique: 'spar', dose: { kind: 'rounds', rounds: 1, workSec: sec } })])
    expect(found('head.contact', long(601), facts(40))).toMatchObject([{ severity: 'warn' }])
    expect(found('head.contact', long(600), facts(40))).toEqual([])
  })
})

describe('warmup.pulse', () => {
  const facts = club([
    item('hop', { jumps: 1 }),
    item('run', { category: 'conditioning', prepares: { pulse: 2 } }),
  ])

  it('jumps before three minutes of raised pulse are told, and mended by what is missing', () => {
    const made = plan([warm('r', 'run', 100), drill('h', 'hop')])
    expect(found('warmup.pulse', made, facts)).toMatchObject([
      {
        says: 'Not warm enough for Hop yet: white.',
        figures: '1:40 of raised pulse before it, at least 3:00',
      },
    ])
    const after = mendedAway('warmup.pulse', made, facts)
    expect(after.blocks[1]).toMatchObject({ technique: 'run', dose: { sec: 80 } })
  })

  it('a warm-up of three minutes is enough', () => {
    expect(found('warmup.pulse', plan([warm('r', 'run', 180), drill('h', 'hop')]), facts)).toEqual([])
  })
})

describe('stretch.hold', () => {
  const split = item('split', { category: 'mobility', prepares: { hips: 2 }, demand: { hips: 1 } })
  const kick = item('kick', { category: 'kicks', demand: { hips: 3 }, intensity: 8 })
  const held = (sec: number) =>
    block('s', { phase: 'warmup', technique: 'split', dose: { kind: 'hold', holdSec: sec, restSec: 0 } })
  const power = block('k', { technique: 'kick', intensity: 9, dose: count(20) })
  const facts = (holds: 'anywhere' | 'point out' | 'end only') => club([split, kick], { settings: { holds } })

  it('a minute held on what is then asked for power is pointed out, not forbidden', () => {
    expect(found('stretch.hold', plan([held(60), power]), facts('point out'))).toMatchObject([
      {
        severity: 'hint',
        blocks: ['s', 'k'],
        says: 's holds the hips long, and k wants power of them soon after.',
      },
    ])
    expect(found('stretch.hold', plan([held(59), power]), facts('point out'))).toEqual([])
  })

  it('ten minutes between them are enough', () => {
    const between = block('b', { phase: 'talk', dose: fixed(601) })
    expect(found('stretch.hold', plan([held(60), between, power]), facts('point out'))).toEqual([])
  })

  it('follows the club’s own view of it', () => {
    expect(found('stretch.hold', plan([held(60), power]), facts('anywhere'))).toEqual([])
    expect(found('stretch.hold', plan([held(60)]), facts('end only'))).toHaveLength(1)
    expect(found('stretch.hold', plan([held(60)]), facts('point out'))).toEqual([])
  })

  it('is mended by holding it at the end', () => {
    const closing = block('c', { phase: 'closing', dose: fixed(60) })
    const after = mendedAway('stretch.hold', plan([held(60), power, closing]), facts('point out'))
    expect(after.blocks.map(({ id }) => id)).toEqual(['k', 's', 'c'])
  })
})

describe('load', () => {
  const at = (id: string, intensity: number, sec: number) =>
    block(id, { phase: 'conditioning', intensity, dose: fixed(sec, { active: true }) })

  it('8 and above for more than six minutes on end is told with its time', () => {
    const made = plan([at('a', 4, 600), at('b', 9, 600), at('c', 4, 900)], {
      start: '18:30',
      transitionSec: 0,
    })
    expect(found('load.peak', made)).toMatchObject([{ blocks: ['b'] }])
    expect(found('load.peak', plan([at('a', 4, 600), at('b', 9, 300), at('c', 4, 900)]))).toEqual([])
  })

  it('the hardest block in the last ten minutes is a hint, mended by moving it up', () => {
    const made = plan([at('a', 4, 600), at('b', 5, 900), at('c', 8, 200)])
    expect(found('load.peak', made)).toMatchObject([{ severity: 'hint', blocks: ['c'] }])
    expect(mendedAway('load.peak', made).blocks.map(({ id }) => id)).toEqual(['a', 'c', 'b'])
  })

  it('of boards that are equally hard the first counts: one as hard before them is peak enough', () => {
    expect(
      found('load.peak', plan([at('a', 4, 600), at('b', 8, 200), at('c', 4, 700), at('d', 8, 200)])),
    ).toEqual([])
  })

  it('half an hour without a peak is told', () => {
    expect(found('load.flat', plan([at('a', 4, 1800)]))).toHaveLength(1)
    expect(found('load.flat', plan([at('a', 4, 1500), at('b', 6, 300)]))).toEqual([])
    expect(found('load.flat', plan([at('a', 4, 1799)]))).toEqual([])
  })

  it('jumps of a layer are those of that layer', () => {
    const layers = [{ name: 'step' }, { name: 'leap', jumps: 2 }]
    const made = (layer: number) => plan([block('h', { technique: 'hop', layer, dose: count(90) })])
    expect(found('load.jumps', made(1), club([item('hop', { layers })]))).toEqual([])
    expect(found('load.jumps', made(2), club([item('hop', { layers })]))).toMatchObject([
      { says: 'white jump 180 times.' },
    ])
  })

  it('jumps are counted a student, against the limit of the youngest', () => {
    const facts = (age: number) =>
      club([item('hop', { jumps: 2 })], { students: [student('A', { age }), student('B')] })
    const hops = (reps: number) => plan([block('h', { technique: 'hop', dose: count(reps) })])
    expect(found('load.jumps', hops(31), facts(12))).toMatchObject([
      { says: 'white jump 62 times.', figures: 'limit 60 a student, the youngest is 12' },
    ])
    expect(found('load.jumps', hops(31), facts(13))).toEqual([])
    expect(found('load.jumps', hops(51), facts(15))).toHaveLength(1)
    expect(found('load.jumps', hops(75), facts(16))).toEqual([])
    expect(found('load.jumps', hops(76), facts(16))).toHaveLength(1)
  })

  it('the partner who receives does not jump', () => {
    const facts = club([item('hop', { jumps: 1, partner: 'partner' })])
    const made = plan([block('h', { technique: 'hop', dose: count(100, { roles: 2 }) })])
    expect(found('load.jumps', made, facts)).toEqual([])
  })
})

describe('student.note', () => {
  const facts = (note: string) =>
    club(
      [
        item('fall', { category: 'falls', demand: { falling: 2, wrists: 1 } }),
        item('press-up', { demand: { wrists: 2 } }),
        item('jab', { demand: { wrists: 1 } }),
        item('roll', { contact: 'controlled' }),
      ],
      { students: [student('Ada Fen', { note })] },
    )
  const made = plan(
    ['fall', 'press-up', 'jab', 'roll'].map((id) => drill(id, id)),
    { groups: [group('white')] },
  )

  it('a block that loads what the note speaks of is told', () => {
    expect(found('student.note', made, facts('left wrist'))).toMatchObject([
      { says: 'Ada Fen: left wrist. Press up touches it.', blocks: ['press-up'] },
    ])
  })

  it('what the note forbids is told', () => {
    expect(found('student.note', made, facts('no falls until March'))).toMatchObject([{ blocks: ['fall'] }])
    expect(found('student.note', made, facts('No contact this week'))).toMatchObject([{ blocks: ['roll'] }])
  })

  it('a note that touches nothing is left alone', () => {
    expect(found('student.note', made, facts('hearing aid, left'))).toEqual([])
  })
})
