import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inForce } from '../../../core/floor/event'
import { runEventSchema, type Detail, type RunEvent } from '../../../core/floor/events'
import { floorNow } from '../../../core/floor/now'
import { ranOfPlanned } from '../../../core/floor/ran'
import { replay } from '../../../core/floor/run'
import { attendanceOf } from '../../../core/people/register'
import { parseAttendance } from '../../../core/people/attendance'
import { creditPlan } from '../../../core/people/credit'
import { parsePlan } from '../../../core/plan/parse'
import type { Plan } from '../../../core/plan/schema'
import { block, blockOf, count, fixed, group, plan, twoGroups } from '../make'

const START = 5_000_000
let made = 0
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const act = (
  kind: RunEvent['kind'],
  sec: number,
  { board, undoes, device, ...detail }: Detail & { board?: string; undoes?: string; device?: string } = {},
): RunEvent => ({
  id: uuid(++made),
  n: made,
  kind,
  at: START + sec * 1000,
  ...(board ? { board } : {}),
  ...(undoes ? { undoes } : {}),
  ...(device ? { device } : {}),
  ...(Object.keys(detail).length ? { detail } : {}),
})
const of =
  (held: Plan) =>
  (sec: number, ...events: RunEvent[]) =>
    replay(held, [act('start', 0), ...events], START + sec * 1000)

const SAM = uuid(900_000)
const TO_THE_END = 4000
/** What somebody who was there all the time has practised, from the files that go out: read back and checked. */
function credited(held: Plan, events: RunEvent[], own = 'white', until = TO_THE_END) {
  const run = of(held)(until, ...events)
  const here = { id: uuid(++made), kind: 'here', student: SAM, at: START } as const
  const written = attendanceOf(run, [here], [{ id: SAM, group: own }])
  const parsed = parsePlan(JSON.parse(JSON.stringify(run.plan)))
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
  const attendance = parseAttendance(written, parsed.plan)
  if (!attendance.ok) throw new Error(JSON.stringify(attendance.faults))
  return creditPlan(parsed.plan, attendance.attendance)[0]?.practice ?? []
}
const reps = (held: Plan, events: RunEvent[], own?: string) =>
  credited(held, events, own).map(({ technique, repsL, repsR, repsN }) => [technique, repsR, repsL, repsN])

describe('a count by word', () => {
  const kicks = (more: object = {}) =>
    plan([block('k', { technique: 'kick', dose: count(10, { by: 'word', tempoSec: 2, ...more }) })])
  const calls = (n: number, from = 1, every = 1) =>
    Array.from({ length: n }, (_, i) => act('count', from + i * every, { board: 'k', rep: i + 1 }))

  it('stands until the first rep is called, and after each; the clock moves nothing', () => {
    expect(of(kicks())(60)).toMatchObject({ waitsFor: 'count', counted: 0, position: 0 })
    const run = of(kicks())(100, ...calls(3))
    expect(run).toMatchObject({ waitsFor: 'count', counted: 3 })
    expect(run.position).toBe(3 * 2000 - 1)
  })

  it('a rep called is a rep, however soon the next is called', () => {
    expect(reps(kicks(), calls(7, 1, 0.3))).toEqual([['kick', 0, 0, 7]])
  })

  it('eleven are eleven, and nine are nine', () => {
    const eleven = [...calls(10), act('count', 20, { board: 'k', rep: 11, more: true })]
    expect(reps(kicks(), eleven)).toEqual([['kick', 0, 0, 11]])
    expect(reps(kicks(), [...calls(10), act('fewer', 20, { board: 'k' })])).toEqual([['kick', 0, 0, 9]])
  })

  it('eleven a side are eleven a side; the next side waits for its own first', () => {
    const each = kicks({ sides: 2, switchSec: 5 })
    const first = [...calls(10), act('count', 12, { board: 'k', rep: 11, more: true })]
    const toTheOther = act('count', 13, { board: 'k', rep: 12 })
    expect(of(each)(15, ...first, toTheOther)).toMatchObject({ waitsFor: undefined, position: 22_000 })
    expect(of(each)(60, ...first, toTheOther)).toMatchObject({
      waitsFor: 'count',
      counted: 0,
      position: 25_000,
    })
    const second = [...calls(10, 30), act('count', 45, { board: 'k', rep: 11, more: true })]
    expect(reps(each, [...first, toTheOther, ...second])).toEqual([['kick', 11, 11, 0]])
  })

  it('from side to side, the eleventh is on the side that began', () => {
    const eleven = [...calls(10), act('count', 20, { board: 'k', rep: 11, more: true })]
    expect(reps(kicks({ alternate: true }), eleven)).toEqual([['kick', 6, 5, 0]])
    const twelve = [...eleven, act('count', 21, { board: 'k', rep: 12, more: true })]
    expect(reps(kicks({ alternate: true }), twelve)).toEqual([['kick', 6, 6, 0]])
  })

  it('of two who call the same rep one calls it', () => {
    const twice = [act('count', 1, { board: 'k', rep: 1 }), act('count', 1.1, { board: 'k', rep: 1 })]
    expect(of(kicks())(5, ...twice).counted).toBe(1)
  })

  it('a call taken back was none', () => {
    const all = calls(4)
    expect(reps(kicks(), [...all, act('undo', 8, { undoes: all[3]!.id })])).toEqual([['kick', 0, 0, 3]])
  })

  it('who came in the middle has the reps that were called from then on', () => {
    const run = of(kicks())(60, ...calls(10), act('finish', 30))
    const late = { id: uuid(++made), kind: 'late', student: SAM, at: START + 4500 } as const
    const attendance = attendanceOf(run, [late], [{ id: SAM, group: 'white' }])
    expect(creditPlan(run.plan, attendance)[0]?.practice[0]?.repsN).toBe(6)
  })

  it('rung by rung in a ladder', () => {
    const ladder = plan([
      block('k', {
        technique: 'kick',
        dose: {
          kind: 'ladder',
          bridgeSec: 10,
          stages: [
            { title: 'still', dose: count(2, { by: 'word' }) },
            { title: 'moving', dose: count(2, { by: 'word' }) },
          ],
        },
      }),
    ])
    const first = [...calls(2), act('count', 4, { board: 'k', rep: 3 })]
    expect(of(ladder)(60, ...first)).toMatchObject({ waitsFor: 'count', counted: 0, position: 12_000 })
    expect(reps(ladder, [...first, ...calls(2, 30)])).toEqual([['kick', 0, 0, 4]])
  })
})

