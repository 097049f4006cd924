import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bestGroups } from '../../../core/partners/best-groups'
import { heaviestMatching } from '../../../core/partners/matching'
import { pairStudents, pairsWithin } from '../../../core/partners/pairing'
import { readRoster, type RosterFile } from '../../../core/partners/roster-file'
import { planRounds } from '../../../core/partners/rounds'

type Cost = (a: number, b: number) => number | undefined

/** Every way to group them, by force: the fewest left out, then the least cost. */
function byForce(n: number, costOf: Cost): { left: number; cost: number } {
  let best = { left: n + 1, cost: Infinity }
  const go = (free: number[], left: number, cost: number, hasThree: boolean) => {
    const [a, ...others] = free
    if (a === undefined) {
      if (((n - left) % 2 === 1) !== hasThree) return
      if (left < best.left || (left === best.left && cost < best.cost)) best = { left, cost }
      return
    }
    go(others, left + 1, cost, hasThree)
    for (const b of others) {
      const pair = costOf(a, b)
      if (pair === undefined) continue
      const rest = others.filter((one) => one !== b)
      go(rest, left, cost + pair, hasThree)
      if (hasThree) continue
      for (const c of rest.filter((one) => one > b)) {
        const [ac, bc] = [costOf(a, c), costOf(b, c)]
        if (ac === undefined || bc === undefined) continue
        go(
          rest.filter((one) => one !== c),
          left,
          cost + pair + ac + bc,
          true,
        )
      }
    }
  }
  go([...Array(n).keys()], 0, 0, false)
  return best
}

/** A hall with some pairs forbidden: how many, and what each pair costs. */
const hall = (most: number) =>
  fc
    .tuple(fc.integer({ min: 0, max: most }), fc.infiniteStream(fc.option(fc.integer({ min: -20, max: 99 }))))
    .map(([n, stream]) => {
      const costs = new Map<string, number>()
      for (let a = 0; a < n; a++)
        for (let b = a + 1; b < n; b++) {
          const cost = stream.next().value
          if (typeof cost === 'number') costs.set(`${a} ${b}`, cost)
        }
      return { n, costOf: ((a, b) => costs.get(a < b ? `${a} ${b}` : `${b} ${a}`)) as Cost }
    })

describe('the cheapest groups', () => {
  it('leave out the fewest and cost the least there is, with one three for an odd number', () => {
    fc.assert(
      fc.property(hall(9), ({ n, costOf }) => {
        const found = bestGroups(n, costOf)
        expect({ left: found.left.length, cost: found.cost }).toEqual(
          n === 0 ? { left: 0, cost: 0 } : byForce(n, costOf),
        )
        expect([...found.groups.flat(), ...found.left].sort((a, b) => a - b)).toEqual([...Array(n).keys()])
        expect(found.groups.filter((group) => group.length === 3)).toHaveLength((n - found.left.length) % 2)
        for (const [a, b] of found.groups.flatMap(pairsWithin)) expect(costOf(a, b)).toBeDefined()
      }),
      { numRuns: 250 },
    )
  })

  it('are proved by duals: no matching with a pair, and one left out, weighs more than they allow', () => {
    fc.assert(
      fc.property(hall(8), ({ n, costOf }) => {
        const weights = new Float64Array(n * n)
        for (let a = 0; a < n; a++)
          for (let b = 0; b < n; b++) {
            const cost = a === b ? undefined : costOf(a, b)
            weights[a * n + b] = cost === undefined ? 0 : 1000 - cost
          }
        const matching = heaviestMatching(n, weights)
        for (let a = 0; a < n; a++)
          for (let b = a + 1; b < n; b++) {
            if (weights[a * n + b] === 0) continue
            const held = weights.slice()
            for (const gone of [a, b])
              for (let other = 0; other < n; other++) held[gone * n + other] = held[other * n + gone] = 0
            const most = heaviestMatching(n, held).weight + (weights[a * n + b] ?? 0)
            expect(most).toBeLessThanOrEqual(matching.weight - matching.doubleSlack(a, b) / 2)
          }
      }),
      { numRuns: 60 },
    )
  })
})

