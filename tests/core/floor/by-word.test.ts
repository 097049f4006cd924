import { describe, expect, it } from 'vitest'
import type { RunEvent, Detail } from '../../../core/floor/events'
import { pieceNow } from '../../../core/floor/called'
import { floorNow } from '../../../core/floor/now'
import { replay } from '../../../core/floor/run'
import { segmentAt } from '../../../core/floor/segment'
import { soundsAhead } from '../../../core/floor/sounds-ahead'
import { attendanceOf } from '../../../core/people/register'
import { creditPlan } from '../../../core/people/credit'
import { parsePlan } from '../../../core/plan/parse'
import type { Plan } from '../../../core/plan/schema'
import { block, count, plan } from '../make'

const START = 5_000_000
let made = 0
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const SAM = uuid(900_000)
const act = (kind: RunEvent['kind'], sec: number, detail: Detail & { board?: string } = {}): RunEvent => {
  const { board, ...rest } = detail
  return {
    id: uuid(++made),
    n: made,
    kind,
    at: START + sec * 1000,
    ...(board ? { board } : {}),
    detail: rest,
  }
}
const of =
  (held: Plan) =>
  (sec: number, ...events: RunEvent[]) =>
    replay(held, [act('start', 0), ...events], START + sec * 1000)
function credited(held: Plan, sec: number, ...events: RunEvent[]) {
  const run = of(held)(sec, ...events, act('finish', sec))
  const here = { id: uuid(++made), kind: 'here', student: SAM, at: START } as const
  return (
    creditPlan(run.plan, attendanceOf(run, [here], [{ id: SAM, group: 'white' }]))[0]?.practice.map(
      ({ technique, repsR, repsL, repsN, workSec }) => [technique, repsR, repsL, repsN, workSec],
    ) ?? []
  )
}
/** As a file would have it: defaults filled in, faults told. */
function filed(...blocks: Parameters<typeof plan>[0]): Plan {
  const parsed = parsePlan(JSON.parse(JSON.stringify(plan(blocks))))
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
  return parsed.plan
}
const said = (held: Plan, sec: number, ...events: RunEvent[]) => {
  const run = of(held)(sec, ...events)
  const { called } = floorNow(run)
  const piece = called && pieceNow(called)
  return { piece: piece && `${piece.number} ${piece.says.say}`, counted: run.counted, waits: run.waitsFor }
}
const press = (rep: number, sec: number) => act('count', sec, { board: 'k', rep })

describe('a kick in three counted parts, by word', () => {
  const links = [{ say: 'look' }, { say: 'lift', beats: 2 }, { say: 'kick', technique: 'kick' }]
  const held = (more: object = {}) =>
    filed(
      block('k', {
        technique: 'kick',
        links,
        dose: { ...count(2, { by: 'word', tempoSec: 4 }), ...more },
      }),
    )

  it('goes from link to link at each word, and the clock moves nothing', () => {
    expect(said(held(), 60)).toEqual({ piece: '1 look', counted: 0, waits: 'count' })
    const all = [1, 2, 3, 4].map((n) => press(n, n * 10))
    expect(all.map((_, n) => said(held(), (n + 1) * 10 + 9, ...all.slice(0, n + 1)).piece)).toEqual([
      '1 look',
      '2 lift',
      '3 kick',
      '1 look',
    ])
  })

  it('credits the reps whose links were all called', () => {
    const five = [1, 2, 3, 4, 5].map((n) => press(n, n))
    // The kick by itself, and the kick as a link of it.
    expect(credited(held(), 30, ...five)).toEqual([['kick', 0, 0, 2, 7]])
    expect(credited(held(), 30, ...five, press(6, 6))).toEqual([['kick', 0, 0, 4, 8]])
  })

  it('backward it goes from the last to the first', () => {
    expect(said(held({ reversed: true }), 5, press(1, 1)).piece).toBe('3 kick')
    expect(said(held({ reversed: true }), 5, press(1, 1), press(2, 2)).piece).toBe('2 lift')
  })

  it('from the top: the rep stands at its first link until it is called', () => {
    const two = [press(1, 1), press(2, 2), act('again', 3, { board: 'k', again: 'top' })]
    expect(said(held(), 9, ...two)).toEqual({ piece: '1 look', counted: 0, waits: 'count' })
    const whole = [press(1, 4), press(2, 5), press(3, 6)]
    // What was done twice took its time twice, and was a rep once: the kick, and the kick as its link.
    expect(credited(held(), 30, ...two, ...whole)).toEqual([['kick', 0, 0, 2, 7]])
  })

  it('one fewer takes the last link back', () => {
    expect(said(held(), 9, press(1, 1), press(2, 2), act('fewer', 3, { board: 'k' }))).toMatchObject({
      piece: '1 look',
      counted: 1,
    })
  })

  it('of two who call the same link one calls it', () => {
    expect(said(held(), 9, press(1, 1), press(1, 1.1)).counted).toBe(1)
  })
})

