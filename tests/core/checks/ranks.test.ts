import { describe, expect, it } from 'vitest'
import { block, count, fixed, group, plan, twoGroups } from '../make'
import { club, found, item, knows, mended, mendedAway, student } from './club'

const tracks = (...techniques: string[]) =>
  ['white', 'green'].slice(0, techniques.length).map((id, g) => ({ groups: [id], technique: techniques[g] }))
const asks = (rank: string, ...items: string[]) => items.map((one) => ({ rank, item: one, layer: 1 }))

describe('rank.idle', () => {
  const waits = (sec: number) =>
    plan(
      [
        block('l', {
          title: 'Hip throw',
          mode: 'layers',
          dose: count(10),
          tracks: [
            { groups: ['white'], technique: 'a' },
            { groups: ['green'], technique: 'a', dose: count(10 + sec) },
          ],
        }),
        block('t', { phase: 'talk', dose: fixed(2000) }),
      ],
      { groups: twoGroups, lengthMin: 40, start: '18:30' },
    )

  it('over a minute and a half on end is told of that group and board', () => {
    expect(found('rank.idle', waits(91))).toMatchObject([
      { says: 'white wait 1:31 in Hip throw.', groups: ['white'], blocks: ['l'] },
    ])
    expect(found('rank.idle', waits(90))).toEqual([])
  })

  it('layers: mended by more sets, as many as fit into the wait', () => {
    const after = mendedAway('rank.idle', waits(95))
    expect(after.blocks[0]?.tracks?.[0]?.dose).toMatchObject({ sets: 10, reps: 10 })
  })

  it('a group in no track: mended by letting it join its neighbours', () => {
    const made = plan([block('o', { mode: 'oneCount', dose: count(100), tracks: tracks('a') })], {
      groups: twoGroups,
    })
    expect(mendedAway('rank.idle', made).blocks[0]?.tracks?.[0]?.groups).toEqual(['white', 'green'])
  })

  it('turns without holding: mended by something to hold', () => {
    const made = plan(
      [
        block('t', {
          mode: 'turns',
          tracks: tracks('a', 'b').map((track) => ({ ...track, dose: count(100) })),
        }),
      ],
      { groups: twoGroups },
    )
    expect(mendedAway('rank.idle', made).blocks[0]?.holding?.title).toBe('what they own, slowly')
  })

  it('a tenth of the class in all is told too', () => {
    const boards = [1, 2, 3].map((n) =>
      block(`b${n}`, { mode: 'oneCount', dose: count(60), tracks: tracks('a') }),
    )
    const made = plan(boards, { groups: twoGroups, lengthMin: 5 })
    expect(found('rank.idle', made)).toMatchObject([
      { says: 'green wait 3:00 of the class in all.', groups: ['green'], blocks: [] },
    ])
  })
})

describe('rank.share', () => {
  const turns = (first: number, second: number, heads: [number, number]) =>
    plan(
      [
        block('t', {
          mode: 'turns',
          handoverSec: 0,
          tracks: [
            { groups: ['white'], technique: 'a', dose: count(first) },
            { groups: ['green'], technique: 'a', dose: count(second) },
          ],
        }),
      ],
      { groups: [group('white', { headcount: heads[0] }), group('green', { headcount: heads[1] })] },
    )

  it('compares teaching by the head: 100 s among 5 are 20 each, 100 among 11 are 9', () => {
    expect(found('rank.share', turns(100, 100, [5, 11]))).toMatchObject([
      { says: 'green get 0:09 of teaching a head, white 0:20.', groups: ['green', 'white'] },
    ])
    expect(found('rank.share', turns(100, 100, [5, 10]))).toEqual([])
  })

  it('what all are taught together is shared by all, so a class taught together is even', () => {
    const made = plan([block('d', { dose: count(100) })], {
      groups: [group('white', { headcount: 2 }), group('green', { headcount: 20 })],
    })
    expect(found('rank.share', made)).toEqual([])
  })

  it('a group of nobody is not compared', () => {
    expect(found('rank.share', turns(500, 10, [5, 0]))).toEqual([])
  })
})

describe('rank.ahead', () => {
  const items = [item('throw'), item('kick')]
  const syllabus = [...asks('blue', 'throw'), ...asks('green', 'kick')]
  const made = plan(
    [block('t', { technique: 'throw', dose: count(10) }), block('k', { technique: 'kick', dose: count(10) })],
    {
      groups: [group('juniors', { ranks: ['white', 'green'] })],
    },
  )

  it('what is ahead of every rank of a group is told; the next rank up is only new', () => {
    const one = plan([
      block('t', { technique: 'throw', dose: count(10) }),
      block('k', { technique: 'kick', dose: count(10) }),
    ])
    expect(found('rank.ahead', one, club(items, { syllabus }))).toMatchObject([
      { severity: 'warn', says: 'Throw is two ranks or more ahead of white.', blocks: ['t'] },
    ])
    expect(found('rank.ahead', made, club(items, { syllabus }))).toEqual([])
  })

  it('a club that forbids it hears of it for any rank, and it stops the class', () => {
    expect(found('rank.ahead', made, club(items, { syllabus, settings: { ahead: 'forbid' } }))).toMatchObject(
      [{ severity: 'stop', figures: 'the club forbids it' }],
    )
  })

  it('a club that allows it hears nothing', () => {
    const one = plan([block('t', { technique: 'throw', dose: count(10) })])
    expect(found('rank.ahead', one, club(items, { syllabus, settings: { ahead: 'allow' } }))).toEqual([])
  })
})

