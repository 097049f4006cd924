import { describe, expect, it } from 'vitest'
import { creditPlan } from '../../../core/people/credit'
import { parseAttendance, type AttendanceRow } from '../../../core/people/attendance'
import { block, count, drill, fixed, group, plan } from '../make'

const credit = (made: ReturnType<typeof plan>, row: Partial<AttendanceRow>) =>
  creditPlan(made, { present: [{ student: 'sam', group: 'white', ...row }] })[0]!.practice

/** Ten reps of one second each side, five to change: right 0–10, left 15–25. */
const bothSides = drill(count(10, { sides: 2 }))

describe('credit under partial presence', () => {
  it('counts only reps that lie whole inside presence', () => {
    expect(credit(bothSides, { fromSec: 2.5 })).toMatchObject([{ repsR: 7, repsL: 10, workSec: 17.5 }])
    expect(credit(bothSides, { toSec: 3 })).toMatchObject([{ repsR: 3, repsL: 0, workSec: 3 }])
    expect(credit(bothSides, { toSec: 2.999 })).toMatchObject([{ repsR: 2, workSec: 2.999 }])
  })

  it('takes out what was sat out, overlapping or not', () => {
    const out: [number, number][] = [
      [2, 4],
      [3, 6.5],
      [20, 21],
    ]
    expect(credit(bothSides, { out })).toMatchObject([{ repsR: 5, repsL: 9, workSec: 14.5 }])
  })

  it('a sitting-out of no length changes nothing', () => {
    expect(credit(bothSides, { out: [[5.5, 5.5]] })).toMatchObject([{ reps: 20 }])
  })

  it('who was there for nothing has an empty page', () => {
    expect(credit(bothSides, { fromSec: 30 })).toEqual([])
    expect(credit(bothSides, { fromSec: 10, toSec: 15 })).toEqual([])
  })

  it('alternate reps are credited to their own sides: reps 4 to 7 are left, right, left, right', () => {
    const made = drill(count(10, { alternate: true }))
    expect(credit(made, { fromSec: 3, toSec: 7 })).toMatchObject([{ repsR: 2, repsL: 2, reps: 4 }])
    expect(credit(made, { fromSec: 4, toSec: 7 })).toMatchObject([{ repsR: 2, repsL: 1, reps: 3 }])
  })

  it('a timed round gives floor(present work / tempo)', () => {
    const made = drill({ kind: 'rounds', rounds: 2, workSec: 30, restSec: 10, tempoSec: 4 })
    expect(credit(made, { fromSec: 9 })).toMatchObject([{ reps: 5 + 7, workSec: 51, estimated: true }])
    expect(
      credit(made, {
        out: [
          [10, 12],
          [20, 22],
        ],
      }),
    ).toMatchObject([{ reps: 6 + 7, workSec: 56 }])
  })

  it('a hold and a form run count only when wholly present', () => {
    const held = drill({ kind: 'hold', sets: 3, holdSec: 20, restSec: 10 })
    expect(credit(held, { fromSec: 1 })).toMatchObject([{ reps: 2, workSec: 59 }])
    const form = drill({ kind: 'form', sections: [{ id: 's', sec: 20 }], runs: [{ to: 1, times: 2 }] })
    expect(credit(form, { toSec: 44 })).toMatchObject([{ reps: 1, workSec: 39 }])
  })
})

