import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { floorNow } from '../../../core/floor/now'
import { layPlan } from '../../../core/plan/timeline'
import { replay } from '../../../core/floor/run'
import { runEventSchema, type RunEvent } from '../../../core/floor/events'
import { comingAt, placeAt, remaining, remainingMs } from '../../../core/floor/course'
import { inForce } from '../../../core/floor/event'
import { block, count, fixed, group, plan } from '../make'

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const START = 5_000_000
let next = 1
const act = (kind: RunEvent['kind'], sec: number, undoes?: string): RunEvent => ({
  id: uuid(next++),
  kind,
  at: START + sec * 1000,
  ...(undoes ? { undoes } : {}),
})

/** a 0–60, b 70–170, c 180–210 s. */
const made = plan([
  block('a', { dose: fixed(60) }),
  block('b', { dose: fixed(100) }),
  block('c', { dose: fixed(30) }),
])
const timeline = layPlan(made)
const at = (sec: number, ...events: RunEvent[]) => replay(made, events, START + sec * 1000)
const position = (sec: number, ...events: RunEvent[]) => at(sec, ...events).position / 1000

describe('a class on the floor', () => {
  it('stands ready until it is started, then runs with the clock', () => {
    expect(at(100).phase).toBe('ready')
    expect(at(0, act('start', 0))).toMatchObject({ phase: 'running', startedAt: START, position: 0 })
    expect(position(65, act('start', 0))).toBe(65)
  })

  it('stays at its end when the plan is done, until it is finished', () => {
    const start = act('start', 0)
    expect(at(400, start)).toMatchObject({ phase: 'running', position: 210_000 })
    expect(at(500, start, act('finish', 400))).toMatchObject({
      phase: 'finished',
      finishedAt: START + 400_000,
    })
  })

  it('pauses and goes on where it was', () => {
    const events = [act('start', 0), act('pause', 20), act('resume', 50)]
    expect(at(40, ...events)).toMatchObject({ phase: 'paused', position: 20_000, pausedAt: START + 20_000 })
    expect(position(60, ...events)).toBe(30)
  })

  it('next cuts a board and goes to the transition after it; in a transition it begins the board', () => {
    const events = [act('start', 0), act('next', 20)]
    expect(position(20, ...events)).toBe(60)
    expect(position(25, ...events)).toBe(65)
    expect(position(25, ...events, act('next', 25))).toBe(70)
    expect(position(300, act('start', 0), act('next', 190))).toBe(210)
  })

  it('skip leaves out the coming board: after a comes c', () => {
    const events = [act('start', 0), act('skip', 10)]
    expect(position(59, ...events)).toBe(59)
    expect(position(61, ...events)).toBe(171)
    expect(position(75, ...events)).toBe(185)
  })

  it('skip in a transition turns it to the board after, without beginning it anew', () => {
    const events = [act('start', 0), act('skip', 64)]
    expect(position(64, ...events)).toBe(174)
    expect(position(70, ...events)).toBe(180)
  })

  it('skip with nothing to come does nothing; skipping all that comes ends the class', () => {
    expect(position(200, act('start', 0), act('skip', 190))).toBe(200)
    expect(position(65, act('start', 0), act('skip', 10), act('skip', 11))).toBe(210)
  })

  it('what is undone never was', () => {
    const start = act('start', 0)
    const cut = act('next', 20)
    expect(position(30, start, cut, act('undo', 25, cut.id))).toBe(30)
    const finish = act('finish', 40)
    expect(at(50, start, finish, act('undo', 45, finish.id))).toMatchObject({
      phase: 'running',
      position: 50_000,
    })
  })

  it('passes over acts that cannot be: a second start, a resume without a pause, anything after the finish', () => {
    const events = [
      act('start', 0),
      act('start', 5),
      act('resume', 8),
      act('finish', 100),
      act('next', 110),
      act('pause', 111),
    ]
    expect(at(120, ...events)).toMatchObject({ phase: 'finished', startedAt: START, position: 100_000 })
  })

  it('keeps the legs in which it ran, wall time beside plan time', () => {
    const events = [act('start', 0), act('next', 20), act('pause', 50), act('resume', 60), act('finish', 80)]
    expect(at(80, ...events).legs).toEqual([
      { from: START, to: START + 20_000, planFrom: 0, planTo: 20_000 },
      { from: START + 20_000, to: START + 50_000, planFrom: 60_000, planTo: 90_000 },
      { from: START + 60_000, to: START + 80_000, planFrom: 90_000, planTo: 110_000 },
    ])
  })
})

