import { describe, expect, it } from 'vitest'
import { figuresAt, figureSaid, type Result } from '../../../core/people/results'
import { weekOf } from '../../../core/kernel/days'
import { byWeek } from '../../../core/people/weeks'

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const entered = (n: number, student: number, figure: number, board = 'bursts'): Result => ({
  id: id(n),
  kind: 'figure',
  at: n,
  board,
  student: id(student),
  figure,
  ask: { figure: 'reps' },
})

describe('figures of a drill', () => {
  it('stand as entered last, by board and student', () => {
    const all = [entered(1, 901, 20), entered(2, 901, 23), entered(3, 902, 0), entered(4, 901, 9, 'other')]
    expect(figuresAt(all, 'bursts')).toEqual(
      new Map([
        [id(901), 23],
        [id(902), 0],
      ]),
    )
  })

  it('go back to the one before when the last is taken back', () => {
    const all: Result[] = [
      entered(1, 901, 20),
      entered(2, 901, 23),
      { id: id(3), kind: 'undo', at: 3, undoes: id(2) },
    ]
    expect(figuresAt(all, 'bursts').get(id(901))).toBe(20)
  })

  it('are said with their tries and what they count', () => {
    expect(figureSaid(7, { figure: 'scored', of: 10 })).toBe('7 of 10 scored')
    expect(figureSaid(23, { figure: 'chain' })).toBe('23 in a row')
  })
})

describe('weeks', () => {
  it('begin on Mondays, over the ends of months and years', () => {
    expect(weekOf('2026-11-26')).toBe('2026-11-23')
    expect(weekOf('2026-11-23')).toBe('2026-11-23')
    expect(weekOf('2026-11-29')).toBe('2026-11-23')
    expect(weekOf('2027-01-01')).toBe('2026-12-28')
  })

  it('hold the sums of their days, the empty ones too, up to today and no more than asked', () => {
    const days = [
      { day: '2026-11-02', workMs: 5 },
      { day: '2026-11-04', workMs: 7 },
      { day: '2026-11-18', workMs: 1 },
    ]
    expect(byWeek(days, '2026-11-26', 52).map(({ workMs }) => workMs)).toEqual([12, 0, 1, 0])
    expect(byWeek(days, '2026-11-26', 2).map(({ week }) => week)).toEqual(['2026-11-16', '2026-11-23'])
    expect(byWeek([], '2026-11-26', 52)).toEqual([])
  })
})