describe('roles, threes and those who follow from home', () => {
  /** A performs 0–10, B 15–25. */
  const pairs = drill(count(10, { roles: 2 }))

  it('A performs first and receives second; B the other way about', () => {
    expect(credit(pairs, { toSec: 12 })).toMatchObject([{ reps: 10, received: 0 }])
    expect(credit(pairs, { toSec: 12, startsAs: 'B' })).toMatchObject([{ reps: 0, received: 10 }])
  })

  it('in a three each gets round(2/3 · reps) a side, performed and received, halves up', () => {
    expect(credit(pairs, { trio: ['b'] })).toMatchObject([{ reps: 7, received: 7, workSec: 20 }])
    const sided = drill(count(5, { roles: 2, sides: 2 }))
    expect(credit(sided, { trio: ['b'] })).toMatchObject([{ repsR: 3, repsL: 3, received: 6 }])
  })

  it('rounds once for the block, not once a set: 2·2 = 4 of which two thirds are 3', () => {
    const sets = drill(count(2, { sets: 2, roles: 2 }))
    expect(credit(sets, { trio: ['b'] })).toMatchObject([{ reps: 3, received: 3 }])
  })

  it('shares only work of two roles', () => {
    const stages = [
      { title: 'alone', dose: count(10) },
      { title: 'in pairs', dose: count(10, { roles: 2 }) },
    ]
    expect(credit(drill({ kind: 'ladder', stages }), { trio: ['b'] })).toMatchObject([
      { reps: 17, received: 7 },
    ])
  })

  it('from home nothing is received, the work counts, and threes do not touch it', () => {
    expect(credit(pairs, { remote: true, trio: ['b'] })).toMatchObject([
      { reps: 10, received: 0, workSec: 20 },
    ])
  })
})

describe('stations', () => {
  const made = plan([
    block('b', {
      mode: 'stations',
      stations: [
        { title: 'A', technique: 'pads' },
        { title: 'B', technique: 'rope' },
      ],
      teams: 2,
      workSec: 30,
      moveSec: 10,
    }),
  ])

  it('a student’s own team settles what the time there was: team 1 begins at the second station', () => {
    expect(credit(made, { toSec: 20 })).toMatchObject([{ technique: 'pads', workSec: 20 }])
    expect(credit(made, { toSec: 20, team: 1 })).toMatchObject([{ technique: 'rope', workSec: 20 }])
  })
})

describe('the answer', () => {
  it('is sorted by student, whatever the order of the register', () => {
    const made = plan([block('b', { dose: fixed(10) })])
    const present = ['zoe', 'abe', 'kim'].map((student) => ({ student, group: 'white' }))
    expect(creditPlan(made, { present }).map(({ student }) => student)).toEqual(['abe', 'kim', 'zoe'])
  })
})

describe('parseAttendance', () => {
  const made = plan([block('b', { dose: count(5) })], { groups: [group('white')] })
  const faults = (json: unknown) => {
    const parsed = parseAttendance(json, made)
    return parsed.ok ? [] : parsed.faults.map(({ path }) => path)
  }
  const row = (more: object) => ({ present: [{ student: 'sam', group: 'white', ...more }] })

  it('takes a row with everything in it', () => {
    expect(
      faults(
        row({ fromSec: 1.5, toSec: 9, out: [[2, 3]], startsAs: 'B', trio: ['b'], team: 0, remote: true }),
      ),
    ).toEqual([])
  })

  it.each([
    [null, '$'],
    [{}, 'present'],
    [{ present: [], absent: [] }, 'absent'],
    [row({ group: 'blue' }), 'present[0].group'],
    [row({ fromSec: -1 }), 'present[0].fromSec'],
    [row({ fromSec: 5, toSec: 4 }), 'present[0].toSec'],
    [row({ out: [[4, 3]] }), 'present[0].out[0][1]'],
    [row({ out: [[4]] }), 'present[0].out[0]'],
    [row({ startsAs: 'C' }), 'present[0].startsAs'],
    [row({ trio: ['x'] }), 'present[0].trio[0]'],
    [row({ team: -1 }), 'present[0].team'],
    [row({ remote: 'yes' }), 'present[0].remote'],
    [row({ note: 'hi' }), 'present[0].note'],
    [
      {
        present: [
          { student: 'a', group: 'white' },
          { student: 'a', group: 'white' },
        ],
      },
      'present[1].student',
    ],
  ])('%j is at fault at %s', (json, path) => {
    expect(faults(json)[0]).toMatch(path)
    expect(faults(json).some((found) => found.startsWith(path))).toBe(true)
  })
})
