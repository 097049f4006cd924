import { describe, expect, it } from 'vitest'
import { byId } from '../../../core/curriculum/prerequisites'
import { inkFor, NO_RANKS, rankAtAge, readLadder } from '../../../core/curriculum/ladder'
import {
  orderNotes,
  readSyllabus,
  standingOf,
  syllabusGaps,
  syllabusGrid,
  targetInWords,
  type Syllabus,
} from '../../../core/curriculum/syllabus'
import { item, ladder, on } from './make'

const ranks = ladder('white', 'green', 'brown')
const rank = (more: object = {}) => ({
  id: 'white',
  name: 'White',
  colour: '#FFFFFF',
  ink: '#000000',
  ...more,
})
const entry = (rank: string, item: string, layer = 1) => ({ rank, item, layer })

describe('a rank ladder', () => {
  it('may have ranks with notches, plain levels, or none', () => {
    expect(readLadder({ kind: 'levels', ranks: [rank()] }).ok).toBe(true)
    expect(readLadder(NO_RANKS).ok).toBe(true)
  })

  it.each([
    [
      { kind: 'none', ranks: [rank(), rank({ id: 'b', name: 'B' })] },
      'ranks',
      'must be one: this ladder has no ranks',
    ],
    [{ kind: 'ranks', ranks: [rank(), rank({ name: 'Other' })] }, 'ranks[1].id', '"white" is listed twice'],
    [
      { kind: 'ranks', ranks: [rank(), rank({ id: 'b', name: 'WHITE' })] },
      'ranks[1].name',
      '"WHITE" is listed twice',
    ],
    [{ kind: 'ranks', ranks: [rank({ colour: 'white' })] }, 'ranks[0].colour', 'must be a colour, #RRGGBB'],
    [
      { kind: 'ranks', ranks: [rank({ notches: 11 })] },
      'ranks[0].notches',
      'must be a whole number from 0 to 10',
    ],
    [
      { kind: 'ranks', ranks: [rank({ variants: [{ under: 12 }, { under: 12 }] })] },
      'ranks[0].variants[1].under',
      '12 is listed twice',
    ],
  ])('refuses %j', (json, path, message) => {
    expect(readLadder(json)).toEqual({ ok: false, faults: [{ path, message }] })
  })

  it('differs by age: the youngest variant that takes the student in', () => {
    const read = readLadder({
      kind: 'ranks',
      ranks: [
        rank({
          minMonths: 3,
          variants: [
            { under: 16, minMonths: 5 },
            { under: 10, name: 'White, small', minMonths: 8 },
          ],
        }),
      ],
    })
    const [white] = read.ok ? read.ladder.ranks : []
    expect(rankAtAge(white!, 9)).toMatchObject({ name: 'White, small', minMonths: 8 })
    expect(rankAtAge(white!, 10)).toMatchObject({ name: 'White', minMonths: 5 })
    expect(rankAtAge(white!, 16)).toMatchObject({ minMonths: 3 })
    expect(rankAtAge(white!, null)).toMatchObject({ minMonths: 3 })
  })

  it.each([
    ['#FFFFFF', '#1B1611'],
    ['#E58A17', '#1B1611'],
    ['#1B7672', '#FFFFFF'],
    ['#23262E', '#FFFFFF'],
  ])('prints on %s in %s', (background, ink) => expect(inkFor(background)).toBe(ink))
})

describe('a syllabus', () => {
  const items = byId([item('kick'), on('round', 'kick:2'), item('roll', { category: 'falls' })])

  it('is refused where it names what is not there', () => {
    const read = readSyllabus(
      [
        entry('red', 'kick'),
        entry('white', 'jump'),
        entry('white', 'kick', 4),
        entry('green', 'roll'),
        entry('green', 'roll'),
      ],
      ranks,
      items,
    )
    expect(read).toEqual({
      ok: false,
      faults: [
        { path: '[0].rank', message: '"red" is not a rank of the ladder' },
        { path: '[1].item', message: '"jump" is not in the library' },
        { path: '[2].layer', message: 'kick has only 3 layers' },
        { path: '[4].item', message: '"roll" is asked of green twice' },
      ],
    })
  })

  const syllabus: Syllabus = [
    entry('white', 'kick', 1),
    entry('green', 'kick', 2),
    entry('green', 'round', 1),
    entry('brown', 'kick', 2),
    entry('brown', 'roll', 1),
  ]

  it('says what each rank adds and what it asks higher than before; the same again is neither', () => {
    const cells = syllabusGrid(ranks, items, syllabus)
    const cell = (rank: string, category: string) =>
      cells.find((one) => one.rank === rank && one.category === category)
    expect(cell('white', 'kicks')).toMatchObject({ added: [{ item: 'kick' }], raised: [] })
    expect(cell('green', 'kicks')).toMatchObject({
      added: [{ item: 'round' }],
      raised: [{ item: 'kick', layer: 2 }],
    })
    expect(cell('brown', 'kicks')).toMatchObject({ added: [], raised: [] })
  })

  it('shows the gaps: a rank with nothing in a category the library has', () => {
    expect(syllabusGaps(ranks, items.values(), syllabus)).toEqual([
      { rank: 'white', category: 'falls' },
      { rank: 'green', category: 'falls' },
    ])
  })

  it('explains what is asked before what it builds on', () => {
    const early = [entry('white', 'round'), entry('white', 'kick'), entry('brown', 'kick', 2)]
    expect(orderNotes(ranks, items, early)).toEqual([
      {
        rank: 'white',
        item: 'round',
        says: 'round is asked of white, but builds on kick at layer 2, which is first asked of brown.',
        grave: true,
      },
    ])
    expect(orderNotes(ranks, items, [entry('white', 'round')])[0]).toMatchObject({
      says: 'round builds on kick at layer 2, which no rank is asked for.',
      grave: false,
    })
    expect(orderNotes(ranks, items, syllabus)).toEqual([])
  })

  it('explains a layer asked again lower than before, and leaves prerequisites of later layers alone', () => {
    expect(orderNotes(ranks, items, [entry('white', 'kick', 3), entry('green', 'kick', 1)])).toMatchObject([
      { says: 'kick is asked of green at layer 1, though white has it at layer 3 already.' },
    ])
    const late = byId([item('kick'), on('round', 'kick:2:3')])
    expect(orderNotes(ranks, late, [entry('white', 'round', 2)])).toEqual([])
  })

  it.each([
    ['round', 'white', 'new'],
    ['kick', 'white', 'current'],
    ['kick', 'brown', 'current'],
    ['round', 'brown', 'review'],
    ['roll', 'white', 'ahead'],
    ['jump', 'white', 'none'],
  ])('%s is for %s: %s', (id, at, standing) => expect(standingOf(id, at, ranks, syllabus)).toBe(standing))

  it.each([
    [{ unit: 'reps', amount: 80 }, '80 reps a side'],
    [{ unit: 'runs', amount: 1 }, '1 run'],
    [{ unit: 'minutes', amount: 20 }, '20 minutes'],
  ] as const)('says %j as %s', (target, said) => expect(targetInWords(target)).toBe(said))
})
