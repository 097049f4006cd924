import { describe, expect, it } from 'vitest'
import { chapterTimes } from '../formats/vtt'
import { runChapters } from '../../../core/formats/chapters'
import { replay } from '../../../core/floor/run'
import { creditPlan } from '../../../core/people/credit'
import { offeredIn, offeredOn, ownVersionsIn } from '../../../core/people/own-layers'
import { addSectionRuns, wholeRuns } from '../../../core/people/section-runs'
import { changeBlock, withMode } from '../../../core/plan/edit'
import { leaveOutGroup } from '../../../core/plan/edit-groups'
import { paintOnto } from '../../../core/plan/edit-tracks'
import { parsePlan } from '../../../core/plan/parse'
import { doseOfGroup, arithmetic } from '../../../core/plan/sentence'
import { layPlan } from '../../../core/plan/timeline'
import type { Dose } from '../../../core/plan/doses'
import type { Plan } from '../../../core/plan/schema'
import { block, blockOf, count, fixed, plan, twoGroups } from '../make'

/** What is said beside an item follows it through every change, and goes where it cannot be said any more. */

const check = { technique: 'check', layer: 1, side: 'same' as const }
const jab = { technique: 'jab', layer: 1, times: 1, side: 'same' as const }
const holds = (made: Plan) => parsePlan(JSON.parse(JSON.stringify(made))).ok
const made = plan(
  [
    block('a', {
      technique: 'kick',
      receives: check,
      parts: [jab],
      layerUpTo: 3,
      firstSide: 'L',
      start: 'word',
      teaching: { leads: [{ group: 'white', who: 'Ida' }] },
      dose: count(5, { roles: 2 }),
    }),
  ],
  { groups: twoGroups },
)

describe('a change of a board', () => {
  it('takes along what is said beside the item, to each group’s track and back', () => {
    const cut = withMode(blockOf(made, 'a'), 'oneCount', made)
    for (const track of cut.tracks ?? [])
      expect(track).toMatchObject({ receives: check, parts: [jab], layerUpTo: 3 })
    expect(cut).toMatchObject({ firstSide: 'L', start: 'word', teaching: { leads: [{ who: 'Ida' }] } })
    expect(withMode(cut, 'together', made)).toMatchObject({ receives: check, parts: [jab], layerUpTo: 3 })
  })

  it('lets the answer go where nobody receives any more', () => {
    const alone = changeBlock(made, 'a', (b) => ({ ...b, dose: { ...(b.dose as Dose), roles: 1 } as Dose }))
    expect(blockOf(alone, 'a').receives).toBeUndefined()
    expect(blockOf(alone, 'a').parts).toEqual([jab])
    expect(holds(alone)).toBe(true)
  })

  it('lets go what an item has where the item goes', () => {
    const none = changeBlock(made, 'a', ({ technique: _, ...b }) => b)
    expect(blockOf(none, 'a')).not.toHaveProperty('parts')
    expect(blockOf(none, 'a')).not.toHaveProperty('layerUpTo')
    expect(holds(none)).toBe(true)
    const higher = changeBlock(made, 'a', (b) => ({ ...b, layer: 3 }))
    expect(blockOf(higher, 'a').layerUpTo).toBeUndefined()
    expect(holds(higher)).toBe(true)
  })

  it('puts another item on one group without what was said of the first', () => {
    const painted = paintOnto(blockOf(made, 'a'), made, 'green', 'push', 1, { parts: [jab] })
    const [white, green] = painted.tracks ?? []
    expect(white).toMatchObject({ technique: 'kick', receives: check })
    expect(green).toEqual({ groups: ['green'], technique: 'push', layer: 1, parts: [jab] })
  })

  it('leaves nobody to lead a group that is not there', () => {
    const left = leaveOutGroup(made, 'white')
    expect(blockOf(left, 'a').teaching).toBeUndefined()
    expect(holds(left)).toBe(true)
  })
})

it('the sentence names both skills of an exchange, and parts apart', () => {
  const names: Record<string, string> = { kick: 'Kick', check: 'Check', jab: 'Jab' }
  const placed = layPlan(made).blocks[0]!
  const { reps } = arithmetic(doseOfGroup(placed.block, 'white'), placed.lanes[0]!, (id) => names[id] ?? id)
  expect(reps).toBe('5 × Check and 5 × Kick each; receives 5; in them 5 × Jab')
})

