import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { common, lengthOf, merged, without } from '../../../core/people/intervals'

const interval = fc.tuple(fc.nat(1000), fc.nat(1000))
const holds = (list: readonly (readonly [number, number])[], time: number) =>
  list.some(([from, to]) => time >= from && time < to)

describe('intervals', () => {
  it('merge what touches or overlaps, in order, and drop what is empty', () => {
    expect(
      merged([
        [5, 9],
        [1, 3],
        [3, 4],
        [8, 12],
        [20, 20],
        [30, 25],
      ]),
    ).toEqual([
      [1, 4],
      [5, 12],
    ])
  })

  it('take holes out of a stretch', () => {
    expect(
      without(0, 10, [
        [2, 3],
        [3, 5],
        [9, 20],
      ]),
    ).toEqual([
      [0, 2],
      [5, 9],
    ])
    expect(without(0, 10, [])).toEqual([[0, 10]])
    expect(without(0, 10, [[-5, 50]])).toEqual([])
    expect(without(10, 10, [])).toEqual([])
  })

  it('have in common what is in both', () => {
    expect(
      common(
        [
          [0, 5],
          [8, 12],
        ],
        [[3, 9]],
      ),
    ).toEqual([
      [3, 5],
      [8, 9],
    ])
  })

  it('for any holes, a moment is left exactly when no hole holds it', () => {
    fc.assert(
      fc.property(fc.array(interval, { maxLength: 6 }), fc.nat(1000), (holes, time) => {
        expect(holds(without(0, 1000, holes), time)).toBe(time < 1000 && !holds(holes, time))
      }),
    )
  })

  it('what is left and what was taken out make up the whole', () => {
    fc.assert(
      fc.property(fc.array(interval, { maxLength: 6 }), (holes) => {
        const taken = lengthOf(common(merged(holes), [[0, 1000]]))
        expect(lengthOf(without(0, 1000, holes)) + taken).toBe(1000)
      }),
    )
  })
})
