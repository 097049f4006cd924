import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import {
  curriculumJsonSchema,
  readCurriculum,
  writeCurriculum,
} from '../../../core/curriculum/curriculum-file'
import { LIMITS, LIMIT_NAMES, USUAL_LIMITS } from '../../../core/curriculum/limits'
import { changedFields, previewImport } from '../../../core/curriculum/merge'
import { librarySearch } from '../../../core/curriculum/search'
import { readSettings, usualSettings } from '../../../core/curriculum/settings'
import { SHIPPED_SHAPES } from '../../../core/curriculum/shipped-shapes'
import { byId } from '../../../core/curriculum/prerequisites'
import { orderNotes, readSyllabus } from '../../../core/curriculum/syllabus'
import { demoItems, demoLadder, demoSettings, demoSyllabus } from '../../../demo/curriculum'
import { STARTERS } from '../../../starters'
import { POOL } from '../../../starters/items'
import { item } from './make'

describe('the curriculum file', () => {
  const whole = { name: 'All', ...STARTERS[1]!.curriculum, shapes: SHIPPED_SHAPES }

  it('comes back as it was written', () => {
    const file = JSON.parse(JSON.stringify(writeCurriculum(whole)))
    expect(readCurriculum(file)).toEqual({ ok: true, curriculum: whole })
  })

  it('may hold any part alone', () => {
    expect(readCurriculum({ format: 'golden-lintel/curriculum', version: 1 }).ok).toBe(true)
  })

  it.each([
    [{ version: 2 }, 'version', 'must be 1'],
    [{ format: 'other' }, 'format', 'must be "golden-lintel/curriculum"'],
    [{ items: [{ ...item('kick'), sides: 5 }] }, 'items[0].sides', 'must be 1 or 2'],
    [{ items: [item('kick'), item('kick')] }, 'items[1].id', '"kick" is listed twice'],
    [
      { items: [{ ...item('kick'), preferred: 'x' }] },
      'items[0].preferred',
      'must be the name or one of the aliases',
    ],
    [{ ladder: { kind: 'ranks', ranks: [] } }, 'ladder.ranks', 'must be a list of 1 to 40'],
    [{ students: [] }, 'students', 'is not a known field'],
  ])('refuses %j with its path', (more, path, message) => {
    expect(readCurriculum({ format: 'golden-lintel/curriculum', version: 1, ...more })).toEqual({
      ok: false,
      faults: [{ path, message }],
    })
  })

  it('has a JSON Schema made from the schema that reads it, and the one in docs is that', () => {
    const schema = JSON.parse(JSON.stringify(curriculumJsonSchema()))
    expect(schema).toMatchObject({
      type: 'object',
      additionalProperties: false,
      required: ['format', 'version'],
      properties: {
        items: {
          items: {
            properties: {
              sides: { anyOf: [{ const: 1 }, { const: 2 }] },
              intensity: { minimum: 1, maximum: 10 },
            },
          },
        },
      },
    })
    expect(JSON.parse(readFileSync('docs/curriculum.schema.json', 'utf8'))).toEqual(schema)
  })
})

describe('laying one library over another', () => {
  it('names the fields that differ, whatever their order', () => {
    const kick = item('kick', { demand: { hips: 1, knees: 2 } })
    expect(changedFields(kick, { ...kick, demand: { knees: 2, hips: 1 } })).toEqual([])
    expect(changedFields(kick, { ...kick, sides: 2, hazard: 'mind' })).toEqual(['sides', 'hazard'])
  })

  it('adds, changes, and leaves the same', () => {
    const kick = item('kick')
    const incoming = [{ ...kick }, { ...item('step'), sides: 2 as const }, item('roll')].map((one, n) => ({
      row: n + 2,
      name: one.name,
      item: one,
      faults: [],
    }))
    const { counts, write } = previewImport([kick, item('step')], incoming)
    expect(counts).toEqual({ added: 1, changed: 1, same: 1, refused: 0 })
    expect(write.map(({ id }) => id)).toEqual(['step', 'roll'])
  })
})

describe('the settings of a club', () => {
  it('begin as usual', () => {
    expect(usualSettings('Ours', 'Europe/Dublin')).toMatchObject({
      warmup: 'general',
      shout: 'last',
      partners: 'like',
      ahead: 'warn',
      limits: USUAL_LIMITS,
      hall: { areaM2: 0, kit: [] },
    })
    expect(USUAL_LIMITS).toMatchObject({
      jumpsUnder13: 60,
      jumpsUnder16: 100,
      jumps: 150,
      water: 20,
      waterUnder13: 15,
    })
  })

  it.each([
    [{ zone: 'Mars/Base' }, 'zone', 'must be a time zone, such as Europe/Dublin'],
    [{ countWords: ['one'] }, 'countWords', 'must be a list of 10 to 10'],
    [{ limits: { jumps: -1 } }, 'limits.jumps', 'must be a number from 0 to 2000'],
    [{ limits: { leaps: 1 } }, 'limits.leaps', 'is not a known field'],
    [{ nextGrading: '2027-02-30' }, 'nextGrading', 'must be a date, YYYY-MM-DD, from 1900 on'],
    [
      {
        classDays: [
          { day: 'monday', start: '18:30', lengthMin: 75 },
          { day: 'monday', start: '18:30', lengthMin: 60 },
        ],
      },
      'classDays[1].start',
      'Monday 18:30 is listed twice',
    ],
    [
      {
        hall: {
          kit: [
            { name: 'Pad', count: 1 },
            { name: 'pad', count: 2 },
          ],
        },
      },
      'hall.kit[1].name',
      '"pad" is listed twice',
    ],
  ])('refuse %j', (more, path, message) => {
    const read = readSettings({ name: 'Ours', zone: 'UTC', ...more })
    expect(read).toEqual({ ok: false, faults: [{ path, message }] })
  })

  it('keep every limit within its own range, with what it is and what it is counted in', () => {
    for (const name of LIMIT_NAMES) {
      const { least, most, usual, unit, says } = LIMITS[name]
      expect(usual, name).toBeGreaterThanOrEqual(least)
      expect(usual, name).toBeLessThanOrEqual(most)
      expect(unit && says, name).toBeTruthy()
    }
  })
})

