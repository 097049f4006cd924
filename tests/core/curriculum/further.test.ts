import { describe, expect, it } from 'vitest'
import { boardFor } from '../../../core/curriculum/boards'
import { calledIn } from '../../../core/curriculum/called'
import {
  combinationLadder,
  mirrored,
  readCombination,
  reversed,
  writeCombination,
} from '../../../core/curriculum/combinations'
import { writeCurriculum, readCurriculum } from '../../../core/curriculum/curriculum-file'
import {
  countsOf,
  directionInWords,
  mirroredPath,
  moveOnCount,
  pathOf,
  readDirection,
} from '../../../core/curriculum/form-path'
import { readItem } from '../../../core/curriculum/item-rules'
import { readLibraryCsv, writeLibraryCsv } from '../../../core/curriculum/library-csv'
import { unmetFaults } from '../../../core/curriculum/prerequisites'
import { readRoutine, writeRoutine } from '../../../core/curriculum/routine-lines'
import { mustComeFirst, nextLesson, readSeries, whoMissed } from '../../../core/curriculum/series'
import { breakDown, layersWithSteps } from '../../../core/curriculum/steps'
import { addressOf } from '../../../core/kernel/references'
import { shortDose, stagesOf, type PlainDose } from '../../../core/plan/doses'
import { readShorthand } from '../../../core/plan/doses/shorthand'
import { readSpoken } from '../../../core/plan/doses/spoken'
import { parsePlan } from '../../../core/plan/parse'
import { item } from './make'

/** What the curriculum says further: combinations, routines, moves, helpers, references, steps by version, series. */

const library = [
  item('jab', { name: 'Straight punch', aliases: ['jab'] }),
  item('hook', { name: 'Hook' }),
  item('kick', { name: 'Front kick, rear leg', sides: 2 }),
  item('jacks', { name: 'Jumping jack' }),
  item('circles', { name: 'Arm circles' }),
]
const find = calledIn(library)
const byId = new Map(library.map((one) => [one.id, one]))

describe('an item by its name', () => {
  it.each([
    ['straight punch', 'jab'],
    ['JAB', 'jab'],
    ['jumping jacks', 'jacks'],
    ['front kick', 'kick'],
    ['arm circle', 'circles'],
  ])('%s is %s', (name, id) => expect(find(name)?.id).toBe(id))

  it.each(['', 'uppercut', 'straight punches and more'])('“%s” is nobody’s', (name) =>
    expect(find(name)).toBeUndefined(),
  )
})

describe('a combination', () => {
  const typed = 'straight punch, hook other side x2, front kick no side'

  it('is typed in order, with sides and times', () => {
    expect(readCombination(typed, find)).toEqual({
      parts: [
        { technique: 'jab', layer: 1, times: 1, side: 'same' },
        { technique: 'hook', layer: 1, times: 2, side: 'other' },
        { technique: 'kick', layer: 1, times: 1, side: 'none' },
      ],
      unknown: [],
    })
    expect(readCombination('jab layer 2, sidestep', find)).toMatchObject({
      parts: [{ technique: 'jab', layer: 2 }],
      unknown: ['sidestep'],
    })
  })

  it('is written as it is read again, names with commas in them too', () => {
    const { parts } = readCombination(typed, find)
    const names = (id: string) => byId.get(id)!.name
    expect(readCombination(writeCombination(parts, names), find)).toEqual({ parts, unknown: [] })
  })

  it('turned about twice, or mirrored twice, is itself', () => {
    const { parts } = readCombination(typed, find)
    expect(reversed(parts)[0]?.technique).toBe('kick')
    expect(mirrored(parts).map(({ side }) => side)).toEqual(['other', 'same', 'none'])
    expect(reversed(reversed(parts))).toEqual(parts)
    expect(mirrored(mirrored(parts))).toEqual(parts)
  })

  const joined = item('joined', {
    name: 'Three in a row',
    partner: 'both',
    parts: [{ technique: 'jab' }, { technique: 'hook', side: 'other' }, { technique: 'kick' }],
  })

  it('brings its parts to the board, and climbs from each alone to a partner', () => {
    expect(boardFor(joined).parts).toEqual(joined.parts)
    const board = combinationLadder(joined, byId)!
    expect(stagesOf(board.dose).map(({ title }) => title)).toEqual([
      'Straight punch, alone',
      'Hook, alone',
      'Front kick, rear leg, alone',
      'Joined, slowly',
      'Joined',
      'With a partner',
    ])
    expect(stagesOf(board.dose)[0]?.technique).toBe('jab')
    expect(
      combinationLadder(item('x', { parts: [{ technique: 'nobody' }, { technique: 'jab' }] }), byId),
    ).toBe(undefined)
  })

  it('is of items that are there, and not of itself', () => {
    const faults = unmetFaults(
      item('x', { parts: [{ technique: 'jab', layer: 9 }, { technique: 'y' }] }),
      byId,
    )
    expect(faults.map(({ path }) => path)).toEqual(['parts[0].layer', 'parts[1].technique'])
    const itself = readItem({ ...joined, parts: [{ technique: 'joined' }] })
    expect(itself.ok ? [] : itself.faults.map(({ path }) => path)).toEqual(['parts[0].technique'])
  })
})

