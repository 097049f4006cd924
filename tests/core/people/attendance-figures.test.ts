import { describe, expect, it } from 'vitest'
import { attendanceFigures, weeksUnder, type Stood } from '../../../core/people/attendance-figures'

/** Classes on Mondays and Wednesdays from 2 March 2026, a letter each: there, home, excused, away. */
function classes(letters: string) {
  const STOOD: Record<string, Stood> = { t: 'there', h: 'home', e: 'excused', a: 'away' }
  return [...letters].map((letter, n) => {
    const date = 2 + Math.floor(n / 2) * 7 + (n % 2) * 2
    return { day: `2026-03-${String(date).padStart(2, '0')}`, stood: STOOD[letter] ?? 'away' }
  })
}

describe('how somebody comes to class', () => {
  it('rate without the excused, streak over them, the longest there was', () => {
    const figures = attendanceFigures(classes('ttateth'), '2026-03-24')
    expect(figures).toMatchObject({
      held: 7,
      there: 4,
      home: 1,
      excused: 1,
      streak: 3,
      longest: 3,
      lastThere: '2026-03-23',
    })
    expect(figures.rate).toBeCloseTo(5 / 6)
  })

  it('by weekday and by week, the week of today last', () => {
    const { byWeekday, weeks } = attendanceFigures(classes('tatata'), '2026-03-22')
    expect(byWeekday).toEqual([
      { weekday: 'monday', held: 3, there: 3 },
      { weekday: 'wednesday', held: 3, there: 0 },
    ])
    expect(weeks).toHaveLength(8)
    expect(weeks.slice(-4)).toEqual([
      { monday: '2026-02-23', held: 0, there: 0 },
      { monday: '2026-03-02', held: 2, there: 1 },
      { monday: '2026-03-09', held: 2, there: 1 },
      { monday: '2026-03-16', held: 2, there: 1 },
    ])
  })

  it('nobody has a rate without a class', () => {
    expect(attendanceFigures([], '2026-03-22')).toMatchObject({
      held: 0,
      rate: undefined,
      streak: 0,
      lastThere: undefined,
    })
    expect(attendanceFigures(classes('ee'), '2026-03-22').rate).toBeUndefined()
  })

  it('weeks under a minimum are whole weeks in which so many classes were held', () => {
    const figures = attendanceFigures(classes('tatataaa'), '2026-03-30')
    expect(weeksUnder(figures, 0)).toBe(0)
    expect(weeksUnder(figures, 1)).toBe(1)
    expect(weeksUnder(figures, 2)).toBe(4)
    expect(weeksUnder(figures, 3)).toBe(0)
  })
})