type Student = Partial<RosterFile['students'][number]> & { id: string }
function roster(students: Student[], rules: Record<string, unknown> = {}): RosterFile {
  const read = readRoster({
    date: '2026-03-02',
    school: 'like',
    contact: false,
    students: students.map((student) => ({ rank: 0, ...student })),
    ...rules,
  })
  if (!read.ok) throw new Error(JSON.stringify(read.faults))
  return read.roster
}
const ids = (n: number, first = 0): Student[] =>
  Array.from({ length: n }, (_, i) => ({ id: `s${String(first + i).padStart(2, '0')}`, rank: (i * 7) % 5 }))

describe('rules and costs', () => {
  it('a rank costs 6 of the like; a mentor’s junior costs what is short of the gap', () => {
    const two = [
      { id: 'a', rank: 1 },
      { id: 'b', rank: 4 },
    ]
    expect(pairStudents(roster(two)).cost).toBe(18)
    expect(pairStudents(roster(two, { school: 'mentor' })).cost).toBe(0)
    expect(pairStudents(roster(two, { school: 'mentor', gap: 5 })).cost).toBe(12)
  })

  it('mass, height, years of the young, repetition and together are added up', () => {
    const pair = [
      { id: 'a', massKg: 40, heightCm: 150, age: 12 },
      { id: 'b', massKg: 50, heightCm: 160, age: 16, together: ['a'] },
    ]
    expect(pairStudents(roster(pair, { recent: [['b', 'a', 2]] })).cost).toBe(10 + 3 + 4 + 30 - 20)
  })

  it('years count while the younger is under sixteen, and no longer at sixteen', () => {
    const ages = (a: number, b: number) =>
      pairStudents(
        roster([
          { id: 'a', age: a },
          { id: 'b', age: b },
        ]),
      ).cost
    expect([ages(16, 20), ages(16, 40)]).toEqual([0, 0])
    expect(ages(15, 20)).toBeGreaterThan(0)
  })

  it('contact forbids unlike masses exactly at the ratio, and minors with adults unless they may', () => {
    const left = (a: object, b: object) =>
      pairStudents(
        roster(
          [
            { id: 'a', ...a },
            { id: 'b', ...b },
          ],
          { contact: true },
        ),
      ).left
    expect(left({ massKg: 45 }, { massKg: 58.5 })).toEqual([])
    expect(left({ massKg: 45 }, { massKg: 58.6 })[0]?.why).toMatch(/^mass: .* 1 of 1$/)
    expect(left({ age: 17 }, { age: 18 })[0]?.why).toMatch(/^age: /)
    expect(left({ age: 17, mayPartnerAdults: true }, { age: 18 })).toEqual([])
    expect(left({ age: 17 }, { age: 18, mayPartnerAdults: true })).toHaveLength(2)
    expect(left({ age: 17 }, {})).toEqual([])
  })

  it('one alone is left out, and nobody is a class of nobody', () => {
    expect(pairStudents(roster(ids(1)))).toEqual({
      groups: [],
      cost: 0,
      left: [{ id: 's00', why: 'nobody else is here' }],
    })
    expect(pairStudents(roster([]))).toEqual({ groups: [], cost: 0, left: [] })
  })

  it('the order in which students stand changes nothing', () => {
    const file = roster(ids(11))
    expect(pairStudents({ ...file, students: [...file.students].reverse() })).toEqual(pairStudents(file))
  })

  it('what is wrong with a roster is told by its path', () => {
    const read = readRoster({
      date: '2026-02-30',
      school: 'both',
      contact: false,
      students: [
        { id: 'a', rank: 0, apart: ['a'] },
        { id: 'a', rank: -1 },
      ],
    })
    expect(read.ok ? [] : read.faults.map(({ path }) => path)).toEqual(['date', 'school', 'students[1].rank'])
    const twice = readRoster({
      date: '2026-02-03',
      school: 'like',
      contact: false,
      students: [
        { id: 'a', rank: 0, apart: ['a'] },
        { id: 'a', rank: 1 },
      ],
      recent: [['a', 'a', 1]],
    })
    expect(twice.ok ? [] : twice.faults.map(({ path }) => path)).toEqual([
      'students[1].id',
      'students[0].apart',
      'recent[0][1]',
    ])
  })
})

