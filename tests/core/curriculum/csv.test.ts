import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { readSpelling } from '../../../core/kernel/spelling'
import { readEntries, readNumber, readTable, readYesNo, writeEntries } from '../../../core/kernel/csv-cells'
import { LIBRARY_HEADERS, readLibraryCsv, writeLibraryCsv } from '../../../core/curriculum/library-csv'
import { previewImport } from '../../../core/curriculum/merge'
import { previewSyllabusCsv, writeSyllabusCsv } from '../../../core/curriculum/syllabus-csv'
import { POOL } from '../../../starters/items'
import { STARTERS } from '../../../starters'
import type { Item } from '../../../core/curriculum/item'
import { item, ladder } from './make'

const everything = [...POOL.values()]

function preview(text: string, library: Item[] = []) {
  const read = readLibraryCsv(text, library)
  if (!read.ok) throw new Error(read.wrong)
  return previewImport(library, read.incoming)
}
const wrong = (text: string) => {
  const read = readLibraryCsv(text, [])
  return read.ok ? '' : read.wrong
}

describe('a cell with entries', () => {
  it('brings every text back as it was', () => {
    const part = fc.string().map((text) => text.replaceAll('\r', '').trim())
    fc.assert(
      fc.property(
        fc.array(fc.array(part.filter(Boolean), { minLength: 1, maxLength: 4 }), { maxLength: 5 }),
        (entries) => {
          expect(readEntries(writeEntries(entries))).toEqual(entries)
        },
      ),
    )
  })

  it('leaves empty parts out at the end and keeps them in the middle', () => {
    expect(
      writeEntries([
        ['name', undefined, 'point'],
        ['bare', undefined],
      ]),
    ).toBe('name |  | point\nbare')
    expect(readEntries('name |  | point')).toEqual([['name', '', 'point']])
  })

  it.each([
    ['1,5', 1.5],
    ['2.25', 2.25],
    ['-3', -3],
    [' 7 ', 7],
    ['about 3', 'about 3'],
    ['1,000,000', '1,000,000'],
    ['', ''],
  ])('reads the number %j as %j', (cell, value) => expect(readNumber(cell)).toBe(value))

  it.each([
    ['Yes', true],
    ['x', true],
    ['', false],
    ['NO', false],
    ['perhaps', 'perhaps'],
  ])('reads yes or no %j as %j', (cell, value) => expect(readYesNo(cell)).toBe(value))
})

describe('a table from a spreadsheet', () => {
  const rows = [
    { row: 2, surplus: undefined, cells: { name: 'Kick', category: 'kicks' } },
    { row: 3, surplus: undefined, cells: { name: 'A, "b"\nc', category: 'falls' } },
  ]
  it.each([
    ['commas', 'Name,Category\nKick,kicks\n"A, ""b""\nc",falls\n'],
    ['semicolons', 'Name;Category\nKick;kicks\n"A, ""b""\nc";falls\n'],
    ['tabs', 'name\tcategory\nKick\tkicks\n"A, ""b""\nc"\tfalls\n'],
    ['a byte-order mark', '\uFEFFname,category\nKick,kicks\n"A, ""b""\nc",falls'],
    ['Windows line ends', 'NAME,CATEGORY\r\nKick,kicks\r\n"A, ""b""\nc",falls\r\n'],
  ])('with %s is the same table', (_, text) => {
    expect(readTable(text)).toEqual({ headers: ['name', 'category'], rows })
  })

  it.each([
    ['', 'The file is empty.'],
    ['name,name\na,b', 'The column "name" is listed twice.'],
    ['name,category\n"Kick,kicks\n', 'A quote that is opened is not closed, near row 2.'],
  ])('%j is told to be wrong', (text, said) => expect(readTable(text)).toEqual({ wrong: said }))
})

// As the worker does that reads a file: names in other scripts become ids.
beforeAll(readSpelling)

