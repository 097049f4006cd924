import { describe, expect, it } from 'vitest'
import { expandPlan } from '../../../core/plan/expand'
import type { Cue } from '../../../core/plan/cues'
import type { Plan } from '../../../core/plan/schema'
import { block, count, drill, fixed, group, plan } from '../make'

const cuesOf = (made: Plan) => expandPlan(made, { cues: true }).cues ?? []
/** A cue as `at kind` with what it carries, short enough to read a class by. */
const said = ({ at, kind, ...more }: Cue) => {
  const fields = Object.entries(more)
    .filter(([name]) => name !== 'block')
    .map(([name, value]) => `${name}=${value}`)
  return [at, kind, ...fields].join(' ')
}
const read = (made: Plan) => cuesOf(made).map(said)

describe('the calls of a class', () => {
  it('two reps a side: setup, begin, the reps, the switch with the side it leads to', () => {
    expect(read(drill(count(2, { sides: 2, setupSec: 4 })))).toEqual([
      '0 block',
      '0 setup',
      '4 begin side=R',
      '4 rep set=1 side=R n=1',
      '5 rep set=1 side=R n=2',
      '6 switch side=L',
      '11 begin side=L',
      '11 rep set=1 side=L n=1',
      '12 rep set=1 side=L n=2',
      '13 end',
    ])
  })

  it('two roles: a swap that says whose turn comes', () => {
    expect(read(drill(count(1, { roles: 2 })))).toEqual([
      '0 block',
      '0 begin role=A',
      '0 rep set=1 role=A n=1',
      '1 swap role=B',
      '6 begin role=B',
      '6 rep set=1 role=B n=1',
      '7 end',
    ])
  })

  it('alternate reps each say their side; the turn has none', () => {
    expect(read(drill(count(3, { alternate: true })))).toEqual([
      '0 block',
      '0 begin',
      '0 rep set=1 n=1 side=R',
      '1 rep set=1 n=2 side=L',
      '2 rep set=1 n=3 side=R',
      '3 end',
    ])
  })

  it('the rest before the second set says set 2', () => {
    expect(read(drill(count(1, { sets: 2, restSec: 3 })))).toContain('1 rest set=2')
  })

  it.each([
    [9, ['0 work round=1', '9 stop round=1']],
    [10, ['0 work round=1', '7 three round=1', '10 stop round=1']],
    [30, ['0 work round=1', '20 ten round=1', '27 three round=1', '30 stop round=1']],
    [61, ['0 work round=1', '30.5 half round=1', '51 ten round=1', '58 three round=1', '61 stop round=1']],
  ])(
    'a round of %i s is called at half from 60 s, ten left from 30 s, three left from 10 s',
    (workSec, calls) => {
      expect(read(drill({ kind: 'rounds', rounds: 1, workSec }))).toEqual([
        '0 block',
        '0 begin',
        ...calls,
        `${workSec} end`,
      ])
    },
  )

  it('own work begins and switches at the slowest group’s times and stops at the end, or at the cap', () => {
    const groups = [group('white', { pace: 2 }), group('green')]
    const dose = { kind: 'own', reps: 5, tempoSec: 1, sides: 2, sets: 2, restSec: 4 }
    expect(read(drill(dose, { groups }))).toEqual([
      '0 block',
      '0 begin side=R',
      '24 switch side=L',
      '29 begin side=L',
      '53 stop',
      '53 end',
    ])
    expect(read(drill({ ...dose, capSec: 24 }, { groups }))).toEqual([
      '0 block',
      '0 begin side=R',
      '24 stop',
      '24 end',
    ])
  })

  it('form runs are numbered with their repeats, and the reset says which run it leads to', () => {
    const sections = [{ id: 's', sec: 10 }]
    expect(read(drill({ kind: 'form', sections, runs: [{ to: 1, times: 2 }] }))).toEqual([
      '0 block',
      '0 begin round=1',
      '10 reset round=2',
      '15 begin round=2',
      '25 end',
    ])
  })

  it('a ladder’s stages carry their index, its own setup none, the bridge the stage it leads to', () => {
    const stages = [
      { title: 'a', dose: count(1, { setupSec: 2 }) },
      { title: 'b', dose: fixed(5) },
    ]
    expect(read(drill({ kind: 'ladder', setupSec: 3, bridgeSec: 4, stages }))).toEqual([
      '0 block',
      '0 setup',
      '3 setup stage=0',
      '5 begin stage=0',
      '5 rep stage=0 set=1 n=1',
      '6 bridge stage=1',
      '15 end',
    ])
  })

  it('active fixed time begins; talk does not', () => {
    expect(read(drill(fixed(20, { active: true })))).toEqual(['0 block', '0 begin', '20 end'])
    expect(read(drill(fixed(20)))).toEqual(['0 block', '20 end'])
  })

  it('layers have calls of their own by track; on one count they are shared', () => {
    const groups = [group('white'), group('green')]
    const tracks = [
      { groups: ['white'], technique: 'a' },
      { groups: ['green'], technique: 'b' },
    ]
    const layered = plan([block('b', { mode: 'layers', dose: count(1), tracks })], { groups })
    expect(read(layered).filter((line) => line.includes('rep'))).toEqual([
      '0 rep track=0 set=1 n=1',
      '0 rep track=1 set=1 n=1',
    ])
    const counted = plan([block('b', { mode: 'oneCount', dose: count(1), tracks })], { groups })
    expect(read(counted).filter((line) => line.includes('rep'))).toEqual(['0 rep set=1 n=1'])
  })

  it('a handover carries the track that comes, a move the rotation', () => {
    const groups = [group('white'), group('green')]
    const tracks = groups.map((g) => ({ groups: [g.id], technique: 'a', dose: count(1) }))
    expect(read(plan([block('b', { mode: 'turns', tracks })], { groups }))).toContain('1 handover track=1')
    const stations = [{ title: 'A' }, { title: 'B' }]
    expect(read(plan([block('b', { mode: 'stations', stations, teams: 1, workSec: 5 })]))).toEqual([
      '0 block',
      '0 work round=1',
      '5 stop round=1',
      '5 move round=2',
      '20 work round=2',
      '25 stop round=2',
      '25 end',
    ])
  })

  it('a transition names the block that comes; without length there is none', () => {
    const blocks = [block('a', { dose: fixed(10) }), block('b', { dose: fixed(10) })]
    expect(cuesOf(plan(blocks))).toContainEqual({ at: 10, kind: 'transition', block: 'b' })
    expect(cuesOf(plan(blocks, { transitionSec: 0 })).map(({ kind }) => kind)).toEqual([
      'block',
      'block',
      'end',
    ])
  })

  it('at one moment the order of the cue kinds holds: a block before the stop of the one before it', () => {
    const blocks = [
      block('a', { dose: { kind: 'rounds', rounds: 1, workSec: 5 } }),
      block('b', { dose: fixed(5) }),
    ]
    expect(read(plan(blocks, { transitionSec: 0 }))).toEqual([
      '0 block',
      '0 begin',
      '0 work round=1',
      '5 block',
      '5 stop round=1',
      '10 end',
    ])
  })
})
