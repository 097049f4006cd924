import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { clockAt, counted, longTime, minutes, shortTime } from '../../../core/kernel/time-text'
import { scaleMs, toMs, toSec } from '../../../core/kernel/units'

describe('seconds and milliseconds', () => {
  it('every time with three decimals goes to ms and back unchanged', () => {
    fc.assert(
      fc.property(fc.nat(10_000_000), (ms) => {
        expect(toMs(toSec(ms))).toBe(ms)
      }),
    )
  })

  it.each([
    [5, 1.1, 6], // 5.5, up
    [15, 0.7, 11], // 10.5, up although 15 × 0.7 is 10.499… in binary
    [1000, 1.3337, 1334], // 1333.7
    [30_500, 1.3337, 40_678],
    [3, 0.5, 2], // 1.5, up
    [7, 1, 7],
    [0, 1.2, 0],
    [100, 1.00000049, 100],
    [123_456, 0.1234567891234, 15_241], // more digits than a million
    [1, 1e-7, 0],
  ])('%i ms × %f is %i ms, halves up', (ms, factor, wanted) => {
    expect(scaleMs(ms, factor)).toBe(wanted)
  })

  it('scaling agrees with the fraction its decimal digits stand for', () => {
    fc.assert(
      fc.property(fc.nat(1_000_000), fc.integer({ min: 1, max: 200_000 }), (ms, hundredThousandths) => {
        const exact = (2n * BigInt(ms) * BigInt(hundredThousandths) + 100_000n) / 200_000n
        expect(scaleMs(ms, hundredThousandths / 100_000)).toBe(Number(exact))
      }),
    )
  })
})

describe('times in words', () => {
  it.each([
    [59_000, '0:59'],
    [3_599_000, '59:59'],
    [3_600_000, '1 h 00 min'],
    [78_454_000, '21 h 48 min'],
  ])('%i ms over many classes are %s', (ms, said) => expect(longTime(ms)).toBe(said))

  it.each([
    [0, '0:00'],
    [59_499, '0:59'],
    [59_500, '1:00'],
    [215_000, '3:35'],
    [4_643_000, '77:23'],
    [-257_000, '−4:17'],
    [-100, '0:00'],
  ])('%i ms is %s', (ms, text) => {
    expect(minutes(ms)).toBe(text)
  })

  it.each([
    [1500, '1.5 s'],
    [40_000, '40 s'],
    [60_000, '1:00'],
    [0, '0 s'],
  ])('%i ms is short %s', (ms, text) => {
    expect(shortTime(ms)).toBe(text)
  })

  it.each([
    ['18:30', 0, '18:30:00'],
    ['18:30', 4_643_000, '19:47:23'],
    ['23:50', 900_000, '00:05:00'],
  ])('a class that starts at %s is after %i ms at %s', (start, ms, clock) => {
    expect(clockAt(start, ms).join('')).toBe(clock)
  })

  it('counts one and many', () => {
    expect([counted(1, 'set'), counted(3, 'set'), counted(2, 'lap', 'laps')]).toEqual([
      '1 set',
      '3 sets',
      '2 laps',
    ])
  })
})
