import { describe, expect, it } from 'vitest'
import { block, count, document, faultsOf, fixed, group, pathsOf, plan } from '../make'

const dosed = (dose: Record<string, unknown>) => document([block('a', { dose })])
const tracks = [{ groups: ['white'], technique: 'kick' }]

describe('parsePlan', () => {
  it('fills in the defaults of the plan file', () => {
    const made = plan([block('a', { dose: { kind: 'count', reps: 10 } })])
    expect(made).toMatchObject({ transitionSec: 10, firstSide: 'R', groups: [{ pace: 1 }] })
    expect(made.blocks[0]).toMatchObject({ priority: 'should', mode: 'together', layer: 1 })
    expect(made.blocks[0]?.dose).toEqual({
      kind: 'count',
      sets: 1,
      reps: 10,
      tempoSec: 1.5,
      restSec: 0,
      sides: 1,
      roles: 1,
      switchSec: 5,
      swapSec: 5,
      alternate: false,
      setupSec: 0,
    })
  })

  it('gives a plan that parses to itself again', () => {
    const made = plan([
      block('a', { mode: 'turns', tracks: [{ ...tracks[0], dose: count(5) }] }),
      block('b', { mode: 'stations', stations: [{ title: 'Pads' }], teams: 1, workSec: 30 }),
      block('c', { mode: 'layers', dose: count(5), tracks }),
    ])
    expect(plan(made.blocks, { groups: made.groups })).toEqual(made)
  })

  it.each([[null], [42], ['plan'], [[]]])('says that %j is no plan, at the document itself', (json) => {
    expect(faultsOf(json)[0]).toMatch(/^\$: must be an object/)
  })

  it('names the unknown field by its path, wherever it stands', () => {
    expect(pathsOf({ ...document([]), colour: 'red' })).toEqual(['colour'])
    expect(pathsOf(document([], { groups: [group('white', { size: 3 })] }))).toEqual(['groups[0].size'])
    expect(pathsOf(document([block('a', { dose: count(5), mood: 'good' })]))).toEqual(['blocks[0].mood'])
  })

  it('tells every fault at once, each with its path', () => {
    const bad = document(
      [
        block('a', { dose: count(0) }),
        block('a', { dose: { kind: 'rounds', workSec: -1 } }),
        block('c', { mode: 'oneCount', tracks: [{ groups: ['nobody'], technique: 'Kick!' }] }),
      ],
      { lengthMin: 300, start: '25:00' },
    )
    expect(pathsOf(bad).sort()).toEqual(
      [
        'blocks[0].dose.reps',
        'blocks[1].dose.workSec',
        'blocks[1].id',
        'blocks[2].dose',
        'blocks[2].tracks[0].groups[0]',
        'blocks[2].tracks[0].technique',
        'lengthMin',
        'start',
      ].sort(),
    )
  })
})

describe('the fields of a plan', () => {
  it.each([
    ['format', 'another/plan', 'format'],
    ['version', 2, 'version'],
    ['title', '', 'title'],
    ['title', undefined, 'title'],
    ['date', '2026-02-30', 'date'],
    ['date', '17.2.2026', 'date'],
    ['start', '9:00', 'start'],
    ['lengthMin', 4, 'lengthMin'],
    ['lengthMin', 60.5, 'lengthMin'],
    ['lengthMin', '60', 'lengthMin'],
    ['transitionSec', -1, 'transitionSec'],
    ['transitionSec', 1.0005, 'transitionSec'],
    ['firstSide', 'right', 'firstSide'],
    ['groups', [], 'groups'],
    ['groups', Array.from({ length: 13 }, (_, i) => group(`g${i}`)), 'groups'],
    ['groups', [group('White')], 'groups[0].id'],
    ['groups', [group('white', { headcount: -1 })], 'groups[0].headcount'],
    ['groups', [group('white', { pace: 2.1 })], 'groups[0].pace'],
    ['groups', [group('white', { pace: 0.4 })], 'groups[0].pace'],
    ['groups', [group('white'), group('white')], 'groups[1].id'],
    ['blocks', 'none', 'blocks'],
    ['acknowledged', [{ code: 'time.over' }], 'acknowledged[0].reason'],
    ['acknowledged', [{ code: 'time.over', reason: 'ok', blocks: ['x'] }], 'acknowledged[0].blocks[0]'],
  ])('%s = %j is a fault at %s', (field, value, path) => {
    expect(pathsOf(document([], { [field]: value }))).toContain(path)
  })

  it('takes the leap day of a leap year and no other', () => {
    expect(faultsOf(document([], { date: '2028-02-29' }))).toEqual([])
    expect(pathsOf(document([], { date: '2026-02-29' }))).toEqual(['date'])
  })

  it('holds 120 blocks and no more', () => {
    const many = (n: number) => Array.from({ length: n }, (_, i) => block(`b${i}`, { dose: fixed(1) }))
    expect(faultsOf(document(many(120)))).toEqual([])
    expect(pathsOf(document(many(121)))).toEqual(['blocks'])
  })
})