const kinds = fc.constantFrom<RunEvent['kind']>('pause', 'resume', 'next', 'begin', 'skip')
const anyEvents = fc
  .array(fc.tuple(kinds, fc.integer({ min: 0, max: 250 })), { maxLength: 12 })
  .map((acts) => [act('start', 0), ...acts.sort((a, b) => a[1] - b[1]).map(([kind, sec]) => act(kind, sec))])

describe('for any events', () => {
  it('the position never goes back and stays inside the plan', () => {
    fc.assert(
      fc.property(anyEvents, fc.nat(300), fc.nat(50), (events, sec, more) => {
        const before = position(sec, ...events)
        const after = position(sec + more, ...events)
        expect(before).toBeGreaterThanOrEqual(0)
        expect(after).toBeGreaterThanOrEqual(before)
        expect(after).toBeLessThanOrEqual(210)
      }),
    )
  })

  it('no moment of the plan is run twice, and legs are as long on the wall as in the plan', () => {
    fc.assert(
      fc.property(anyEvents, fc.nat(300), (events, sec) => {
        const { legs, position: end } = at(sec, ...events)
        let reached = 0
        for (const leg of legs) {
          expect(leg.planFrom).toBeGreaterThanOrEqual(reached)
          reached = leg.planTo
          expect(leg.planTo - leg.planFrom).toBe(leg.to - leg.from)
        }
        expect(reached).toBeLessThanOrEqual(end)
      }),
    )
  })

  it('the same events in another order, or some of them twice under one id, give the same run', () => {
    fc.assert(
      fc.property(anyEvents, fc.nat(300), (events, sec) => {
        const distinct = events.filter((e, i) => events.findIndex((other) => other.at === e.at) === i)
        expect(at(sec, ...[...distinct].reverse())).toEqual(at(sec, ...distinct))
      }),
    )
  })
})

describe('the course', () => {
  const course = { timeline, skipped: new Set(['b']) }

  it('knows where a position lies', () => {
    expect(placeAt(course, 0)).toEqual({ index: 0, inTransition: false })
    expect(placeAt(course, 60_000)).toEqual({ index: 1, inTransition: true })
    expect(placeAt(course, 209_999)).toEqual({ index: 2, inTransition: false })
    expect(placeAt(course, 210_000)).toBeUndefined()
  })

  it('jumps over what is left out', () => {
    expect(comingAt(course, 0)?.block.id).toBe('c')
    expect(remaining(course, 0)).toEqual([
      [0, 60_000],
      [170_000, 210_000],
    ])
    expect(remainingMs(course, 0)).toBe(100_000)
    expect(remainingMs({ timeline, skipped: new Set() }, 0)).toBe(210_000)
  })
})