describe('a form by word', () => {
  const moves = (...all: string[]) => all.map((say) => ({ say, beats: 1 }))
  const held = filed(
    block('k', {
      technique: 'form',
      dose: {
        kind: 'form',
        sections: [
          { id: 'one', sec: 10, moves: moves('block', 'step', 'punch') },
          { id: 'two', sec: 6, moves: moves('turn', 'kick') },
        ],
        runs: [{ from: 1, to: 2, times: 2 }],
        by: 'word',
      },
    }),
  )

  it('is the move, and the last one ends the run and credits it; the next word goes on to the reset', () => {
    const all = [1, 2, 3, 4, 5].map((n) => press(n, n * 20))
    expect(said(held, 85, ...all.slice(0, 4))).toEqual({ piece: '1 turn', counted: 4, waits: 'count' })
    expect(credited(held, 90, ...all.slice(0, 4))).toEqual([['form', 0, 0, 0, 13]])
    expect(credited(held, 120, ...all)).toEqual([['form', 0, 0, 1, 16]])
    const on = [...all, press(6, 110)]
    expect(of(held)(112, ...on).waitsFor).toBeUndefined()
    expect(said(held, 150, ...on)).toEqual({ piece: '1 block', counted: 0, waits: 'count' })
  })

  it('from the top the run begins anew', () => {
    const again = act('again', 3, { board: 'k', again: 'top' })
    expect(said(held, 9, press(1, 1), press(2, 2), again)).toEqual({
      piece: '1 block',
      counted: 0,
      waits: 'count',
    })
  })
})

describe('what lasts until the word', () => {
  const hold = (more: object = {}) =>
    filed(
      block('k', {
        technique: 'hold',
        dose: { kind: 'hold', sets: 2, holdSec: 30, restSec: 10, by: 'word', ...more },
      }),
    )
  const end = (sec: number, piece: number) => act('end', sec, { board: 'k', piece })

  it('a hold ended early or late is one hold', () => {
    expect(credited(hold(), 21, end(20, 0))).toEqual([['hold', 0, 0, 1, 30]])
    expect(of(hold())(45).waitsFor).toBe('end')
    expect(credited(hold(), 46, end(45, 0))).toEqual([['hold', 0, 0, 1, 30]])
    expect(of(hold())(50, end(45, 0)).position).toBe(35_000)
  })

  it('two who end the same hold end one', () => {
    expect(of(hold())(21, end(20, 0), end(20.2, 0)).position).toBe(31_000)
  })

  it('whoever came when it was all but over has none', () => {
    const run = of(hold())(60, end(45, 0), act('finish', 50))
    const late = { id: uuid(++made), kind: 'late', student: SAM, at: START + 20_000 } as const
    const [row] = creditPlan(run.plan, attendanceOf(run, [late], [{ id: SAM, group: 'white' }]))
    expect(row?.practice).toMatchObject([{ repsN: 0 }])
  })

  it('a round is as long as it was', () => {
    const rounds = filed(
      block('k', {
        technique: 'kick',
        dose: { kind: 'rounds', rounds: 2, workSec: 60, restSec: 30, by: 'word' },
      }),
    )
    expect(credited(rounds, 41, end(40, 0)).map((row) => row[4])).toEqual([40])
    expect(of(rounds)(80)).toMatchObject({ waitsFor: undefined, relivedMs: 60_000, position: 20_000 })
    expect(credited(rounds, 80.5, end(80, 0)).map((row) => row[4])).toEqual([80])
    expect(of(rounds)(85, end(80, 0)).position).toBe(65_000)
  })

  it('a set at one’s own pace is whole when all are done', () => {
    const own = filed(
      block('k', { technique: 'kick', dose: { kind: 'own', reps: 10, tempoSec: 2, by: 'word' } }),
    )
    expect(of(own)(100).waitsFor).toBe('end')
    expect(credited(own, 15, end(14, 0))).toEqual([['kick', 0, 0, 10, 20]])
  })

  it('its end is not called, and nothing that comes after it', () => {
    const run = of(hold())(20)
    expect(soundsAhead(run, START + 20_000, 60_000)).toEqual([])
    const clock = of(hold({ by: 'clock' }))(20)
    expect(soundsAhead(clock, START + 20_000, 12_000).map(({ cue }) => cue.kind)).toEqual([
      'ten',
      'three',
      'stop',
      'rest',
    ])
  })
})