describe('the word to begin', () => {
  const held = plan([
    block('a', { technique: 'kick', start: 'word', dose: count(10, { setupSec: 20 }) }),
    block('b', { dose: fixed(60) }),
  ])
  it('is waited for when the explanation is over; before that it ends it', () => {
    expect(of(held)(500)).toMatchObject({ waitsFor: 'begin', position: 20_000 })
    expect(of(held)(32, act('begin', 30, { board: 'a' }))).toMatchObject({
      position: 22_000,
      waitsFor: undefined,
    })
    expect(of(held)(6, act('begin', 5, { board: 'a' })).position).toBe(21_000)
  })
  it('is waited for without any explanation too', () => {
    const bare = plan([block('a', { technique: 'kick', start: 'word', dose: count(10) })])
    expect(of(bare)(50)).toMatchObject({ waitsFor: 'begin', position: 0 })
    expect(of(bare)(54, act('begin', 50))).toMatchObject({ position: 4000 })
  })
  it('ends a rest and a change of sides too, and nothing that is work', () => {
    const sets = plan([block('a', { technique: 'kick', dose: count(10, { sets: 2, restSec: 30 }) })])
    expect(of(sets)(13, act('begin', 12))).toMatchObject({ position: 41_000 })
    expect(of(sets)(8, act('begin', 5)).position).toBe(8000)
  })
})

