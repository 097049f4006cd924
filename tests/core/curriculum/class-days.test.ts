import { describe, expect, it } from 'vitest'
import { nextClassDay, usualTimes } from '../../../core/curriculum/class-days'

const club = {
  startTime: '18:30',
  lengthMin: 60,
  classDays: [
    { day: 'tuesday' as const, start: '19:45', lengthMin: 45 },
    { day: 'tuesday' as const, start: '18:00', lengthMin: 90 },
    { day: 'saturday' as const, start: '10:00', lengthMin: 120 },
  ],
}
const TUESDAY = '2026-11-24'

describe('when a class usually is', () => {
  it('is what its day of the week has, the first hour that is not taken', () => {
    expect(usualTimes(club, TUESDAY)).toEqual({ startTime: '18:00', lengthMin: 90 })
    expect(usualTimes(club, TUESDAY, ['18:00'])).toEqual({ startTime: '19:45', lengthMin: 45 })
    expect(usualTimes(club, TUESDAY, ['18:00', '19:45'])).toEqual({ startTime: '18:00', lengthMin: 90 })
    expect(usualTimes(club, '2026-11-28')).toEqual({ startTime: '10:00', lengthMin: 120 })
  })

  it('is the club’s own on a day without a class', () => {
    expect(usualTimes(club, '2026-11-26')).toEqual({ startTime: '18:30', lengthMin: 60 })
    expect(usualTimes({ ...club, classDays: [] }, TUESDAY)).toEqual({ startTime: '18:30', lengthMin: 60 })
  })

  it('comes next on the next class day, today included, over the end of the year', () => {
    expect(nextClassDay(club, TUESDAY)).toBe(TUESDAY)
    expect(nextClassDay(club, '2026-11-25')).toBe('2026-11-28')
    expect(nextClassDay(club, '2026-12-27')).toBe('2026-12-29')
    expect(nextClassDay(club, '2026-12-30')).toBe('2027-01-02')
    expect(nextClassDay({ classDays: [] }, TUESDAY)).toBe(TUESDAY)
  })
})
