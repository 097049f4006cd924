import { describe, expect, it } from 'vitest'
import { fullestFillings } from '../../../core/draft/rows/fillings'
import { chanceOf } from '../../../core/kernel/chance'

/** Every way to take one amount each within what there is, by trying them all. */
function allFillings(amounts: readonly (readonly number[])[], most: number): number[][] {
  const ways = amounts.reduce<number[][]>(
    (sum, of) => sum.flatMap((way) => of.map((_, n) => [...way, n])),
    [[]],
  )
  return ways.filter((way) => way.reduce((sum, n, g) => sum + (amounts[g]?.[n] ?? 0), 0) <= most)
}
const isBelow = (one: readonly number[], other: readonly number[]) =>
  one.every((n, g) => n <= (other[g] ?? 0))

describe('the ways to fill a board', () => {
  it('are those in which nobody could take the next amount', () => {
    // 16 and 24 for the one, 12 and 20 for the other, on 36 m²: either may have more, not both.
    expect(
      fullestFillings(
        [
          [16, 24],
          [12, 20],
        ],
        36,
        10,
      ),
    ).toEqual([
      [0, 1],
      [1, 0],
    ])
  })

  it('hold every way there is, and none that does not fit', () => {
    const chance = chanceOf(5)
    let scarce = 0
    for (let n = 0; n < 200; n++) {
      const amounts = Array.from({ length: 1 + Math.floor(chance() * 4) }, () =>
        [
          ...new Set(Array.from({ length: 1 + Math.floor(chance() * 4) }, () => Math.floor(chance() * 40))),
        ].sort((a, b) => a - b),
      )
      const most = Math.floor(chance() * 90)
      const fullest = fullestFillings(amounts, most, 1000)
      const all = allFillings(amounts, most)
      expect(fullest).toBeDefined()
      expect(all.every((way) => fullest?.some((full) => isBelow(way, full)))).toBe(true)
      for (const full of fullest ?? []) {
        expect(all).toContainEqual(full)
        expect(all.filter((way) => isBelow(full, way))).toEqual([full])
      }
      if (all.length < amounts.reduce((times, of) => times * of.length, 1)) scarce++
    }
    expect(scarce).toBeGreaterThan(50)
  })

  it('are none where the least is too much, and not told where there are too many', () => {
    expect(fullestFillings([[10], [10]], 19, 10)).toEqual([])
    const many = Array.from({ length: 6 }, () => [0, 1, 2, 3, 4, 5, 6, 7])
    expect(fullestFillings(many, 20, 50)).toBeUndefined()
    expect(fullestFillings(many, 20, 100_000)?.length).toBeGreaterThan(50)
  })
})