describe('more and less of what is on', () => {
  const rounds = plan([
    block('r', { technique: 'kick', dose: { kind: 'rounds', rounds: 2, workSec: 60, restSec: 30 } }),
    block('z', { dose: fixed(60) }),
  ])
  const work = (events: RunEvent[]) => credited(rounds, events)[0]?.workSec

  it('half a minute more is shown at once and credited as lived through', () => {
    const more = act('extend', 10, { board: 'r', ms: 30_000 })
    const now = floorNow(of(rounds)(10, more))
    expect([now.stretchLeftMs, now.leftMs]).toEqual([80_000, 170_000])
    expect(of(rounds)(75, more).position).toBe(45_000)
    expect(of(rounds)(90, more).position).toBe(60_000)
    expect(work([more])).toBe(150)
  })
  it('more than the round is long goes round again as often as it takes', () => {
    expect(work([act('extend', 10, { board: 'r', ms: 200_000 })])).toBe(320)
  })
  it('less ends it early, at once where less is left', () => {
    const less = act('extend', 10, { board: 'r', ms: -30_000 })
    expect(of(rounds)(31, less).position).toBe(61_000)
    expect(work([less])).toBe(90)
    expect(of(rounds)(41, act('extend', 40, { board: 'r', ms: -60_000 })).position).toBe(61_000)
  })
  it('goes by whole reps in a count, and keeps to sides', () => {
    const held = plan([block('k', { technique: 'kick', dose: count(10, { alternate: true }) })])
    expect(reps(held, [act('count', 3, { more: true })])).toEqual([['kick', 6, 5, 0]])
    expect(reps(held, [act('fewer', 3)])).toEqual([['kick', 5, 4, 0]])
    expect(reps(held, [act('extend', 3, { ms: 4200 })])).toEqual([['kick', 7, 7, 0]])
  })
  it('of a board that is over is nobody’s', () => {
    expect(of(rounds)(30, act('extend', 10, { board: 'z', ms: 30_000 })).moreMs).toBe(0)
  })
})

describe('again and back', () => {
  const held = plan([
    block('a', { technique: 'kick', dose: count(10, { sets: 2, restSec: 10, setupSec: 20 }) }),
    block('b', { technique: 'punch', dose: count(10) }),
  ])
  it('a set again is credited again; in the rest after it, it is the set before', () => {
    expect(of(held)(38, act('again', 36, { board: 'a', again: 'set' })).position).toBe(22_000)
    expect(reps(held, [act('again', 36, { board: 'a', again: 'set' })])[0]).toEqual(['kick', 0, 0, 30])
  })
  it('the board again begins with its work', () => {
    expect(of(held)(46, act('again', 45, { board: 'a', again: 'board' })).position).toBe(21_000)
  })
  it('back to a board before, with its explanation, and to one that was left out', () => {
    expect(of(held)(66, act('back', 65, { board: 'a' })).position).toBe(1000)
    const left = [act('skip', 5), act('back', 60, { board: 'b' })]
    expect(of(held)(61, ...left).skipped.has('b')).toBe(false)
    expect(reps(held, left).map(([id]) => id)).toEqual(['kick', 'punch'])
  })
  it('not to a board that is still to come', () => {
    expect(of(held)(6, act('back', 5, { board: 'b' })).position).toBe(6000)
  })
})

