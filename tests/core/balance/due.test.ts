import { describe, expect, it } from 'vitest'
import { dueInterval, dueLists, dueOf, groupDue, readLedger } from '../../../core/balance/due'

describe('what is due', () => {
  it('the interval grows with the days of practice: 3, 5.4, 9.72, and never over 45', () => {
    expect([1, 2, 3].map((n) => dueInterval(n))).toEqual([3, 5.4, expect.closeTo(9.72, 10)])
    expect(dueInterval(9)).toBe(45)
  })

  it('and follows the latest mark', () => {
    expect(dueInterval(1, 'not yet')).toBeCloseTo(1.2)
    expect(dueInterval(1, 'shaky')).toBeCloseTo(1.8)
    expect(dueInterval(9, 'sharp')).toBeCloseTo(67.5)
  })

  it('due is the days since by the interval; 6 days after one day of practice it is 2', () => {
    expect(dueOf({ days: 1, last: '2026-11-19' }, '2026-11-25')).toBe(2)
    expect(dueOf(undefined, '2026-11-25')).toBe(2)
  })

  it('a group’s mean counts nobody for more than 3', () => {
    expect(groupDue([1, 5])).toBe(2)
  })

  it('the same day named twice counts once, and lists are most due first, then by item', () => {
    const read = readLedger({
      today: '2026-11-25',
      students: [
        {
          id: 'ada',
          group: 'teal',
          rows: [
            { item: 'kick', days: ['2026-11-22', '2026-11-22'] },
            { item: 'block', days: [] },
          ],
          required: ['throw', 'kick'],
        },
      ],
    })
    expect(read.ok && dueLists(read.ledger)).toEqual({
      students: [
        {
          id: 'ada',
          due: [
            { item: 'block', due: 2 },
            { item: 'throw', due: 2 },
            { item: 'kick', due: 1 },
          ],
        },
      ],
      groups: [
        {
          group: 'teal',
          due: [
            { item: 'block', due: 2 },
            { item: 'throw', due: 2 },
            { item: 'kick', due: 1 },
          ],
        },
      ],
    })
  })

  it('a day after today, a student or an item told twice are faults with their paths', () => {
    const student = (id: string) => ({
      id,
      group: 'g',
      rows: [
        { item: 'a', days: ['2026-11-26'] },
        { item: 'a', days: [] },
      ],
      required: [],
    })
    const read = readLedger({ today: '2026-11-25', students: [student('x'), student('x')] })
    expect(read.ok ? [] : read.faults.map(({ path }) => path)).toEqual([
      'students[0].rows[0].days[0]',
      'students[0].rows[1].item',
      'students[1].id',
      'students[1].rows[0].days[0]',
      'students[1].rows[1].item',
    ])
  })
})
