import { describe, expect, it } from 'vitest'
import { dayOf } from '~/domain/wall-time'

describe('the day of a club', () => {
  it('begins at the club’s midnight, wherever the device stands', () => {
    const evening = Date.UTC(2031, 6, 1, 23, 30)
    expect(dayOf(evening, 'UTC')).toBe('2031-07-01')
    expect(dayOf(evening, 'Europe/Dublin')).toBe('2031-07-02')
    expect(dayOf(evening, 'America/Bogota')).toBe('2031-07-01')
  })
})
