import { describe, expect, it } from 'vitest'
import { creditPlan } from '../../../core/people/credit'
import { parseAttendance } from '../../../core/people/attendance'
import { expandPlan } from '../../../core/plan/expand'
import { parsePlan } from '../../../core/plan/parse'
import { techniquesOf } from '../../../core/plan/techniques'
import { creditStudent } from '../../../core/people/credit'
import { layPlan } from '../../../core/plan/timeline'
import { block, count, plan } from '../make'

/** What is worked at a place: the other role's item, the parts of a rep, and stages of their own. */

const raw = (fields: object) => ({
  format: 'golden-lintel/plan',
  version: 1,
  title: 'A plan',
  lengthMin: 60,
  groups: [{ id: 'g', name: 'Everyone', ranks: [], headcount: 8 }],
  blocks: [{ id: 'a', title: 'A', phase: 'partner', ...fields }],
})
const pathsOf = (fields: object) => {
  const parsed = parsePlan(raw(fields))
  return parsed.ok ? [] : parsed.faults.map(({ path }) => path)
}
const practiceOf = (fields: object) => {
  const parsed = parsePlan(raw(fields))
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
  return expandPlan(parsed.plan).groups[0]!.practice
}
const pairs = (fields: object = {}) => count(4, { roles: 2, ...fields })
const check = { technique: 'check' }

describe('reps that are estimated', () => {
  it('are those that went whole into the time', () => {
    const [row] = practiceOf({
      technique: 'kick',
      dose: { kind: 'rounds', rounds: 1, workSec: 11, tempoSec: 3 },
    })
    expect(row).toMatchObject({ reps: 3, estimated: true })
  })

  it('are estimated for the item that answers, too', () => {
    const rounds = { kind: 'rounds', rounds: 1, workSec: 11, tempoSec: 3, roles: 2 }
    const rows = practiceOf({ technique: 'kick', receives: check, dose: rounds })
    expect(rows.map(({ technique, reps, estimated }) => [technique, reps, estimated])).toEqual([
      ['check', 3, true],
      ['kick', 3, true],
    ])
  })
})

describe('the other role’s item', () => {
  it('takes the time and the reps of the turn in which a student receives', () => {
    const rows = practiceOf({ technique: 'kick', receives: check, dose: pairs({ sides: 2 }) })
    expect(rows).toMatchObject([
      { technique: 'check', workSec: 8, reps: 8, repsR: 4, repsL: 4, received: 0 },
      { technique: 'kick', workSec: 8, reps: 8, repsR: 4, repsL: 4, received: 8 },
    ])
  })

  it('goes on the other side, or on none', () => {
    const alternating = { technique: 'kick', dose: pairs({ reps: 5, alternate: true }) }
    const [other] = practiceOf({ ...alternating, receives: { ...check, side: 'other' } })
    expect(other).toMatchObject({ technique: 'check', repsR: 2, repsL: 3, repsN: 0 })
    const [none] = practiceOf({ ...alternating, receives: { ...check, side: 'none' } })
    expect(none).toMatchObject({ technique: 'check', repsR: 0, repsL: 0, repsN: 5 })
  })

  it.each([
    [{ technique: 'kick', receives: check, dose: count(4) }, 'blocks[0].receives'],
    [{ receives: check, dose: pairs() }, 'blocks[0].receives'],
    [{ parts: [check], dose: count(4) }, 'blocks[0].parts'],
    [
      {
        technique: 'kick',
        dose: { kind: 'ladder', stages: [{ title: 'a', receives: check, dose: count(4) }] },
      },
      'blocks[0].dose.stages[0].receives',
    ],
    [
      {
        mode: 'layers',
        dose: count(4),
        tracks: [{ groups: ['g'], technique: 'kick', receives: check }],
      },
      'blocks[0].tracks[0].receives',
    ],
    [
      { dose: { kind: 'routine', entries: [{ title: 'a', parts: [check], dose: count(4) }] } },
      'blocks[0].dose.entries[0].parts',
    ],
    [{ technique: 'kick', layerUpTo: 1, dose: count(4) }, 'blocks[0].layerUpTo'],
    [
      { dose: count(4), teaching: { leads: [{ group: 'nobody', who: 'Ida' }] } },
      'blocks[0].teaching.leads[0].group',
    ],
  ])('%j is a fault at %s', (fields, path) => expect(pathsOf(fields)).toContain(path))

  it('is ignored, and no fault, on a board in another mode', () => {
    expect(
      pathsOf({
        mode: 'oneCount',
        technique: 'kick',
        receives: check,
        dose: count(4),
        tracks: [{ groups: ['g'], technique: 'kick' }],
      }),
    ).toEqual([])
  })
})