describe('a version of one’s own', () => {
  const mixed = plan(
    [
      block('a', { technique: 'kick', layer: 2, layerUpTo: 3, dose: count(5) }),
      block('b', { technique: 'kick', layer: 4, dose: count(5) }),
      block('c', {
        mode: 'layers',
        dose: count(5),
        tracks: [
          { groups: ['white'], technique: 'jab', layerUpTo: 3 },
          { groups: ['green'], technique: 'jab', layer: 2 },
        ],
      }),
    ],
    { groups: twoGroups },
  )
  it.each([
    ['white', { kick: 3 }, [{ block: 'a', technique: 'kick', layer: 3 }]],
    ['white', { kick: 5, jab: 1 }, [{ block: 'a', technique: 'kick', layer: 3 }]],
    ['white', { jab: 2 }, [{ block: 'c', technique: 'jab', layer: 2 }]],
    ['green', { jab: 3 }, []],
    ['white', { kick: 2 }, []],
    ['white', {}, []],
  ])('of %s, %j is %j: at the boards that offer it to the group', (of, own, versions) =>
    expect(ownVersionsIn(mixed, of, own)).toEqual(versions),
  )
  it('is offered at no other board, and to no other group of the same board', () => {
    expect(offeredOn(blockOf(mixed, 'b'), 'white').size).toBe(0)
    expect(offeredOn(blockOf(mixed, 'c'), 'green').size).toBe(0)
    expect([...offeredIn(mixed, 'green').keys()]).toEqual(['kick'])
  })
  it('goes to the credit of its own board alone', () => {
    const versions = ownVersionsIn(mixed, 'white', { kick: 3 })
    const [row] = creditPlan(mixed, { present: [{ student: 's', group: 'white', versions }] })
    const kicks = row?.practice.filter(({ technique }) => technique === 'kick')
    expect(kicks?.map(({ layer, reps }) => [layer, reps])).toEqual([
      [3, 5],
      [4, 5],
    ])
  })
})

describe('the sections of a form', () => {
  const sums = addSectionRuns([
    [
      { id: 'a', runs: 6 },
      { id: 'b', runs: 2 },
    ],
    [{ id: 'b', runs: 1 }],
  ])
  it('add up, and the whole form is the least of them', () => {
    expect(sums).toEqual([
      { id: 'a', runs: 6 },
      { id: 'b', runs: 3 },
    ])
    expect(wholeRuns(sums)).toBe(3)
    expect(wholeRuns(sums, ['a', 'b', 'c'])).toBe(0)
    expect(wholeRuns([])).toBe(0)
  })
})

describe('chapters of a recording', () => {
  const boards = plan(
    [
      block('talk', { title: 'A word', dose: fixed(60) }),
      block('climb', {
        title: 'Climb',
        technique: 'kick',
        dose: {
          kind: 'ladder',
          bridgeSec: 5,
          stages: [
            { title: 'Held', dose: count(10) },
            { title: 'Free', dose: count(20) },
          ],
        },
      }),
      block('each', {
        title: 'Each its own',
        mode: 'oneCount',
        dose: count(30),
        tracks: [
          { groups: ['white'], technique: 'jab' },
          { groups: ['green'], technique: 'kick' },
        ],
      }),
    ],
    { groups: twoGroups, transitionSec: 10 },
  )
  const start = 1_000_000
  /** A pause of 20 s in the first board, and the last board left out. */
  const events = [
    { id: '1', kind: 'start' as const, at: start },
    { id: '2', kind: 'pause' as const, at: start + 30_000 },
    { id: '3', kind: 'resume' as const, at: start + 50_000 },
  ]
  const run = replay(boards, events, start + 500_000)
  const names = { item: (id: string) => id.toUpperCase(), layer: (_: string, n: number) => `layer ${n}` }
  const of = (by: 'board' | 'rank' | 'rung', begins = start) =>
    chapterTimes(runChapters(run, names, by, begins))

  it('are what really happened, by board', () => {
    expect(of('board')).toEqual([
      ['00:00:00.000', '00:01:20.000', 'A word'],
      ['00:01:30.000', '00:02:05.000', 'Climb'],
      ['00:02:15.000', '00:02:45.000', 'Each its own'],
    ])
  })

  it('by rank where ranks differ, by rung where there are rungs', () => {
    expect(
      of('rank')
        .slice(2)
        .map(([, , title]) => title),
    ).toEqual(['Each its own: white: JAB, layer 1', 'Each its own: green: KICK, layer 1'])
    expect(of('rung').map(([from, , title]) => [from, title])).toEqual([
      ['00:00:00.000', 'A word'],
      ['00:01:30.000', 'Climb: Held'],
      ['00:01:45.000', 'Climb: Free'],
      ['00:02:15.000', 'Each its own'],
    ])
  })

  it('begin where the recording does', () => {
    expect(of('board', start + 100_000)).toEqual([
      ['00:00:00.000', '00:00:25.000', 'Climb'],
      ['00:00:35.000', '00:01:05.000', 'Each its own'],
    ])
  })
})
