import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inForce } from '../../../core/floor/event'
import { correctionsOf, saidKey, sightingSchema, type Sighting } from '../../../core/people/corrections'

const ADA = '00000000-0000-4000-8000-00000000000a'
const BEN = '00000000-0000-4000-8000-00000000000b'
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const saw = (n: number, kind: 'seen' | 'right', more: Partial<Sighting> = {}): Sighting => ({
  id: id(n),
  kind,
  at: n * 1000,
  student: ADA,
  item: 'kick',
  said: 'knee drops',
  ...more,
})
const undo = (n: number, undoes: number): Sighting => ({
  id: id(n),
  kind: 'undo',
  at: n * 1000,
  undoes: id(undoes),
})
const states = (sightings: Sighting[]) =>
  correctionsOf(sightings).map(({ said, state }) => `${said}: ${state}`)

describe('corrections that stay open', () => {
  it('are open from when a fault is seen until it is seen right', () => {
    expect(states([saw(1, 'seen')])).toEqual(['knee drops: open'])
    expect(states([saw(1, 'seen'), saw(2, 'right')])).toEqual(['knee drops: closed'])
  })

  it('open again when the fault returns, and say so', () => {
    const [one] = correctionsOf([saw(1, 'seen'), saw(2, 'right'), saw(3, 'seen')])
    expect(one).toMatchObject({ state: 'open', seen: 2, right: 1, returned: true, first: 1000, last: 3000 })
  })

  it('stay one that returned, however often it is seen right after that', () => {
    const all = [saw(1, 'seen'), saw(2, 'right'), saw(3, 'seen'), saw(4, 'right')]
    expect(correctionsOf(all)[0]).toMatchObject({ state: 'closed', returned: true })
  })

  it('do not call it a return when the fault was open all along', () => {
    expect(correctionsOf([saw(1, 'seen'), saw(2, 'seen')])[0]).toMatchObject({ seen: 2, returned: false })
  })

  it('are praise where there never was a fault', () => {
    expect(states([saw(1, 'right', { said: 'quiet feet' })])).toEqual(['quiet feet: praise'])
  })

  it('take back what was told by a slip, and the taking back of it', () => {
    expect(states([saw(1, 'seen'), undo(2, 1)])).toEqual([])
    expect(states([saw(1, 'seen'), saw(2, 'right'), undo(3, 2)])).toEqual(['knee drops: open'])
    expect(states([saw(1, 'seen'), undo(2, 1), undo(3, 2)])).toEqual(['knee drops: open'])
  })

  it('hold one fault apart by student, item and words, whatever the spaces and capitals', () => {
    const all = [
      saw(1, 'seen'),
      saw(2, 'seen', { said: '  Knee   DROPS ' }),
      saw(3, 'seen', { student: BEN }),
      saw(4, 'seen', { item: 'throw' }),
      saw(5, 'seen', { said: 'looks down' }),
    ]
    expect(correctionsOf(all).map(({ seen }) => seen)).toEqual([1, 1, 1, 2])
    expect(saidKey('İs late')).toBe(saidKey(' İs  late'))
  })

  it('do not depend on the order in which devices tell them', () => {
    const all = [
      saw(1, 'seen'),
      saw(2, 'right'),
      saw(3, 'seen'),
      undo(4, 3),
      saw(5, 'seen', { student: BEN }),
    ]
    const expected = correctionsOf(all)
    const orders = [
      [...all].reverse(),
      [...all].sort((a, b) => (a.id < b.id ? 1 : -1)),
      [all[2]!, all[4]!, all[0]!, all[3]!, all[1]!],
    ]
    for (const order of orders) expect(correctionsOf(order)).toEqual(expected)
  })

  it('stay by word of mouth once they are, until it is said otherwise', () => {
    const all = [saw(1, 'seen', { oral: true }), saw(2, 'seen')]
    expect(correctionsOf(all)[0]?.oral).toBe(true)
    expect(correctionsOf([...all, saw(3, 'seen', { oral: false })])[0]?.oral).toBe(false)
  })

  it('refuse a sighting of no kind there is, naming the field', () => {
    const read = sightingSchema.safeParse({ ...saw(1, 'seen'), kind: 'guessed' })
    expect(read.error?.issues.map(({ path, message }) => [path, message])).toEqual([
      [['kind'], 'must be one of seen, right, undo'],
    ])
  })
})

/** Sightings of two students at two items, some of them taken back, in the order they were made. */
const anySightings = fc
  .array(
    fc.record({
      kind: fc.constantFrom('seen' as const, 'right' as const, 'undo' as const),
      student: fc.constantFrom(ADA, BEN),
      item: fc.constantFrom('kick', 'throw'),
      said: fc.constantFrom('knee drops', 'Knee  Drops', 'looks down'),
      back: fc.nat(5),
      sameMs: fc.boolean(),
    }),
    { maxLength: 25 },
  )
  .map((made) =>
    made.map(({ kind, back, sameMs, ...of }, n): Sighting => {
      const at = sameMs ? 1000 : n * 1000
      if (kind === 'undo') return { id: id(n + 1), kind, at, n, undoes: id(Math.max(1, n - back)) }
      return { id: id(n + 1), kind, at, n, ...of }
    }),
  )

describe('corrections, whatever is seen', () => {
  it('are the same in whatever order they are told', () => {
    fc.assert(
      fc.property(
        anySightings,
        fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
        (all, chance) => {
          const shuffled = all
            .map((one) => ({ one, at: chance.next().value as number }))
            .sort((a, b) => a.at - b.at)
            .map(({ one }) => one)
          expect(correctionsOf(shuffled)).toEqual(correctionsOf(all))
        },
      ),
    )
  })

  it('count every sighting that stands once, and are open just where the last of them is a fault', () => {
    fc.assert(
      fc.property(anySightings, (all) => {
        const standing = inForce(all)
        const corrections = correctionsOf(all)
        expect(corrections.reduce((sum, { seen, right }) => sum + seen + right, 0)).toBe(standing.length)
        for (const one of corrections) {
          const of = standing.filter(
            ({ student, item, said }) =>
              student === one.student && item === one.item && saidKey(said ?? '') === saidKey(one.said),
          )
          expect(one.state === 'open').toBe(of.at(-1)?.kind === 'seen')
          expect(one.state === 'praise').toBe(of.every(({ kind }) => kind === 'right'))
        }
      }),
    )
  })
})