describe('what the floor shows', () => {
  const groups = [group('white'), group('green')]
  const turns = plan(
    [
      block('t', {
        mode: 'turns',
        holding: { title: 'steps' },
        tracks: [
          { groups: ['white'], technique: 'fall', dose: count(10, { setupSec: 5 }) },
          { groups: ['green'], technique: 'roll', dose: count(10) },
        ],
      }),
    ],
    { groups },
  )
  const show = (sec: number) => {
    return floorNow(replay(turns, [act('start', 0)], START + sec * 1000))
  }

  it('time left of the block, what each group does, and what is called', () => {
    const now = show(7)
    expect(now.leftMs).toBe(28_000)
    expect(now.groups[0]).toMatchObject({ stretch: { technique: 'fall' }, span: { kind: 'reps' } })
    expect(now.groups[1]?.span).toMatchObject({ kind: 'holding' })
    expect(now.called).toMatchObject({ inMs: 2000, span: { kind: 'reps', set: 1 } })
  })

  it('the handover, and then the other group', () => {
    expect(show(16).called?.span.kind).toBe('handover')
    expect(show(26).called).toMatchObject({ stretch: { track: 1 } })
  })

  it('time left of the transition, and what it leads to', () => {
    const now = floorNow(at(65, act('start', 0)))
    expect(now).toMatchObject({ inTransition: true, leftMs: 5000, called: undefined })
    expect(now.placed?.block.id).toBe('b')
    expect(now.coming?.block.id).toBe('b')
    expect(now.toEndMs).toBe(145_000)
  })

  it('nothing when the plan is done', () => {
    expect(floorNow(at(400, act('start', 0)))).toMatchObject({
      placed: undefined,
      toEndMs: 0,
      groups: [],
    })
  })
})

describe('begin now', () => {
  // a: explained 0–40, worked 40–50 s; b: 60–90 s, explained 60–80.
  const explained = plan([
    block('a', { technique: 'kick', dose: count(10, { setupSec: 40 }) }),
    block('b', { technique: 'kick', dose: count(10, { setupSec: 20 }) }),
  ])
  const begin = (sec: number, board?: string): RunEvent => ({
    ...act('begin', sec),
    ...(board ? { board } : {}),
  })
  const run = (sec: number, ...events: RunEvent[]) =>
    replay(explained, [act('start', 0), ...events], START + sec * 1000)

  it('ends the explanation and starts the work; what was left of it is nobody’s time', () => {
    const early = run(15, begin(12))
    expect(early.position).toBe(43_000)
    expect(early.legs).toEqual([
      { from: START, to: START + 12_000, planFrom: 0, planTo: 12_000 },
      { from: START + 12_000, to: START + 15_000, planFrom: 40_000, planTo: 43_000 },
    ])
  })

  it('does nothing to work that is on, in a transition, before the bow, or of a board that is no longer the one', () => {
    expect(run(45, begin(44)).position).toBe(45_000)
    expect(run(55, begin(54)).position).toBe(55_000)
    expect(run(15, begin(12, 'b')).position).toBe(15_000)
    expect(replay(explained, [begin(1)], START + 5000).phase).toBe('ready')
  })

  it('pressed twice, or by two at once, begins once; taken back, the explanation goes on', () => {
    const first = begin(12, 'a')
    expect(run(15, first, begin(12, 'a')).position).toBe(43_000)
    expect(run(15, first, act('undo', 14, first.id)).position).toBe(15_000)
  })

  it('while the class is held waits for nothing: the work stands ready', () => {
    expect(run(20, act('pause', 10), begin(12))).toMatchObject({ phase: 'paused', position: 40_000 })
  })
})

describe('events', () => {
  it('need an id made by the device, a known kind and a time', () => {
    expect(runEventSchema.safeParse(act('start', 0)).success).toBe(true)
    for (const bad of [{ id: 'x' }, { kind: 'dance' }, { at: -1 }, { at: 1.5 }, { mood: 'good' }])
      expect(runEventSchema.safeParse({ ...act('start', 0), ...bad }).success).toBe(false)
  })

  it('that stand are those not undone, in the order they happened', () => {
    const events = [act('pause', 9), act('start', 1)]
    expect(inForce(events).map(({ kind }) => kind)).toEqual(['start', 'pause'])
    expect(inForce([...events, act('undo', 12, events[0]!.id)]).map(({ kind }) => kind)).toEqual(['start'])
  })
})
