import { describe, expect, it } from 'vitest'
import { longestWithout, standingOf, writeMatrixCsv, type Cell } from '../../../core/people/matrix'

const TODAY = '2026-03-31'
const cell = (last: string | null, days: number, more: Partial<Cell> = {}): Cell => ({
  days,
  last,
  layer: 1,
  repsL: 10,
  repsR: 12,
  repsN: 0,
  received: 3,
  workMs: 90_000,
  mark: null,
  ...more,
})

describe('how a student stands to an item', () => {
  it.each([
    ['never, not asked', undefined, false, 'never'],
    ['never, asked', undefined, true, 'wanted'],
    ['only marked', cell(null, 0, { mark: 'sound' }), true, 'wanted'],
    // One day of practice comes due after three.
    ['yesterday', cell('2026-03-30', 1), true, 'fresh'],
    ['two days ago', cell('2026-03-29', 1), true, 'fading'],
    ['three days ago', cell('2026-03-28', 1), true, 'due'],
    ['six days ago', cell('2026-03-25', 1), true, 'overdue'],
    ['three days ago, on many days', cell('2026-03-28', 6), true, 'fresh'],
    ['two days ago, not yet', cell('2026-03-29', 1, { mark: 'not yet' }), true, 'due'],
  ] as const)('%s', (_what, had, isAsked, want) => expect(standingOf(had, isAsked, TODAY)).toBe(want))
})

describe('who has gone longest without', () => {
  it('those who never had it, then by the day, then by name', () => {
    const had = new Map([
      ['a', cell('2026-03-01', 1)],
      ['b', cell('2026-02-01', 1)],
      ['d', cell('2026-02-01', 1)],
    ])
    const students = ['a', 'd', 'c', 'b'].map((id) => ({ id, name: id }))
    expect(longestWithout(students, (id) => had.get(id)).map(({ id }) => id)).toEqual(['c', 'b', 'd', 'a'])
  })
})

describe('the matrix as a file', () => {
  it('has a row a student and item, minutes to one decimal', () => {
    const text = writeMatrixCsv([
      {
        studentId: 'a1',
        student: '=Ada',
        rank: 'Teal',
        item: 'Hip throw, low',
        ...cell('2026-03-30', 2, { mark: 'sharp' }),
      },
    ])
    expect(text.split('\r\n')).toEqual([
      'student id,student,rank,item,days,last,layer,left,right,no side,received,minutes,mark',
      `a1,"'=Ada",Teal,"Hip throw, low",2,2026-03-30,1,10,12,0,3,1.5,sharp`,
      '',
    ])
  })
})