describe('the library as CSV', () => {
  it('comes back item for item', () => {
    const text = writeLibraryCsv(everything)
    expect(preview(text).counts).toEqual({ added: everything.length, changed: 0, same: 0, refused: 0 })
    expect(preview(text).write).toEqual(everything)
  })

  it('changes nothing when read again, in any spelling of the file', () => {
    const text = writeLibraryCsv(everything)
    for (const same of [text, `\uFEFF${text}`, text.replaceAll('\r\n', '\n')])
      expect(preview(same, everything).counts).toEqual({
        added: 0,
        changed: 0,
        same: everything.length,
        refused: 0,
      })
    expect(preview(text, everything).write).toEqual([])
  })

  it('leaves what has no column, and empties what has an empty cell', () => {
    const kick = item('kick', { hazard: 'careful', intensity: 7, keyPoints: ['look'] })
    const { write, rows } = preview('id,hazard,intensity\nkick,,8\n', [kick])
    expect(rows[0]).toMatchObject({ outcome: 'changed', changes: ['intensity', 'hazard'] })
    expect(write[0]).toEqual({ ...kick, hazard: undefined, intensity: 8 })
    expect(write[0]?.keyPoints).toEqual(['look'])
  })

  it('knows an item by its name or an alias, and gives a new one an id', () => {
    const kick = item('kick', { name: 'Front kick', aliases: ['Snap kick'] })
    const { rows } = preview('name,category,layers\nsnap KICK,kicks,one\nLong roll,falls,one\n', [kick])
    expect(rows.map(({ id, outcome }) => [id, outcome])).toEqual([
      ['kick', 'changed'],
      ['long-roll', 'added'],
    ])
  })

  it('refuses row by row with the column that is wrong, and then writes nothing at all', () => {
    const text =
      'name,category,layers,sides,demand\nKick,kicks,one,2,hips 2\nRoll,flips,one,3,hips nine\nSpin,kicks,one,1,\n'
    const { rows, counts, write } = preview(text)
    expect(counts).toMatchObject({ added: 2, refused: 1 })
    expect(rows[1]).toMatchObject({
      row: 3,
      outcome: 'refused',
      faults: [{ path: 'category' }, { path: 'sides', message: 'must be 1 or 2' }, { path: 'demand.hips' }],
    })
    expect(write).toEqual([])
  })

  it('makes items of a name and a category alone, and finds the same file the same again', () => {
    const text = 'name,category\nSweep,throws\n投げ,throws\nПодсечка,throws\n'
    const { write, counts } = preview(text)
    expect(counts).toMatchObject({ added: 3, refused: 0 })
    expect(write.map(({ id, layers }) => [id, layers.length])).toEqual([
      ['sweep', 1],
      ['tou-ge', 1],
      ['podsechka', 1],
    ])
    expect(preview(text, write).counts).toMatchObject({ same: 3, added: 0, changed: 0 })
  })

  it('updates what it knows by an alias, and leaves it its name', () => {
    const kick = item('kick', { name: 'Front kick', aliases: ['snap kick'] })
    const { write, rows } = preview('name,category,intensity\nSnap Kick,kicks,9\n', [kick])
    expect(rows[0]).toMatchObject({ id: 'kick', outcome: 'changed', changes: ['intensity'] })
    expect(write[0]).toMatchObject({ name: 'Front kick', aliases: ['snap kick'], intensity: 9 })
  })

  it('refuses a name the second time it stands in a file, be it by name or by alias', () => {
    const kick = item('kick', { name: 'Front kick', aliases: ['snap kick'] })
    const { rows } = preview(
      'name,category\nSweep,throws\n sweep ,throws\nfront kick,kicks\nsnap kick,kicks\n',
      [kick],
    )
    expect(rows.map(({ faults }) => faults.map(({ message }) => message))).toEqual([
      [],
      ['"sweep" is in row 2 already'],
      [],
      ['"snap kick" is in row 4 already'],
    ])
  })

  it('takes an id and a new name that are spelled alike for two items', () => {
    const kick = item('kick', { name: 'Front kick' })
    const { rows } = preview('id,name,category\nkick,Front kick,kicks\n,Kick,kicks\n', [kick])
    expect(rows.map(({ id, outcome }) => [id, outcome])).toEqual([
      ['kick', 'same'],
      ['kick-2', 'added'],
    ])
  })

  it('counts rows as a spreadsheet does, empty ones and those with line breaks too, and refuses cells under no column', () => {
    const { rows } = preview(
      '\n\nname,category,hazard\n"Kick","kicks","mind\nthe knee"\n,,\n\nSweep,nowhere\nRoll,falls,slow, and low\n',
    )
    expect(rows.map(({ row }) => row)).toEqual([4, 7, 8])
    expect(rows[1]?.faults[0]?.path).toBe('category')
    expect(rows[2]?.faults).toEqual([
      { path: '$', message: 'has a cell under no column: “and low”. Is a comma in a text not quoted?' },
    ])
  })

  it('refuses an id that stands twice, naming the first row', () => {
    const { rows } = preview('id,name,category,layers\nkick,A,kicks,one\nkick,B,kicks,one\n')
    expect(rows[1]?.faults).toEqual([{ path: 'id', message: '"kick" is in row 2 already' }])
  })

  it('refuses what builds on nothing there is, and a circle by its names', () => {
    const circle =
      'id,name,category,layers,prerequisites\na,A,kicks,one,b\nb,B,kicks,one,a\nc,C,kicks,one,z\n'
    const { rows } = preview(circle)
    expect(rows.map(({ faults }) => faults[0]?.message)).toEqual([
      'go in a circle: A → B → A',
      'go in a circle: A → B → A',
      '"z" is not in the library',
    ])
  })

  it('may build on an item further down the file', () => {
    expect(
      preview('id,name,category,layers,prerequisites\na,A,kicks,one,b | 1\nb,B,kicks,one,\n').counts.added,
    ).toBe(2)
  })

  it('brings links of item, version and rung, calls with their pace and substitutes back as they were', () => {
    const links = [
      { say: 'jab | cross', technique: 'jab', layer: 2, times: 2, cue: 'chin down' },
      { say: 'slip', by: 'B', side: 'none', beats: 3, oneOf: ['jab', 'kick'] },
    ]
    const rung = { does: 'd', partner: 'p', allowed: 'a', distance: 'x', solo: 's' }
    const kick = item('kick', {
      links,
      layers: [{ name: 'one' }, { name: 'two', links: [{ say: 'skip' }] }],
      ladder: [
        { title: 'still', ...rung, links, instead: [{ if: 'alone', do: 'to a mark' }] },
        { title: 'moving', ...rung },
      ],
      calls: {
        list: [{ say: 'left', answer: 'and back', technique: 'jab', layer: 2, side: 'L' }, { say: 'go' }],
        order: 'react',
        everySec: [1.5, 4],
        feints: 0.25,
        seed: 9,
      },
      instead: [{ if: 'ready', do: 'the knee only', technique: 'knee', layer: 2 }],
    })
    const read = readLibraryCsv(writeLibraryCsv([kick]), [kick])
    expect(read.ok ? read.incoming[0]?.item : read.wrong).toEqual(kick)
    const { instead: _i, ...still } = kick.ladder[0]!
    const alone = readLibraryCsv(writeLibraryCsv([kick]), [])
    expect(alone.ok ? alone.incoming[0]?.item : alone.wrong).toEqual({
      ...kick,
      ladder: [still, kick.ladder[1]],
    })
  })

  it('says what is wrong with a file that is no library', () => {
    expect(wrong('name,colour\nKick,red\n')).toMatch(
      /^There is no column "colour". The columns are: id, name, aliases/,
    )
    expect(wrong('category\nkicks\n')).toBe('A column "name" or "id" is needed to know the items by.')
    expect(LIBRARY_HEADERS).toHaveLength(38)
  })

  it('tells how far it is, row by row', () => {
    const told: number[] = []
    readLibraryCsv('name,category,layers\nA,kicks,one\nB,kicks,one\n', [], (done, of) => told.push(done / of))
    expect(told).toEqual([0.5, 1])
  })
})