describe('searching the library', () => {
  const search = librarySearch([...POOL.values()])
  it.each([
    ['hip throw', 'hip-throw', 'the name'],
    ['snap kick', 'front-kick', 'an alias'],
    ['elbow follows', 'palm-elbow', 'a key point'],
    ['hands drop', 'front-kick', 'a fault'],
    ['round kic', 'round-kick', 'a word half typed'],
    ['brekfall', 'back-fall', 'a slip of the finger'],
    ['TURNOVER', 'knee-turnover', 'capitals'],
  ])('%j finds %s by %s', (words, id) => expect(search.find(words)).toContain(id))

  it('puts the name first', () => expect(search.find('hip throw')[0]).toBe('hip-throw'))
  it('puts what is called exactly so first, then what begins so, by name before alias', () => {
    const of = librarySearch([
      item('joined', { name: 'Front and round kick, joined' }),
      item('kick', { name: 'Front kick, rear leg', aliases: ['snap kick'] }),
      item('step', { name: 'Stepping kick', aliases: ['front kick, stepping'] }),
      item('exact', { name: 'Rear snap', aliases: ['front kick'] }),
    ])
    expect(of.find('front kick')).toEqual(['exact', 'kick', 'step', 'joined'])
    const demo = librarySearch(demoItems)
    for (const { id, name, aliases } of demoItems)
      for (const called of [name, ...aliases]) {
        const first = demoItems.find((one) => one.id === demo.find(called)[0])!
        expect(
          [first.name, ...first.aliases].map((one) => one.toLowerCase()),
          called,
        ).toContain(called.toLowerCase())
        if (called === name) expect(demo.find(called)).toContain(id)
      }
  })
  it('wants every word', () => expect(search.find('hip zebra')).toEqual([]))
  it('shows all in their order for an empty search', () =>
    expect(search.find('  ')).toEqual([...POOL.keys()]))
  it('reads names without their accents', () => {
    expect(librarySearch([item('geri', { name: 'Mae-géri' })]).find('mae geri')).toEqual(['geri'])
  })
})

const clubs = [
  ...STARTERS.map(({ name, curriculum }) => [name, curriculum] as const),
  ['the demo club', { ladder: demoLadder, items: demoItems, syllabus: demoSyllabus }] as const,
]

describe.each(clubs)('what is shipped: %s', (_name, { ladder, items, syllabus }) => {
  it('stands by itself: a library without loose ends and a syllabus that fits it, in order', () => {
    const known = byId(items)
    expect(readCurriculum(writeCurriculum({ ladder, items, syllabus })).ok).toBe(true)
    expect(
      previewImport(
        [],
        items.map((one, row) => ({ row, name: one.name, item: one, faults: [] })),
      ).counts.added,
    ).toBe(items.length)
    expect(readSyllabus(syllabus, ladder, known).ok).toBe(true)
    expect(orderNotes(ladder, known, syllabus)).toEqual([])
  })

  it('has for every item layers, key points, faults with corrections, and a caution where there is contact', () => {
    for (const one of items) {
      expect(one.layers.length, one.id).toBeGreaterThanOrEqual(3)
      expect(one.keyPoints.length, one.id).toBeGreaterThanOrEqual(2)
      expect(one.faults.length, one.id).toBeGreaterThanOrEqual(1)
      if (one.contact === 'controlled' || one.contact === 'full') expect(one.hazard, one.id).toBeTruthy()
      if (one.partner === 'partner' && one.contact !== 'none')
        expect(one.footprintM2, one.id).toBeGreaterThan(0)
    }
  })

  it('asks something of every rank', () => {
    for (const rank of ladder.ranks)
      expect(syllabus.filter((entry) => entry.rank === rank.id).length).toBeGreaterThan(4)
  })
})

describe('the libraries a club can begin with', () => {
  it('are three, of 25 to 40 items each', () => {
    expect(STARTERS).toHaveLength(3)
    for (const { curriculum } of STARTERS) {
      expect(curriculum.items.length).toBeGreaterThanOrEqual(25)
      expect(curriculum.items.length).toBeLessThanOrEqual(40)
    }
  })

  it('and the demo club has about ninety, with settings that hold', () => {
    expect(demoItems.length).toBeGreaterThanOrEqual(88)
    expect(demoItems.length).toBeLessThanOrEqual(97)
    expect(readSettings(demoSettings('2027-06-05')).ok).toBe(true)
  })
})
