import { describe, expect, it } from 'vitest'
import type { Detail, RunEvent } from '../../../core/floor/events'
import { runEventSchema } from '../../../core/floor/events'
import { replay } from '../../../core/floor/run'
import { wallEvents } from '../../../core/floor/wall'
import { creditPlan } from '../../../core/people/credit'
import { attendanceOf } from '../../../core/people/register'
import { block, count, plan } from '../make'

/** What is told on the floor of single students and groups: what one does instead, who is done, how hard the drill is. */
const START = 5_000_000
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const [SAM, ADA] = [uuid(900_001), uuid(900_002)]
let made = 0
const act = (kind: RunEvent['kind'], sec: number, detail: Detail = {}, board?: string): RunEvent => {
  const id = uuid(++made)
  return { id, n: made, kind, at: START + sec * 1000, detail, ...(board ? { board } : {}) }
}
const kicks = (id: string) => block(id, { technique: 'kick', dose: count(10, { tempoSec: 2 }) })
const held = plan([kicks('a'), kicks('b')], { transitionSec: 0 })
const at = (sec: number, ...events: RunEvent[]) =>
  replay(held, [act('start', 0), ...events], START + sec * 1000)

describe('what one student does instead', () => {
  const credited = (student: string, ...events: RunEvent[]) => {
    const run = at(40, ...events, act('finish', 40))
    const here = [SAM, ADA].map(
      (one) => ({ id: uuid(++made), kind: 'here', student: one, at: START }) as const,
    )
    const attendance = attendanceOf(run, here, [
      { id: SAM, group: 'white' },
      { id: ADA, group: 'white' },
    ])
    const rows = creditPlan(run.plan, attendance).find((one) => one.student === student)?.practice ?? []
    return rows.map(({ technique, layer, repsN }) => [technique, layer, repsN])
  }
  it('is what they are credited with at that board, and at no other; nobody else', () => {
    const instead = act('did', 5, { student: SAM, technique: 'punch', layer: 2 }, 'a')
    expect(credited(SAM, instead)).toEqual([
      ['kick', 1, 10],
      ['punch', 2, 10],
    ])
    expect(credited(ADA, instead)).toEqual([['kick', 1, 20]])
  })
  it('is what was said last, and is taken back by saying that they do what all do', () => {
    const [one, other] = [
      act('did', 5, { student: SAM, technique: 'punch' }, 'a'),
      act('did', 6, { student: SAM, technique: 'fall' }, 'a'),
    ]
    expect(credited(SAM, one, other)).toEqual([
      ['fall', 1, 10],
      ['kick', 1, 10],
    ])
    expect(credited(SAM, one, other, act('did', 7, { student: SAM }, 'a'))).toEqual([['kick', 1, 20]])
  })
  it('goes on with a board that was changed for a group while it was worked', () => {
    const changed = act('change', 10, { group: 'green', technique: 'fall' }, 'a')
    const rows = credited(SAM, act('did', 5, { student: SAM, technique: 'punch' }, 'a'), changed)
    expect(rows.find(([technique]) => technique === 'punch')).toEqual(['punch', 1, 10])
  })
  it('is of the board that is on where none is named, and asks for a student', () => {
    expect(
      at(10, act('did', 5, { student: SAM, technique: 'punch' }))
        .did.get(SAM)
        ?.get('a'),
    ).toEqual({
      technique: 'punch',
      layer: 1,
    })
    const { id, at: time } = act('did', 1)
    expect(runEventSchema.safeParse({ id, kind: 'did', at: time }).success).toBe(false)
  })
  it('is nothing the wall is told', () => {
    const told = [act('did', 5, { student: SAM }, 'a'), act('done', 6, { group: 'white', piece: 0 }, 'a')]
    expect(wallEvents(told).map(({ kind }) => kind)).toEqual(['done'])
  })
})

describe('who is done', () => {
  const done = (sec: number, ...events: RunEvent[]) => [...at(sec, ...events).done]
  it('is so until the piece is over', () => {
    const told = [
      act('done', 5, { group: 'white', piece: 0 }, 'a'),
      act('done', 6, { student: SAM, piece: 0 }, 'a'),
    ]
    expect(done(10, ...told)).toEqual(['white', SAM])
    expect(done(21, ...told)).toEqual([])
  })
  it('is not so after all where that was said; said by two at once it is so', () => {
    const [one, two] = [5, 5].map((sec) => act('done', sec, { group: 'white', piece: 0 }, 'a'))
    expect(done(10, one!, two!)).toEqual(['white'])
    expect(done(10, one!, two!, act('done', 6, { group: 'white', piece: 0, not: true }, 'a'))).toEqual([])
  })
  it('says nothing of another piece than was meant', () => {
    expect(done(25, act('done', 22, { group: 'white', piece: 9000 }, 'a'))).toEqual([])
  })
})

describe('nearer and further', () => {
  it('add up by board, each taken back by itself', () => {
    const steps = [act('rule', 2, { step: 1 }), act('rule', 3, { step: 1 }), act('rule', 25, { step: -1 })]
    expect([...at(30, ...steps).steps]).toEqual([
      ['a', 2],
      ['b', -1],
    ])
    const { id } = steps[1]!
    expect(at(30, ...steps, { ...act('undo', 4), undoes: id }).steps.get('a')).toBe(1)
  })
})