describe('what is put in, changed about and changed', () => {
  const held = plan(
    [
      block('a', { technique: 'kick', dose: count(60) }),
      block('b', { technique: 'punch', dose: count(60) }),
      block('c', { technique: 'throw', dose: count(60) }),
    ],
    { groups: twoGroups },
  )
  const water = blockOf(plan([block('w', { phase: 'water', dose: fixed(60) })]), 'w')
  const order = (...events: RunEvent[]) => of(held)(30, ...events).plan.blocks.map(({ id }) => id)

  it('water comes next, or before the board named, once however often it is sent', () => {
    expect(order(act('insert', 5, { block: water }))).toEqual(['a', 'w', 'b', 'c'])
    expect(
      order(act('insert', 5, { block: water, before: 'c' }), act('insert', 6, { block: water })),
    ).toEqual(['a', 'b', 'w', 'c'])
  })
  it('in a transition it comes before what was to come', () => {
    const run = of(held)(66, act('insert', 65, { block: water }))
    expect(floorNow(run)).toMatchObject({ inTransition: true, placed: { block: { id: 'w' } }, leftMs: 4000 })
  })
  it('after the plan is done the class goes on with it', () => {
    expect(floorNow(of(held)(310, act('insert', 300, { block: water }))).placed?.block.id).toBe('w')
  })
  it('a board that cannot stand is not taken', () => {
    const broken = { ...water, phase: 'drill', mode: 'oneCount' } as Plan['blocks'][number]
    expect(order(act('insert', 5, { block: broken }))).toEqual(['a', 'b', 'c'])
  })
  it('two boards to come change places; one that is worked does not', () => {
    expect(order(act('swap', 5, { board: 'b', with: 'c' }))).toEqual(['a', 'c', 'b'])
    expect(order(act('swap', 5, { board: 'a', with: 'c' }))).toEqual(['a', 'b', 'c'])
  })
  it('a group works something else from now on; what it did before stays done', () => {
    const events = [act('change', 20, { board: 'a', group: 'green', technique: 'sweep', layer: 2 })]
    const run = of(held)(25, ...events)
    expect(floorNow(run)).toMatchObject({ leftMs: 35_000 })
    expect(reps(held, events, 'white').slice(0, 1)).toEqual([['kick', 0, 0, 60]])
    const green = reps(held, events, 'green')
    expect(green).toContainEqual(['kick', 0, 0, 20])
    expect(green).toContainEqual(['sweep', 0, 0, 40])
    expect(ranOfPlanned(held, of(held)(TO_THE_END, ...events)).map(({ ranMs }) => ranMs)).toEqual([
      60_000, 60_000, 60_000,
    ])
  })
  it('in the middle of a rep, a round or a run only the group that changes is cut', () => {
    const change = act('change', 20.4, { board: 'a', group: 'green', technique: 'sweep' })
    expect(reps(held, [change], 'white')[0]).toEqual(['kick', 0, 0, 60])
    expect(reps(held, [change], 'green')).toEqual([
      ['kick', 0, 0, 20],
      ['punch', 0, 0, 60],
      ['sweep', 0, 0, 39],
      ['throw', 0, 0, 60],
    ])
    // Held in the middle of the rep as well: it is one rep all the same.
    const pause = [act('pause', 20.2), { ...change, at: START + 25_000 }, act('resume', 30)]
    expect(reps(held, pause, 'white')[0]).toEqual(['kick', 0, 0, 60])
    const timed = plan(
      [
        block('a', {
          technique: 'kick',
          dose: { kind: 'rounds', rounds: 2, workSec: 10, restSec: 5, tempoSec: 3 },
        }),
        block('f', {
          technique: 'set',
          phase: 'form',
          dose: { kind: 'form', sections: [{ id: 'one', sec: 20 }], runs: [{ to: 1, times: 2 }] },
        }),
      ],
      { groups: twoGroups, transitionSec: 0 },
    )
    const both = [
      act('change', 5, { board: 'a', group: 'green', technique: 'sweep' }),
      act('change', 30, { board: 'f', group: 'green', technique: 'sweep' }),
    ]
    expect(reps(timed, both, 'white')).toEqual([
      ['kick', 0, 0, 6],
      ['set', 0, 0, 2],
    ])
  })
  it('twice in one rep, and for another group at another pace, loses the others nothing', () => {
    const own = plan([block('a', { technique: 'kick', dose: { kind: 'own', reps: 20, tempoSec: 1 } })], {
      groups: [group('white', { pace: 1.5 }), group('green'), group('blue', { pace: 0.8 })],
    })
    const twice = [
      act('change', 10.2, { board: 'a', group: 'green', technique: 'sweep' }),
      act('change', 10.3, { group: 'green', technique: 'lock' }),
    ]
    expect(reps(own, twice, 'white')).toEqual([['kick', 0, 0, 20]])
    expect(reps(own, twice, 'blue')).toEqual([['kick', 0, 0, 20]])
  })
  it('what is done alone on a board in two roles takes one role: nothing is received, and no time is lost', () => {
    const pairs = plan(
      [
        block('o', { phase: 'opening', dose: fixed(60) }),
        block('a', { technique: 'kick', dose: count(10, { sets: 2, roles: 2, swapSec: 5, restSec: 10 }) }),
      ],
      { groups: twoGroups },
    )
    const alone = [act('change', 20, { board: 'a', group: 'green', technique: 'shadow', solo: true })]
    const row = (of: string) => credited(pairs, alone, of).map(({ reps: n, received }) => [n, received])
    // A turn is 30 s, both with the swap 65 s: three sets of ten with their rests take 50 s, four would take 70.
    expect(row('green')).toEqual([[30, 0]])
    expect(row('white')).toEqual([[20, 20]])
  })
  it('a board to come is changed where it stands; a group joins those who work the item', () => {
    const run = of(held)(25, act('change', 20, { board: 'b', group: 'green', technique: 'sweep' }))
    expect(run.plan.blocks.map(({ id }) => id)).toEqual(['a', 'b', 'c'])
    const back = of(held)(
      25,
      act('change', 20, { board: 'b', group: 'green', technique: 'sweep' }),
      act('change', 21, { board: 'b', group: 'green', technique: 'punch' }),
    )
    expect(blockOf(back.plan, 'b').tracks).toHaveLength(1)
  })
  it('of a group or a board that the plan does not have is nothing', () => {
    expect(of(held)(25, act('change', 20, { board: 'b', group: 'blue', technique: 'sweep' })).plan).toBe(held)
  })
})