describe('a routine as it is jotted down', () => {
  const { entries, faults } = readRoutine(
    '10 jumping jacks / arm circles 20s each side / knees high 1:30\nfront kick 3x8 each side; shake out',
    find,
  )

  it('has a name and a dose on either side of it', () => {
    expect(faults).toEqual([])
    expect(entries.map(({ title, technique, dose }) => [title, technique, shortDose(dose)])).toEqual([
      ['Jumping jack', 'jacks', '10, on the count'],
      ['Arm circles', 'circles', '20 s each side'],
      ['Knees high', undefined, '1:30'],
      ['Front kick, rear leg', 'kick', '3 × 8 each side, on the count'],
      ['Shake out', undefined, '3 × 8 each side, on the count'],
    ])
  })

  it('is written as it is read again', () => {
    expect(readRoutine(writeRoutine(entries), find)).toMatchObject({ entries, faults: [] })
    const doses = [
      '3x10 each side @1.5 rest 20',
      '2 holds 0:50 each side',
      '12 own',
      '4 rounds 1:00 off 0:30',
      'form 20+18',
      '2:00 work',
      '8 left only',
      '2x6 both roles as "throws"/"receives" swap 10',
    ]
    const all = doses.map((dose, n) => {
      const read = readShorthand(dose)
      if (!read.ok) throw new Error(dose)
      return { title: `Thing ${'abcdefgh'[n]}`, dose: read.dose as PlainDose }
    })
    expect(readRoutine(writeRoutine(all), find)).toMatchObject({ entries: all, faults: [] })
  })

  it.each([
    ['3x10 front kicks both sides', 'kick', '3 × 10 each side, on the count', []],
    ['front kicks 3 sets of 10 each leg', 'kick', '3 × 10 each side, on the count', []],
    ['jumping jacks 20 alternating', 'jacks', '20, side to side, on the count', []],
    ['jumping-jacks for 2 mins', 'jacks', '2:00', []],
    ['arm circle 30s hold x3', 'circles', '3 × 30 s held', []],
    ['4x2:00 jumping jack rest 30', 'jacks', '4 × 2:00, 30 s between', []],
    ['10 slow front kicks left only with 2 kg', undefined, undefined, undefined],
    ['big jacks 20s', undefined, '20 s', []],
    ['10 very slow front kicks left only', 'kick', '10 left only, on the count', ['very', 'slow']],
  ])('reads “%s” as coaches write it', (line, item, dose, unread) => {
    const read = readRoutine(line, find)
    if (!unread) return expect(read.faults).toHaveLength(1)
    expect(read.faults).toEqual([])
    expect(read.lines[0]).toMatchObject({ isKnown: item !== undefined, unread })
    expect(read.entries[0]?.technique).toBe(item)
    expect(shortDose(read.entries[0]!.dose)).toBe(dose)
  })

  it.each([
    ['4x2:00 alternating', 'alternating'],
    ['5:00 rest 30', 'rest 30'],
    ['45s hold x3 swap 5', 'swap 5'],
    ['10 off 5', 'off 5'],
    ['4 rounds 1:00 own pace', 'own pace'],
  ])('“%s”: what has no place in such a dose is not dropped without a word', (line, left) => {
    expect(readSpoken(line).left.map(({ text }) => text)).toEqual([left])
    expect(readShorthand(line).ok).toBe(false)
  })

  it('a rest after a single set stands by itself, and no word of it goes into the name', () => {
    const { entries: read } = readRoutine('10 jumping jacks rest 5\n1 min rest', find)
    expect(read.map(({ title, dose }) => [title, dose.kind, 'sec' in dose ? dose.sec : 0])).toEqual([
      ['Jumping jack', 'count', 0],
      ['Rest', 'fixed', 5],
      ['Rest', 'fixed', 60],
    ])
    expect(readRoutine(writeRoutine(read), find).entries).toEqual(read)
    expect(readRoutine('10 each side', find).faults[0]?.message).toMatch(/no name/)
  })

  it('says which line it cannot read', () => {
    expect(readRoutine('10 jacks\n3y5 circles', find).faults).toMatchObject([
      { line: 2, text: '3y5 circles' },
    ])
  })
})

