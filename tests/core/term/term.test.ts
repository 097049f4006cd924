import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { spread } from '../../../core/term/spread'
import { planTerm, readTerm, type TermFile } from '../../../core/term/term'

const term = (more: Partial<TermFile> = {}): TermFile => ({
  today: '2026-11-01',
  grading: '2026-12-01',
  classes: [
    { date: '2026-11-03', minutes: 20 },
    { date: '2026-11-10', minutes: 20 },
  ],
  groups: [
    {
      id: 'green',
      items: [
        { item: 'roll', needMin: 20, mostMin: 8 },
        { item: 'throw', needMin: 10, mostMin: 8 },
      ],
    },
  ],
  ...more,
})

describe('the term', () => {
  it('says what is short and spreads the rest', () => {
    expect(planTerm(term())).toEqual({
      groups: [
        {
          id: 'green',
          needMin: 30,
          haveMin: 40,
          shortMin: 4,
          items: [
            { item: 'roll', needMin: 20, shortMin: 4 },
            { item: 'throw', needMin: 10, shortMin: 0 },
          ],
        },
      ],
      plan: [
        { date: '2026-11-03', group: 'green', item: 'roll', minutes: 8 },
        { date: '2026-11-03', group: 'green', item: 'throw', minutes: 5 },
        { date: '2026-11-10', group: 'green', item: 'roll', minutes: 8 },
        { date: '2026-11-10', group: 'green', item: 'throw', minutes: 5 },
      ],
    })
  })

  it('counts classes from today on and before the grading, and those of one day as one', () => {
    const classes = [
      { date: '2026-10-31', minutes: 60 },
      { date: '2026-11-01', minutes: 10 },
      { date: '2026-11-01', minutes: 5 },
      { date: '2026-12-01', minutes: 60 },
    ]
    const { groups, plan } = planTerm(term({ classes }))
    expect(groups[0]?.haveMin).toBe(15)
    // Of one item eight minutes a day are of use, however many classes it has.
    expect(plan.map(({ minutes }) => minutes)).toEqual([8, 7])
  })

  it('serves earlier items first where not all can be', () => {
    const items = ['a', 'b', 'c'].map((item) => ({ item, needMin: 10, mostMin: 30 }))
    const told = planTerm(
      term({ classes: [{ date: '2026-11-02', minutes: 15 }], groups: [{ id: 'g', items }] }),
    )
    expect(told.groups[0]?.items.map(({ shortMin }) => shortMin)).toEqual([0, 5, 10])
  })

  it('no classes, no groups, no items give an answer', () => {
    expect(planTerm(term({ classes: [] })).groups[0]).toMatchObject({ haveMin: 0, shortMin: 30 })
    expect(planTerm(term({ groups: [] }))).toEqual({ groups: [], plan: [] })
    expect(planTerm(term({ groups: [{ id: 'g', items: [] }] })).groups[0]?.shortMin).toBe(0)
  })

  it('faults are named: what is twice, what is no whole minute', () => {
    const twice = {
      ...term(),
      groups: [
        {
          id: 'g',
          items: [
            { item: 'a', needMin: 1 },
            { item: 'a', needMin: 2 },
          ],
        },
        { id: 'g', items: [{ item: 'a', needMin: 0.5, mostMin: 0 }] },
      ],
    }
    const read = readTerm(twice)
    expect(read.ok ? [] : read.faults.map(({ path }) => path)).toEqual([
      'groups[1].items[0].needMin',
      'groups[1].items[0].mostMin',
    ])
    twice.groups[1]!.items[0] = { item: 'a', needMin: 1 }
    const again = readTerm(twice)
    expect(again.ok ? [] : again.faults.map(({ path }) => path)).toEqual([
      'groups[0].items[1].item',
      'groups[1].id',
    ])
  })
})

/** Every way to give whole minutes, for a few of them. */
function* everyWay(items: { need: number; most: number }[], classes: number[]): Generator<number[][]> {
  const cells = items.flatMap((_, i) => classes.map((__, c) => [i, c] as const))
  const flow = items.map(() => classes.map(() => 0))
  const total = (numbers: number[]) => numbers.reduce((sum, n) => sum + n, 0)
  function* fill(at: number): Generator<number[][]> {
    const cell = cells[at]
    if (!cell) {
      yield flow.map((row) => [...row])
      return
    }
    const [i, c] = cell
    const room = Math.min(
      items[i]!.most,
      items[i]!.need - total(flow[i]!),
      classes[c]! - total(flow.map((row) => row[c]!)),
    )
    for (let n = 0; n <= room; n++) {
      flow[i]![c] = n
      yield* fill(at + 1)
    }
    flow[i]![c] = 0
  }
  yield* fill(0)
}

const small = fc.record({
  items: fc.array(fc.record({ need: fc.nat(4), most: fc.integer({ min: 1, max: 3 }) }), {
    minLength: 1,
    maxLength: 3,
  }),
  classes: fc.array(fc.nat(4), { minLength: 1, maxLength: 3 }),
})
const served = (flow: number[][]) => flow.map((row) => row.reduce((sum, n) => sum + n, 0))
const squares = (flow: number[][]) => flow.flat().reduce((sum, n) => sum + n * n, 0)

describe('for any items and classes', () => {
  it('serves the most there can be, earlier items first, with the least sum of squares: against every other way', () => {
    fc.assert(
      fc.property(small, ({ items, classes }) => {
        const got = spread(
          items.map(({ need, most }) => ({ need, most: classes.map(() => most) })),
          classes,
        )
        const mine = served(got)
        const sum = (numbers: number[]) => numbers.reduce((total, n) => total + n, 0)
        let [best, least] = [[] as number[], Infinity]
        for (const way of everyWay(items, classes)) {
          const theirs = served(way)
          const firstOther = theirs.findIndex((n, i) => n !== (best[i] ?? -1))
          const isMore =
            sum(theirs) > sum(best) ||
            (sum(theirs) === sum(best) && firstOther >= 0 && theirs[firstOther]! > (best[firstOther] ?? -1))
          if (best.length === 0 || isMore) {
            best = theirs
            least = squares(way)
          } else if (firstOther < 0) least = Math.min(least, squares(way))
        }
        expect(mine).toEqual(best)
        expect(squares(got)).toBe(least)
        got.forEach((row, i) => row.forEach((n) => expect(n).toBeLessThanOrEqual(items[i]!.most)))
        classes.forEach((minutes, c) => expect(sum(got.map((row) => row[c]!))).toBeLessThanOrEqual(minutes))
      }),
      { numRuns: 150 },
    )
  })

  it('a long term of many items is spread without a hitch', () => {
    const items = Array.from({ length: 40 }, (_, i) => ({ need: 20 + (i % 30), most: 8 }))
    const classes = Array.from({ length: 40 }, () => 30)
    const got = spread(
      items.map(({ need, most }) => ({ need, most: classes.map(() => most) })),
      classes,
    )
    expect(got.flat().reduce((sum, n) => sum + n, 0)).toBe(1200)
  })
})