describe('a fit', () => {
  const held = plan([
    block('a', { technique: 'kick', dose: count(10, { sets: 4, restSec: 10, sides: 2, switchSec: 10 }) }),
    block('b', { technique: 'punch', dose: { kind: 'rounds', rounds: 4, workSec: 60, restSec: 30 } }),
    block('c', { technique: 'throw', dose: count(60) }),
  ])
  const fit = (sec: number, keep: Record<string, number>) =>
    act('fit', sec, { keep: Object.entries(keep).map(([id, length]) => ({ id, sec: length })) })

  it('shortens boards to come in whole rounds, and leaves out those with nothing', () => {
    const run = of(held)(6, fit(5, { b: 200, c: 0 }))
    expect(blockOf(run.plan, 'b').dose).toMatchObject({ rounds: 2 })
    expect([...run.skipped]).toEqual(['c'])
  })
  it('of the board that is worked takes whole sets off both sides, from the same place in it', () => {
    // 4 sets a side: 70 s each, the switch between; at 5 s 145 s are left.
    const run = of(held)(6, fit(5, { a: 70 }))
    const now = floorNow(run)
    expect(now.leftMs).toBeLessThanOrEqual(69_000)
    expect(now.called?.span).toMatchObject({ side: 'R', set: 1 })
    const [row] = reps(held, [fit(5, { a: 70 })])
    expect(row).toEqual(['kick', 20, 20, 0])
  })
  it('with nothing left to the board that is worked goes on to the next', () => {
    expect(floorNow(of(held)(5, fit(5, { a: 0 })))).toMatchObject({
      inTransition: true,
      placed: { block: { id: 'b' } },
    })
  })
  it('taken back, all is as it was', () => {
    const cut = fit(5, { a: 70, b: 200, c: 0 })
    const run = of(held)(20, cut, act('undo', 10, { undoes: cut.id }))
    expect([run.plan, run.position]).toEqual([held, 20_000])
  })
})

describe('who leads', () => {
  it('is the device that began it, until another takes over', () => {
    const [one, other] = [uuid(1), uuid(2)]
    const begun = { ...act('start', 0, { device: one, name: 'the stand' }) }
    const at = (...events: RunEvent[]) => replay(held, [begun, ...events], START + 50_000).lead
    const held = plan([block('a', { dose: fixed(600) })])
    expect(at()).toEqual({ device: one, name: 'the stand' })
    expect(at(act('lead', 5, { device: other, name: 'a phone' }))).toEqual({ device: other, name: 'a phone' })
  })
  it('recordings are known by when they began', () => {
    expect(of(plan([block('a', { dose: fixed(600) })]))(60, act('film', 12)).films).toEqual([START + 12_000])
  })
})

describe('an act', () => {
  it('says all that its kind needs', () => {
    const says = (event: RunEvent) =>
      runEventSchema
        .safeParse(event)
        .error?.issues.map(({ path, message }) => `${path.join('.')}: ${message}`)
    expect(says(act('fit', 1))).toEqual(['detail.keep: is missing: fit needs it'])
    expect(says(act('change', 1, { group: 'white' }))).toEqual([
      'detail.technique: is missing: change needs it',
    ])
    expect(says(act('extend', 1, { ms: 30_000 }))).toBeUndefined()
  })
})