describe('rank.new', () => {
  const items = ['a', 'b', 'c', 'own'].map((id) => item(id))
  const syllabus = [...asks('green', 'a', 'b', 'c'), ...asks('white', 'own')]
  const with_ = (...ids: string[]) =>
    plan(
      ids.map((id) => block(id, { technique: id, dose: count(999, { tempoSec: 2 }) })),
      { date: '2026-11-25' },
    )

  it('three new items in one class are too many, two are not', () => {
    expect(found('rank.new', with_('a', 'b', 'c'), club(items, { syllabus }))).toMatchObject([
      { severity: 'warn', says: '3 new items for white: A, B and C.' },
    ])
    expect(found('rank.new', with_('a', 'b'), club(items, { syllabus }))).toEqual([])
  })

  it('a class with none, and nothing in it that was due, is a hint', () => {
    const fresh = (last: string) => ({ practised: new Map([['own', { layer: 1, days: 2, last }]]) })
    const at = (last: string) =>
      found('rank.new', with_('own'), club(items, { syllabus, students: [student('A', fresh(last))] }))
    expect(at('2026-11-20')).toMatchObject([
      { severity: 'hint', says: 'Nothing in the class is new or due for white.' },
    ])
    expect(at('2026-11-17')).toEqual([])
  })
})

describe('prereq.missing', () => {
  const items = [item('fall'), item('throw', { prerequisites: [{ item: 'fall', layer: 2 }] })]
  const throwing = (layer = 1) => block('t', { technique: 'throw', layer, dose: count(10) })
  const who = (...known: ReturnType<typeof knows>[]) => known.map((one, n) => student(`S${n}`, one))

  it('is told when fewer than half know it, and mended by practising it first', () => {
    const facts = club(items, { students: who(knows(['fall', 2]), knows('fall'), knows()) })
    expect(found('prereq.missing', plan([throwing()]), facts)).toMatchObject([
      { says: '2 of 3 in white have not practised Fall, layer 2; Throw builds on it.', blocks: ['t'] },
    ])
    const after = mendedAway('prereq.missing', plan([throwing()]), facts)
    expect(after.blocks.map(({ technique, layer }) => [technique, layer])).toEqual([
      ['fall', 2],
      ['throw', 1],
    ])
  })

  it('half of them knowing it is enough; so is practice earlier in the class', () => {
    expect(
      found(
        'prereq.missing',
        plan([throwing()]),
        club(items, { students: who(knows(['fall', 2]), knows()) }),
      ),
    ).toEqual([])
    const earlier = block('f', { technique: 'fall', layer: 2, dose: count(10) })
    expect(
      found('prereq.missing', plan([earlier, throwing()]), club(items, { students: who(knows('fall')) })),
    ).toEqual([])
  })

  it('a layer stands on the layer below it', () => {
    const facts = club(items, { students: who(knows(['fall', 2], 'throw')) })
    expect(found('prereq.missing', plan([throwing(2)]), facts)).toEqual([])
    expect(found('prereq.missing', plan([throwing(3)]), facts)).toMatchObject([
      { says: '1 of 1 in white have not practised Throw, layer 2; Throw builds on it.' },
    ])
  })

  it('a rank attests what lower ranks are asked for', () => {
    const syllabus = [{ rank: 'white', item: 'fall', layer: 2 }]
    const made = plan([throwing()], { groups: [group('green')] })
    const green = [student('G', { rank: 'green' })]
    expect(found('prereq.missing', made, club(items, { syllabus, students: green }))).toEqual([])
    expect(
      found('prereq.missing', plan([throwing()]), club(items, { syllabus, students: [student('W')] })),
    ).toHaveLength(1)
  })

  it('is silent where nobody is known to come', () => {
    expect(found('prereq.missing', plan([throwing()]), club(items))).toEqual([])
  })

  it('a student without a group of the plan is where their rank is', () => {
    const facts = club(items, { students: [student('A', { group: 'elsewhere' })] })
    expect(found('prereq.missing', plan([throwing()]), facts)).toHaveLength(1)
    expect(mended('prereq.missing', plan([throwing()]), facts).does).toBe('Fall first')
  })
})