describe('the moves of a form', () => {
  const sections = [
    {
      name: 'Out',
      sec: 10,
      moves: [
        { name: 'Parry', towards: 9, steps: 1 },
        { name: 'Punch', steps: 1, counts: 2 },
        { name: 'Turn', towards: 12 },
      ],
    },
    { name: 'Back', sec: 10, moves: [{ name: 'Step', towards: 3, steps: 2, shout: true }] },
  ]

  it('go over the floor in their directions', () => {
    expect(pathOf(sections).map(({ x, y, facing, count }) => [x, y, facing, count])).toEqual([
      [-1, 0, 270, 1],
      [-2, 0, 270, 2],
      [-2, 0, 0, 4],
      [0, 0, 90, 5],
    ])
    expect(mirroredPath(pathOf(sections))[0]).toMatchObject({ x: 1, facing: 90 })
    expect(mirroredPath(mirroredPath(pathOf(sections)))).toEqual(pathOf(sections))
  })

  it('come on their counts', () => {
    expect(countsOf(sections)).toBe(5)
    expect([1, 2, 3, 4, 5, 6].map((count) => moveOnCount(sections, count)?.move.name)).toEqual([
      'Parry',
      'Punch',
      'Punch',
      'Turn',
      'Step',
      undefined,
    ])
  })

  it.each([
    ['left', 9, 'left wall'],
    ['12', 12, 'front wall'],
    ['4 o’clock', 4, '4 o’clock'],
    ['back wall', 6, 'back wall'],
  ])('%s is hour %i', (text, hour, words) => {
    expect(readDirection(text)).toBe(hour)
    expect(directionInWords(hour)).toBe(words)
    expect(readDirection(words)).toBe(hour)
  })
  it('a direction that is none is none', () => expect(readDirection('13')).toBeUndefined())
})

describe('steps of a version', () => {
  const two = item('throw', {
    layers: [
      { name: 'Entry', steps: ['a', 'b'] },
      { name: 'Whole', steps: ['a', 'b', 'c'] },
      { name: 'Free' },
    ],
    steps: ['x', 'y'],
  })
  const groups = [{ id: 'low' }, { id: 'high' }]

  it('make the ladder of the version chosen', () => {
    expect(layersWithSteps(two)).toEqual([1, 2, 3])
    const own = breakDown(two, groups, [], 2)!
    expect(stagesOf(own.dose).map(({ title, layer }) => [title, layer])).toEqual([
      ['Steps 1 to 3, on the count', 2],
      ['Joined: 1 and 2, 3', 2],
      ['All in one', 2],
    ])
    expect(own.notes).toBe('1. a\n2. b\n3. c')
    expect(breakDown(two, groups, [], 3)?.notes).toBe('1. x\n2. y')
  })

  it('stand side by side for two ranks', () => {
    const both = breakDown(two, groups, ['low'], 2, 1)!
    expect(both.tracks?.map(({ groups: who, layer, title }) => [who, layer, title])).toEqual([
      [['low'], 1, 'Entry'],
      [['high'], 2, undefined],
    ])
    expect(stagesOf(both.tracks?.[0]?.dose)[0]?.title).toBe('Steps 1 to 2, on the count')
    expect(stagesOf(both.tracks?.[1]?.dose)[0]?.title).toBe('Steps 1 to 3, on the count')
    const plan = parsePlan({
      format: 'golden-lintel/plan',
      version: 1,
      title: 'p',
      lengthMin: 60,
      groups: groups.map(({ id }) => ({ id, name: id, ranks: [], headcount: 4 })),
      blocks: [JSON.parse(JSON.stringify({ ...both, id: 'b' }))],
    })
    expect(plan.ok).toBe(true)
  })
})

