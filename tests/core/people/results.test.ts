import { describe, expect, it } from 'vitest'
import { figuresAt, figureSaid, turnsOf, winnerOf, type Ask, type Result } from '../../../core/people/results'
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
    expect(figuresAt(all, 'bursts', { figure: 'reps' })).toEqual(
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
    expect(figuresAt(all, 'bursts', { figure: 'reps' }).get(id(901))).toBe(20)
  })

  it('are said with their tries and what they count', () => {
    expect(figureSaid(7, { figure: 'scored', of: 10 })).toBe('7 of 10 scored')
    expect(figureSaid(23, { figure: 'chain' })).toBe('23 in a row')
  })
})

describe('figures of several turns', () => {
  const ofTurn = (n: number, student: number, turn: number, figure: number): Result => ({
    ...entered(n, student, figure),
    turn,
  })
  const all = [ofTurn(1, 901, 1, 7), ofTurn(2, 901, 2, 9), ofTurn(3, 901, 3, 4), ofTurn(4, 901, 2, 8)]
  const of = (ask: Ask, turn?: number) => figuresAt(all, 'bursts', ask, turn).get(id(901))

  it('are added, or the best stands, as the board asks; a later one of the same turn stands over it', () => {
    expect(of({ figure: 'scored', of: 10, turns: 3 })).toBe(19)
    expect(of({ figure: 'scored', of: 10, turns: 3, sum: 'best' })).toBe(8)
    expect(of({ figure: 'chain', turns: 3 })).toBe(8)
    expect(of({ figure: 'chain', turns: 3, sum: 'total' })).toBe(19)
    expect(of({ figure: 'reps', turns: 3 }, 2)).toBe(8)
    expect(of({ figure: 'reps', turns: 4 }, 4)).toBeUndefined()
  })
  it('are said with their turns and with how much harder it was made', () => {
    expect(figureSaid(19, { figure: 'scored', of: 10, turns: 3 })).toBe('19 of 30 scored in 3 turns')
    expect(figureSaid(8, { figure: 'scored', of: 10, turns: 3, sum: 'best' })).toBe(
      '8 of 10 scored, best of 3 turns',
    )
    expect(figureSaid(7, { figure: 'scored', of: 10 }, 2)).toBe('7 of 10 scored, 2 further')
    expect(figureSaid(7, { figure: 'scored', of: 10 }, -1)).toBe('7 of 10 scored, 1 nearer')
    expect(figureSaid(2, { figure: 'won', of: 3 })).toBe('2 of 3 won')
  })
  it('of bouts, whoever has more than half of them has won; not before', () => {
    const won = (...bouts: [number, number][]) =>
      bouts.flatMap(([ada, ben], n) => [
        ofTurn(2 * n + 1, 901, n + 1, ada),
        ofTurn(2 * n + 2, 902, n + 1, ben),
      ])
    const ask: Ask = { figure: 'won', of: 5 }
    const winner = (...bouts: [number, number][]) =>
      winnerOf([id(901), id(902)], figuresAt(won(...bouts), 'bursts', ask), ask)
    expect(turnsOf(ask)).toBe(5)
    expect(winner([1, 0], [1, 0])).toBeUndefined()
    expect(winner([1, 0], [0, 1], [1, 0], [1, 0])).toBe(id(901))
    expect(winner([0, 1], [0, 1], [0, 1])).toBe(id(902))
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
