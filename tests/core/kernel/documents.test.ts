import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { equalDocuments, mergeDocuments, mergeOrder } from '../../../core/kernel/merge-documents'
import { readTable, writeTable } from '../../../core/kernel/csv-cells'

describe('two changed documents put together', () => {
  const base = { name: 'Kick', points: ['look'], figures: { a: 1, b: 1 }, faults: [{ id: 'x', says: 'one' }] }

  it('changes to different fields, however deep, are both kept', () => {
    const mine = { ...base, name: 'Front kick', figures: { a: 2, b: 1 } }
    const theirs = { ...base, points: ['look', 'breathe'], figures: { a: 1, b: 3 } }
    expect(mergeDocuments(base, mine, theirs)).toEqual({
      merged: { ...base, name: 'Front kick', points: ['look', 'breathe'], figures: { a: 2, b: 3 } },
    })
  })

  it('entries that have a name are put together one by one', () => {
    const mine = { ...base, faults: [{ id: 'x', says: 'mine' }] }
    const theirs = { ...base, faults: [...base.faults, { id: 'y', says: 'theirs' }] }
    expect(mergeDocuments(base, mine, theirs)).toEqual({
      merged: {
        ...base,
        faults: [
          { id: 'x', says: 'mine' },
          { id: 'y', says: 'theirs' },
        ],
      },
    })
  })

  it('a syllabus is a list of ranks and items', () => {
    const entry = (rank: string, item: string, layer = 1) => ({ rank, item, layer })
    const was = [entry('white', 'kick'), entry('green', 'kick', 2)]
    expect(
      mergeDocuments(was, [entry('white', 'kick', 3), was[1]!], [...was, entry('green', 'throw')]),
    ).toEqual({
      merged: [entry('white', 'kick', 3), was[1], entry('green', 'throw')],
    })
  })

  it('one field changed in two ways is a clash at its path, unless one is preferred', () => {
    const mine = { ...base, figures: { a: 2, b: 1 } }
    const theirs = { ...base, name: 'Other', figures: { a: 3, b: 1 } }
    expect(mergeDocuments(base, mine, theirs)).toEqual({ clashes: ['figures.a'] })
    expect(mergeDocuments(base, mine, theirs, 'mine')).toEqual({
      merged: { ...base, name: 'Other', figures: { a: 2, b: 1 } },
    })
    expect(mergeDocuments(base, mine, theirs, 'theirs')).toEqual({ merged: theirs })
  })

  it('what one took out and the other left alone is gone; what the other changed is asked about', () => {
    const without = { ...base, faults: [] }
    expect(mergeDocuments(base, without, base)).toEqual({ merged: without })
    expect(mergeDocuments(base, without, { ...base, faults: [{ id: 'x', says: 'changed' }] })).toEqual({
      clashes: ['faults.x'],
    })
  })

  it('nothing changed by one leaves the other’s document (random documents)', () => {
    const doc = fc.dictionary(
      fc.constantFrom('a', 'b', 'c'),
      fc.oneof(fc.integer(), fc.array(fc.integer(), { maxLength: 3 })),
    )
    fc.assert(
      fc.property(doc, doc, (was, mine) => {
        for (const outcome of [mergeDocuments(was, mine, was), mergeDocuments(was, was, mine)])
          expect('merged' in outcome && equalDocuments(outcome.merged, mine)).toBe(true)
      }),
    )
  })
})

describe('two changed orders', () => {
  const order = (base: string, mine: string, theirs: string) =>
    mergeOrder([...base], [...mine], [...theirs])?.join('')

  it('both moves are made when they are of different things', () => {
    expect(order('abcdef', 'bacdef', 'abcdfe')).toBe('bacdfe')
    expect(order('abcdef', 'fabcde', 'abdcef')).toBe('fabdce')
  })

  it('the same thing moved to two places is undecided', () => {
    expect(order('abcd', 'dabc', 'adbc')).toBeUndefined()
    expect(mergeOrder([...'abcd'], [...'dabc'], [...'adbc'], 'mine')?.join('')).toBe('dabc')
  })

  it('the same move by both is one', () => {
    expect(order('abc', 'cab', 'cab')).toBe('cab')
  })

  it('loses and doubles nothing (random moves)', () => {
    const ids = [...'abcdefgh']
    const shuffled = fc.shuffledSubarray(ids, { minLength: ids.length })
    fc.assert(
      fc.property(shuffled, shuffled, (mine, theirs) => {
        const merged = mergeOrder(ids, mine, theirs)
        if (merged) expect([...merged].sort()).toEqual(ids)
      }),
    )
  })
})

describe('cells that a spreadsheet would run', () => {
  const back = (cell: string) => {
    const table = readTable(writeTable(['a', 'b'], [[cell, 'x']]))
    return 'wrong' in table ? table.wrong : table.rows[0]?.cells.a
  }
  it.each(['=1+1', '+1+1', '-1+1', '@SUM(1)', "'=1", "''=1", '=cmd|x', '=1\n2'])(
    '%j goes out harmless and comes back',
    (cell) => {
      expect(writeTable(['a'], [[cell]]).split('\r\n')[1]).not.toMatch(/^"?[=+\-@]/)
      expect(back(cell)).toBe(cell)
    },
  )
  it.each(['-5', '-2.5', '- look', 'it’s', "'quoted'", 'a=b'])(
    '%j is no formula, or comes back all the same',
    (cell) => {
      expect(back(cell)).toBe(cell)
    },
  )
})