describe('a syllabus as CSV', () => {
  const { ladder: striking, items, syllabus } = STARTERS[0]!.curriculum
  const read = (text: string, standing = syllabus) => {
    const result = previewSyllabusCsv(text, striking, items, standing)
    if (!result.ok) throw new Error(result.wrong)
    return result.preview
  }

  it('comes back entry for entry, and changes nothing when read again', () => {
    const text = writeSyllabusCsv(syllabus)
    expect(read(text, []).syllabus).toEqual(syllabus)
    expect(read(text).counts).toEqual({ added: 0, changed: 0, same: syllabus.length, refused: 0 })
  })

  it('knows ranks and items by name, and takes nothing away', () => {
    const { counts, syllabus: after } = read(
      'rank,item,layer,target,unit\nLEVEL 1,hook,1,"60",reps\nlevel-1,Guard step,1,10,Reps\n',
    )
    expect(counts).toMatchObject({ added: 1, changed: 1 })
    expect(after).toHaveLength(syllabus.length + 1)
    expect(after).toContainEqual({
      rank: 'level-1',
      item: 'hook',
      layer: 1,
      target: { unit: 'reps', amount: 60 },
    })
  })

  it('refuses rows with the reason, and then keeps the whole as it was', () => {
    const { rows, syllabus: after } = read(
      'rank,item,layer\nlevel-9,hook,1\nlevel-1,jump,1\nlevel-1,hook,9\nlevel-1,hook,x\nlevel-2,hook,1\nlevel-2,Hook,2\n',
    )
    expect(rows.map(({ faults }) => faults.map(({ message }) => message).join())).toEqual([
      '"level-9" is not a rank of the ladder',
      '"jump" is not in the library',
      'Hook has only 3 layers',
      'must be a whole number from 1 to 99',
      '',
      'stands in row 6 already',
    ])
    expect(after).toBeUndefined()
  })

  it('says which column is missing', () => {
    const told = previewSyllabusCsv('rank,layer\na,1\n', ladder('a'), [], [])
    expect(told).toEqual({
      ok: false,
      wrong: 'The column "item" is missing. The columns are: rank, item, layer, target, unit, asks, part.',
    })
  })
})