describe('the fields of a dose', () => {
  it.each([
    [{ kind: 'drum' }, 'kind'],
    [{}, 'kind'],
    [count(1000), 'reps'],
    [count(5, { sets: 1.5 }), 'sets'],
    [count(5, { tempoSec: 0 }), 'tempoSec'],
    [count(5, { sides: 3 }), 'sides'],
    [count(5, { roles: 0 }), 'roles'],
    [count(5, { alternate: 'yes' }), 'alternate'],
    [count(5, { alternate: true, sides: 2 }), 'alternate'],
    [count(5, { roleNames: ['one'] }), 'roleNames'],
    [{ kind: 'rounds', rounds: 2 }, 'workSec'],
    [{ kind: 'rounds', rounds: 2, workSec: 30, focus: [''] }, 'focus[0]'],
    [{ kind: 'own', reps: 5, roles: 3 }, 'roles'],
    [{ kind: 'own', reps: 5, alternate: true, sides: 2 }, 'alternate'],
    [{ kind: 'count', reps: 5, by: 'ear' }, 'by'],
    [{ kind: 'routine', entries: [] }, 'entries'],
    [
      { kind: 'routine', entries: [{ title: 'a', dose: { kind: 'routine', entries: [] } }] },
      'entries[0].dose.kind',
    ],
    [{ kind: 'routine', entries: [{ title: 'a', technique: 'A', dose: count(1) }] }, 'entries[0].technique'],
    [{ kind: 'routine', laps: 0, entries: [{ title: 'a', dose: count(1) }] }, 'laps'],
    [{ kind: 'own', reps: 5, capSec: 0 }, 'capSec'],
    [{ kind: 'hold', holdSec: 0 }, 'holdSec'],
    [{ kind: 'hold', holdSec: 30, restSec: -5 }, 'restSec'],
    [{ kind: 'fixed' }, 'sec'],
    [{ kind: 'fixed', sec: 10, setupSec: 5 }, 'setupSec'],
    [{ kind: 'form', sections: [], runs: [{ to: 1 }] }, 'sections'],
    [{ kind: 'form', sections: [{ id: 's', sec: 0 }], runs: [{ to: 1 }] }, 'sections[0].sec'],
    [{ kind: 'form', sections: [{ id: 's', sec: 5 }], runs: [{ to: 2 }] }, 'runs[0].to'],
    [{ kind: 'form', sections: [{ id: 's', sec: 5 }], runs: [{ from: 2, to: 2 }] }, 'runs[0].from'],
    [{ kind: 'form', sections: [{ id: 's', sec: 5 }], runs: [{ to: 1, tempo: 0 }] }, 'runs[0].tempo'],
    [{ kind: 'ladder', stages: [] }, 'stages'],
    [
      { kind: 'ladder', stages: [{ title: 'a', dose: { kind: 'ladder', stages: [] } }] },
      'stages[0].dose.kind',
    ],
    [{ kind: 'ladder', stages: [{ title: 'a', dose: count(0) }] }, 'stages[0].dose.reps'],
    [{ kind: 'ladder', stages: [{ title: 'a', layer: 0, dose: count(1) }] }, 'stages[0].layer'],
  ])('%j is a fault at %s', (dose, path) => {
    expect(pathsOf(dosed(dose))).toContain(`blocks[0].dose.${path}`)
  })

  it('names the later of two sections of the same id, and the end of a run that goes backwards', () => {
    const sections = [
      { id: 's', sec: 5 },
      { id: 's', sec: 5 },
    ]
    const paths = pathsOf(dosed({ kind: 'form', sections, runs: [{ from: 2, to: 1 }] }))
    expect(paths).toEqual(['blocks[0].dose.sections[1].id', 'blocks[0].dose.runs[0].to'])
  })
})

describe('what a mode must have and must not', () => {
  const station = { stations: [{ title: 'Pads' }], teams: 1, workSec: 30 }
  it.each([
    ['together without a dose', {}, ['dose']],
    ['one count without a dose', { mode: 'oneCount', tracks }, ['dose']],
    ['one count without tracks', { mode: 'oneCount', dose: count(5) }, ['tracks']],
    [
      'one count with a dose on a track',
      { mode: 'oneCount', dose: count(5), tracks: [{ ...tracks[0], dose: count(5) }] },
      ['tracks[0].dose'],
    ],
    ['layers with a dose nowhere', { mode: 'layers', tracks }, ['tracks[0].dose']],
    ['turns with a track without a dose', { mode: 'turns', dose: count(5), tracks }, ['tracks[0].dose']],
    ['turns without tracks', { mode: 'turns' }, ['tracks']],
    ['stations without any of it', { mode: 'stations' }, ['stations', 'teams', 'workSec']],
    ['more teams than stations', { mode: 'stations', ...station, teams: 2 }, ['teams']],
    ['tracks on a block together', { dose: count(5), tracks }, ['tracks']],
    ['tracks on stations', { mode: 'stations', ...station, tracks }, ['tracks']],
    [
      'a rotation’s fields elsewhere',
      { dose: count(5), ...station, laps: 2 },
      ['stations', 'teams', 'workSec', 'laps'],
    ],
    ['an unknown mode', { mode: 'circus', dose: count(5) }, ['mode']],
  ])('%s', (_, more, fields) => {
    expect(pathsOf(document([block('a', more)]))).toEqual(fields.map((field) => `blocks[0].${field}`))
  })

  it('passes over what does not apply: holding and a handover on a block together', () => {
    const more = { dose: count(5), holding: { title: 'steps' }, handoverSec: 5, afterTurn: 'taught' }
    expect(faultsOf(document([block('a', more)]))).toEqual([])
  })

  it('a group stands in one track of a block at most: the later is at fault', () => {
    const twice = [
      { groups: ['white'], technique: 'kick' },
      { groups: ['white'], technique: 'punch' },
    ]
    expect(pathsOf(document([block('a', { mode: 'oneCount', dose: count(5), tracks: twice })]))).toEqual([
      'blocks[0].tracks[1].groups[0]',
    ])
  })
})