const everything = plan(
  [
    block('a', { technique: 'kick', start: 'word', dose: count(4, { by: 'word', sides: 2, setupSec: 10 }) }),
    block('b', {
      mode: 'oneCount',
      dose: count(6, { sets: 2, restSec: 5, alternate: true }),
      tracks: [
        { groups: ['white'], technique: 'punch' },
        { groups: ['green'], technique: 'sweep' },
      ],
    }),
    block('c', { technique: 'throw', dose: { kind: 'rounds', rounds: 3, workSec: 20, restSec: 5 } }),
    block('d', {
      technique: 'form',
      dose: {
        kind: 'ladder',
        bridgeSec: 5,
        stages: [
          { title: 'one', dose: count(3, { by: 'word' }) },
          { title: 'two', dose: { kind: 'rounds', rounds: 1, workSec: 20, restSec: 0 } },
        ],
      },
    }),
  ],
  { groups: [group('white'), group('green')], transitionSec: 5 },
)
const board = fc.constantFrom('a', 'b', 'c', 'd', 'w', 'a-on2', 'b-on2')
const spareWater = blockOf(plan([block('w', { phase: 'water', dose: fixed(20) })]), 'w')
type Made = [kind: RunEvent['kind'], detail: Detail & { board?: string }]
const anyAct: fc.Arbitrary<Made> = fc.oneof<fc.Arbitrary<Made>[]>(
  fc
    .constantFrom<RunEvent['kind']>('pause', 'resume', 'next', 'begin', 'skip', 'fewer')
    .map((kind) => [kind, {}]),
  fc.constantFrom<RunEvent['kind']>('count').map((kind) => [kind, {}]),
  fc.boolean().map((more) => ['count', { more }]),
  fc.integer({ min: -40, max: 60 }).map((sec) => ['extend', { ms: sec * 1000 }]),
  fc.constantFrom('set' as const, 'rung' as const, 'board' as const).map((again) => ['again', { again }]),
  board.map((to) => ['back', { board: to }]),
  fc.constant(['insert', { block: spareWater }]),
  fc.tuple(board, board).map(([one, other]) => ['swap', { board: one, with: other }]),
  fc
    .tuple(board, fc.constantFrom('white', 'green'), fc.constantFrom('kick', 'sweep', 'lock'))
    .map(([to, one, technique]) => ['change', { board: to, group: one, technique }]),
  fc
    .array(fc.tuple(board, fc.integer({ min: 0, max: 60 })), { minLength: 1, maxLength: 3 })
    .map((keep) => ['fit', { keep: keep.map(([id, sec]) => ({ id, sec })) }]),
)
const anyEvents = fc
  .array(fc.tuple(anyAct, fc.integer({ min: 0, max: 3000 })), { maxLength: 25 })
  .map((acts) =>
    acts.sort((a, b) => a[1] - b[1]).map(([[kind, detail], tenth]) => act(kind, tenth / 10, detail)),
  )

describe('for any acts', () => {
  it('the plan stays a plan, the run stays inside it, and its files are credited without a fault', () => {
    fc.assert(
      fc.property(anyEvents, fc.integer({ min: 0, max: 400 }), (events, sec) => {
        const run = of(everything)(sec, ...events)
        expect(run.position).toBeGreaterThanOrEqual(0)
        expect(run.position).toBeLessThanOrEqual(run.timeline.totalMs)
        for (const { from, to, planFrom, planTo } of run.legs) {
          expect(to).toBeGreaterThanOrEqual(from)
          expect(planTo).toBeGreaterThan(planFrom)
          expect(planTo).toBeLessThanOrEqual(run.timeline.totalMs)
        }
        credited(everything, events, 'white', sec)
      }),
    )
  })
  it('is the same however the events came, and whether the clock asked meanwhile or not', () => {
    fc.assert(
      fc.property(anyEvents, fc.integer({ min: 0, max: 400 }), (events, sec) => {
        const all = [act('start', 0), ...events]
        const end = START + sec * 1000
        const shuffled = [...all].reverse()
        const asked = [...all]
        for (const early of [0.3, 0.7, 0.9]) replay(everything, asked, START + sec * 1000 * early)
        const once = replay(everything, all, end)
        expect(replay(everything, shuffled, end)).toEqual(once)
        expect(replay(everything, asked, end)).toEqual(once)
        replay(everything, asked, end + 50_000)
        expect(replay(everything, asked, end)).toEqual(once)
      }),
    )
  })
  it('the time that was lived is never more than passed, but for reps that were called sooner', () => {
    fc.assert(
      fc.property(anyEvents, fc.integer({ min: 0, max: 400 }), (events, sec) => {
        const { legs } = of(everything)(sec, ...events)
        const onTheClock = legs.filter(({ called }) => !called)
        for (const { from, to, planFrom, planTo } of onTheClock) expect(planTo - planFrom).toBe(to - from)
        const inOrder = [...legs].sort((a, b) => a.from - b.from)
        inOrder.forEach(({ from }, i) => expect(from).toBeGreaterThanOrEqual(inOrder[i - 1]?.to ?? from))
      }),
    )
  })
  it('what is taken back never was', () => {
    fc.assert(
      fc.property(anyEvents, fc.nat(24), (events, which) => {
        const one = events[which % Math.max(1, events.length)]
        if (!one) return
        const without = events.filter((event) => event !== one)
        const undone = [...events, act('undo', 399, { undoes: one.id })]
        expect(inForce(undone)).toHaveLength(without.length)
        expect(of(everything)(400, ...undone)).toEqual(of(everything)(400, ...without))
      }),
    )
  })
})