describe('one key ends what is on', () => {
  const sets = plan([
    block('k', { technique: 'kick', dose: count(10, { sets: 2, sides: 2, tempoSec: 2, restSec: 10 }) }),
    block('z', { technique: 'fist', dose: count(5) }),
  ])
  const end = (sec: number, piece: number) => act('end', sec, { board: 'k', piece })
  it('the set, then the rest is on; the side, then the change; the board, then the way to the next', () => {
    expect(of(sets)(7, end(6, 0)).position).toBe(21_000)
    expect(credited(sets, 6.5, end(6, 0))).toEqual([['kick', 3, 0, 0, 6]])
    expect(floorNow(of(sets)(36, end(35, 30_000))).called?.span.kind).toBe('switch')
  })
  it('only what is worked, and what was meant', () => {
    expect(of(sets)(25, end(22, 0)).position).toBe(25_000)
    expect(of(sets)(25, end(24, 20_000)).position).toBe(25_000)
  })
})

describe('once more', () => {
  const sets = plan([
    block('k', { technique: 'kick', dose: count(10, { sets: 2, tempoSec: 2, restSec: 10 }) }),
    block('z', { technique: 'fist', dose: count(5) }),
  ])
  const again = (sec: number, how: Detail['again'], board = 'k') => act('again', sec, { board, again: how })
  it('another set while one is on comes when it is over; asked twice it does not', () => {
    expect(of(sets)(5, again(4, 'another'))).toMatchObject({ position: 5000, hasAnother: true })
    expect(of(sets)(25, again(4, 'another'))).toMatchObject({ position: 5000, hasAnother: false })
    expect(of(sets)(25, again(4, 'another'), again(5, 'another')).position).toBe(25_000)
    expect(credited(sets, 40, again(4, 'another'))).toEqual([['kick', 0, 0, 20, 40]])
  })
  it('just after, in the rest or on the way to the next board, the set that was worked comes again', () => {
    expect(of(sets)(26, again(25, 'another')).position).toBe(1000)
    expect(of(sets)(56, again(55, 'another', 'z')).position).toBe(31_000)
  })
  it('by word, after its last rep', () => {
    const word = plan([
      block('k', { technique: 'kick', dose: count(2, { sets: 2, by: 'word', restSec: 10 }) }),
    ])
    const all = [press(1, 1), again(2, 'another'), press(2, 3), press(3, 4)]
    expect(of(word)(9, ...all)).toMatchObject({ counted: 0, position: 0, waitsFor: 'count' })
    expect(credited(word, 20, ...all, press(1, 5), press(2, 6))).toEqual([['kick', 0, 0, 4, 4]])
  })
  it('from the top of a rep on the clock', () => {
    expect(of(sets)(5, again(4.5, 'top')).position).toBe(4500)
  })
})

describe('a rung of a ladder', () => {
  const rungs = filed(
    block('k', {
      technique: 'kick',
      dose: {
        kind: 'ladder',
        setupSec: 0,
        bridgeSec: 5,
        stages: [
          { title: 'still', dose: count(5, { sets: 2, restSec: 10, sides: 2, switchSec: 5 }) },
          { title: 'free', dose: count(4) },
        ],
      },
    }),
  )
  const piece = (sec: number, ...events: RunEvent[]) => {
    const { called } = floorNow(of(rungs)(sec, ...events))
    return called && [called.span.kind, called.span.stage, called.span.set, called.span.side]
  }
  /** Where the piece of the second rung begins, ms into the board. */
  const piece2 = (sec: number) => {
    const run = of(rungs)(sec, over(3))
    const segment = segmentAt(run.timeline, run.position)
    return (segment?.from ?? 0) - (segment?.placed.at ?? 0)
  }
  const over = (sec: number, from = 0) => act('end', sec, { board: 'k', again: 'rung', piece: from * 1000 })
  it('is ended with all that is left of it, and leads on within the board, once for two who end it', () => {
    expect(piece(3)).toEqual(['reps', 0, 1, 'R'])
    expect(piece(4, over(3))?.[0]).toBe('bridge')
    expect(piece(4, over(3), over(3.2))?.[0]).toBe('bridge')
    expect(piece(9, over(3))).toEqual(['reps', 1, 1, undefined])
    expect(credited(rungs, 12, over(3))).toEqual([['kick', 3, 0, 4, 7]])
  })
  it('ends the board where it was the last', () => {
    const both = [over(3), act('end', 10, { board: 'k', again: 'rung', piece: piece2(9) })]
    expect(of(rungs)(11, ...both).position).toBe(of(rungs)(11).timeline.totalMs)
  })
  it('is nothing on a board without rungs', () => {
    const plain = filed(block('k', { technique: 'kick', dose: count(5, { setupSec: 0 }) }))
    expect(of(plain)(4, over(2)).position).toBe(4000)
  })
})