describe('what the instructor wishes', () => {
  it('pins stand, also as a part of the three, and an unlawful one does not', () => {
    const seven = roster([...ids(6), { id: 'zz', rank: 0, apart: ['s00'] }])
    const pinned = pairStudents(seven, { pins: [['s00', 's04']] })
    expect(pinned.groups.some((group) => group.includes('s00') && group.includes('s04'))).toBe(true)
    expect(pairStudents(roster(ids(3)), { pins: [['s00', 's02']] }).groups).toEqual([['s00', 's01', 's02']])
    expect(pairStudents(seven, { pins: [['s00', 'zz']] })).toEqual(pairStudents(seven))
    const three = pairStudents(roster(ids(8)), { pins: [['s00', 's01', 's07']] })
    expect(three.groups).toContainEqual(['s00', 's01', 's07'])
    // Who pins a three of an even number has two of them rather than somebody left over.
    expect(three.left).toEqual([])
    expect(three.groups.filter((group) => group.length === 3)).toHaveLength(2)
  })

  it('the next answer repeats none that were shown, until there is none', () => {
    const file = roster(ids(4))
    const shown: string[][] = []
    for (let n = 0; n < 3; n++) {
      const next = pairStudents(file, { shown })
      expect(next.left).toEqual([])
      for (const pair of next.groups) expect(shown).not.toContainEqual(pair)
      shown.push(...next.groups)
    }
    expect(pairStudents(file, { shown }).left).toHaveLength(4)
  })

  it('a latecomer changes one group, and one who leaves likewise', () => {
    const before = pairStudents(roster(ids(10)))
    const later = pairStudents(roster([...ids(10), { id: 'zz', rank: 4 }]), { keep: before.groups })
    const same = before.groups.filter((pair) => later.groups.some((group) => group.join() === pair.join()))
    expect(same).toHaveLength(4)
    const gone = ids(10).filter(({ id }) => id !== 's03')
    const after = pairStudents(roster(gone), { keep: before.groups })
    const stay = before.groups.filter((pair) => after.groups.some((group) => group.join() === pair.join()))
    expect(stay).toHaveLength(3)
  })
})

describe('several rounds', () => {
  const met = (rounds: { groups: string[][] }[]) =>
    rounds.flatMap(({ groups }) => groups.flatMap(pairsWithin).map((pair) => pair.join(' ')))

  it.each([
    [6, 5],
    [8, 7],
    [4, 3],
    [9, 4],
    [20, 8],
    [7, 3],
  ])('%i students meet nobody twice in %i rounds', (n, count) => {
    const { rounds, again } = planRounds(roster(ids(n)), count)
    expect(again).toEqual([])
    expect(rounds).toHaveLength(count)
    for (const { left } of rounds) expect(left).toEqual([])
    expect(new Set(met(rounds)).size).toBe(met(rounds).length)
  })

  it('when all have met, as few as can be meet again, and it is told who', () => {
    const { rounds, again } = planRounds(roster(ids(4)), 4)
    expect(rounds.map(({ left }) => left.length)).toEqual([0, 0, 0, 0])
    expect(again).toHaveLength(2)
  })

  it('the first round keeps its pins', () => {
    const { rounds } = planRounds(roster(ids(6)), 3, { pins: [['s00', 's01']] })
    expect(rounds[0]?.groups).toContainEqual(['s00', 's01'])
    expect(new Set(met(rounds)).size).toBe(9)
  })
})