describe('combinations', () => {
  const joined = {
    technique: 'joined',
    parts: [
      { technique: 'jab', times: 2 },
      { technique: 'hook', side: 'other' },
    ],
  }

  it('give each part its reps beside their own, and no time', () => {
    const rows = practiceOf({ ...joined, dose: count(6, { alternate: true }) })
    expect(rows).toMatchObject([
      { technique: 'hook', workSec: 0, reps: 6, repsR: 3, repsL: 3 },
      { technique: 'jab', workSec: 0, reps: 12, repsR: 6, repsL: 6 },
      { technique: 'joined', workSec: 6, reps: 6 },
    ])
  })

  it('tell how many reps of a part were in combinations, apart from its own', () => {
    const made = plan([
      block('a', { ...joined, dose: count(6) }),
      block('b', { technique: 'jab', dose: count(5) }),
    ])
    const tally = creditStudent(made, layPlan(made), { student: 's', group: made.groups[0]!.id })
    const told = new Map(tally.practiceTold.map((row) => [row.technique, row]))
    expect(told.get('jab')).toMatchObject({ reps: 17, inCombinations: 12 })
    expect(told.get('joined')).toMatchObject({ reps: 6, inCombinations: 0 })
    expect(tally.practice[0]).not.toHaveProperty('inCombinations')
  })

  it('hold for the stages that work the same item, and not for the others', () => {
    const rows = practiceOf({
      ...joined,
      dose: {
        kind: 'ladder',
        stages: [
          { title: 'alone', technique: 'jab', dose: count(3) },
          { title: 'joined', dose: count(2) },
        ],
      },
    })
    expect(rows).toMatchObject([
      { technique: 'hook', reps: 2 },
      { technique: 'jab', reps: 3 + 4 },
      { technique: 'joined', reps: 2 },
    ])
  })
})

describe('routines', () => {
  const routine = (fields: object = {}) => ({
    phase: 'warmup',
    dose: {
      kind: 'routine',
      entries: [
        { title: 'Jacks', technique: 'jacks', dose: count(10) },
        { title: 'Circles', dose: { kind: 'rounds', workSec: 20, restSec: 0 } },
      ],
      ...fields,
    },
  })

  it('last as long as their entries, gaps, laps and rests say', () => {
    const parsed = parsePlan(raw(routine({ gapSec: 5, laps: 3, lapRestSec: 30, setupSec: 10 })))
    if (!parsed.ok) throw new Error('a routine')
    expect(expandPlan(parsed.plan).totalSec).toBe(10 + 3 * (10 + 20 + 5) + 2 * 30)
  })

  it('call every entry of every lap', () => {
    const parsed = parsePlan(raw(routine({ laps: 2, lapRestSec: 8 })))
    if (!parsed.ok) throw new Error('a routine')
    const { cues = [] } = expandPlan(parsed.plan, { cues: true })
    expect(cues.filter(({ kind }) => kind === 'begin' || kind === 'rest')).toMatchObject([
      { kind: 'begin', stage: 0, lap: 1 },
      { kind: 'begin', stage: 1, lap: 1 },
      { kind: 'rest', stage: 0, lap: 2 },
      { kind: 'begin', stage: 0, lap: 2 },
      { kind: 'begin', stage: 1, lap: 2 },
    ])
  })
})

describe('an attendance file', () => {
  const made = plan([block('a', { technique: 'kick', dose: count(10) })])
  const group = made.groups[0]!.id
  const faultsOf = (row: object) => {
    const parsed = parseAttendance({ present: [{ student: 's', group, ...row }] }, made)
    return parsed.ok ? [] : parsed.faults.map(({ path }) => path)
  }

  it.each([
    [{ spans: [[0, 5]], toSec: 5 }, 'present[0].spans'],
    [{ spans: [[0, 5]], out: [] }, 'present[0].spans'],
    [
      {
        spans: [
          [0, 5],
          [3, 3],
        ],
      },
      'present[0].spans[1]',
    ],
    [{ spans: [[0, 16]] }, 'present[0].spans[0]'],
    [{ layers: { kick: 0 } }, 'present[0].layers.kick'],
  ])('%j is a fault at %s', (row, path) => expect(faultsOf(row)).toContain(path))

  it('credits what was lived through twice, twice, and at the student’s own layer', () => {
    const parsed = parseAttendance(
      {
        present: [
          {
            student: 's',
            group,
            spans: [
              [0, 10],
              [5, 10],
            ],
            layers: { kick: 3 },
          },
        ],
      },
      made,
    )
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
    expect(creditPlan(made, parsed.attendance)).toMatchObject([
      { student: 's', practice: [{ technique: 'kick', layer: 3, workSec: 15, reps: 15 }] },
    ])
  })
})

it('every place that names an item is found, the other role’s and the parts among them', () => {
  const parsed = parsePlan(
    raw({
      technique: 'kick',
      receives: check,
      parts: [{ technique: 'step', layer: 2 }],
      dose: {
        kind: 'ladder',
        stages: [
          { title: 'a', technique: 'turn', dose: pairs() },
          { title: 'b', layer: 3, dose: pairs() },
        ],
      },
    }),
  )
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
  expect(techniquesOf(parsed.plan).map(({ id, layer }) => `${id} ${layer}`)).toEqual([
    'kick 1',
    'check 1',
    'step 2',
    'turn 1',
    'kick 3',
  ])
})