describe('files', () => {
  const full = item('full', {
    layers: [{ name: 'One', steps: ['a | b', 'c'] }, { name: 'Two' }],
    sections: [
      {
        name: 'S',
        sec: 10,
        moves: [{ name: 'M', stance: 'low', hand: 'L', towards: 4, steps: 1.5, shout: true }],
      },
      { name: 'T', sec: 12 },
    ],
    parts: [{ technique: 'jab', layer: 1, times: 2, side: 'other' }],
    helper: { does: 'holds | waits', forParents: 'Hold a cushion.' },
    why: 'Because.',
    meets: 'The ball of the foot meets the pad.',
    references: [{ title: 'Film', where: 'https://films.example/a', fromSec: 90 }],
  })

  it('bring everything back: CSV and JSON', () => {
    const read = readLibraryCsv(writeLibraryCsv([full]), [])
    expect(read.ok && read.incoming.map((one) => one.item ?? one.faults)).toEqual([full])
    const json = readCurriculum(JSON.parse(JSON.stringify(writeCurriculum({ items: [full] }))))
    expect(json).toMatchObject({ ok: true, curriculum: { items: [full] } })
  })

  it('a CSV without the columns of moves and steps leaves them as they are', () => {
    const read = readLibraryCsv(
      'id,sections,layers\nfull,S | 11\nT | 12'.replace('S | 11\nT | 12', '"S | 11\nT | 12","One\nTwo"'),
      [full],
    )
    const [row] = read.ok ? read.incoming : []
    expect(row?.faults).toEqual([])
    expect(row?.item?.sections).toEqual([{ ...full.sections[0], sec: 11 }, full.sections[1]])
    expect(row?.item?.layers[0]?.steps).toEqual(full.layers[0]?.steps)
  })

  it('only an address of the web can be opened', () => {
    expect(addressOf({ where: ' https://a.example/x ' })).toBe('https://a.example/x')
    for (const where of ['film.mp4', 'javascript:alert(1)', 'file:///etc/passwd', 'https://']) {
      expect(addressOf({ where })).toBeUndefined()
    }
  })
})

describe('a series', () => {
  const series = {
    id: 's',
    name: 'Four evenings',
    lessons: [
      { title: 'One', shape: 'rounds', leaves: [{ item: 'jab' }] },
      { title: 'Two', needs: [{ item: 'jab' }], leaves: [{ item: 'hook' }] },
      { title: 'Three', needs: [{ item: 'jab', layer: 1 }, { item: 'hook' }, { item: 'kick' }] },
    ],
  }
  const ground = { items: byId, shapes: new Set(['rounds']) }
  const read = readSeries(series, ground)
  const whole = read.ok ? read.series : undefined

  it('says what must come first for whoever joins, and which lesson gives it', () => {
    expect(mustComeFirst(whole!, 3, new Map([['jab', 1]]))).toEqual([
      { item: 'hook', layer: 1, lesson: 2 },
      { item: 'kick', layer: 1, lesson: undefined },
    ])
    expect(mustComeFirst(whole!, 1, new Map())).toEqual([])
  })

  it('knows who missed which lesson, and which is next', () => {
    const held = [
      { lesson: 1, day: '2026-11-02', students: ['a', 'b'] },
      { lesson: 1, day: '2026-11-09', students: ['c'] },
      { lesson: 3, day: '2026-11-16', students: ['a'] },
    ]
    const missed = whoMissed(held, ['a', 'b', 'c', 'd'])
    expect([...missed]).toEqual([
      [1, ['d']],
      [3, ['b', 'c', 'd']],
    ])
    expect(nextLesson(whole!, held)).toBe(2)
    expect(
      nextLesson(
        whole!,
        [1, 2, 3].map((lesson) => ({ lesson })),
      ),
    ).toBeUndefined()
  })

  it.each([
    [{ lessons: [] }, 'lessons'],
    [{ lessons: [{ title: 'x', shape: 'rounds', plan: 'p' }] }, 'lessons[0].plan'],
    [{ lessons: [{ title: 'x', shape: 'nothing' }] }, 'lessons[0].shape'],
    [{ lessons: [{ title: 'x', needs: [{ item: 'nobody' }] }] }, 'lessons[0].needs[0].item'],
    [{ lessons: [{ title: 'x', leaves: [{ item: 'jab', layer: 9 }] }] }, 'lessons[0].leaves[0].layer'],
  ])('%j is a fault at %s', (fields, path) => {
    const bad = readSeries({ ...series, ...fields }, ground)
    expect(bad.ok ? [] : bad.faults.map((one) => one.path)).toContain(path)
  })
})
