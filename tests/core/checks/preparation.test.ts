import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { parsePlan } from '../../../core/plan/parse'
import type { Plan } from '../../../core/plan/schema'
import { checkPlan, fixFor, type ClubFacts } from '../../../core/checks'
import { coverFix, coverModel, type CoverProblem, type SolverAnswer } from '../../../core/checks/cover'
import { Ground } from '../../../core/checks/ground'
import { unreadyRegions } from '../../../core/checks/warmup/preparation'
import { block, count, fixed, group, plan, twoGroups } from '../make'
import { club, found, item } from './club'

const exercise = (id: string, prepares: Record<string, number>, more = {}) =>
  item(id, { category: 'mobility', prepares, ...more })
const kick = item('kick', { demand: { hips: 3, knees: 2, trunk: 1 } })
const warm = (technique: string, sec: number) =>
  block(technique, { phase: 'warmup', technique, dose: fixed(sec, { active: true }) })
const kicks = (id = 'kicks') => block(id, { technique: 'kick', dose: count(20) })
const talk = (id: string, sec: number) => block(id, { phase: 'talk', dose: fixed(sec) })

const lacks = (made: Plan, facts: ClubFacts) =>
  unreadyRegions(new Ground(made, layPlan(made), facts)).map(
    ({ region, has, needs, block: { block: b } }) => [b.id, region, has, needs],
  )

describe('a region is ready', () => {
  const facts = club([kick, exercise('swing', { hips: 2 }), exercise('bend', { knees: 1 })])

  it('for demand 3 with 2 units, for 2 with 1, for 1 with none', () => {
    expect(lacks(plan([kicks()]), facts)).toEqual([
      ['kicks', 'hips', 0, 2],
      ['kicks', 'knees', 0, 1],
    ])
    expect(lacks(plan([warm('swing', 60), warm('bend', 60), kicks()]), facts)).toEqual([])
    expect(lacks(plan([warm('swing', 59), warm('bend', 60), kicks()]), facts)).toMatchObject([
      ['kicks', 'hips', expect.closeTo(1.967, 3), 2],
    ])
  })

  it('only by work of that group', () => {
    const made = plan(
      [
        block('w', {
          phase: 'warmup',
          mode: 'oneCount',
          dose: count(60),
          tracks: [{ groups: ['white'], technique: 'swing' }],
        }),
        warm('bend', 60),
        kicks(),
      ],
      { groups: twoGroups },
    )
    expect(found('warmup.prepare', made, facts)).toMatchObject([{ groups: ['green'], blocks: ['kicks'] }])
  })

  it('by half after 25 minutes without work on it', () => {
    const after = (sec: number) =>
      plan([warm('swing', 60), warm('bend', 120), talk('t', sec), kicks()], { transitionSec: 0 })
    // The swing ended 120 s before the talk: 1380 s of talk are just 25 minutes, one more is too long.
    expect(lacks(after(1380), facts)).toEqual([])
    expect(lacks(after(1381), facts)).toEqual([['kicks', 'hips', 1, 2]])
  })

  it('and stays ready while it works', () => {
    const between = plan([warm('swing', 60), warm('bend', 120), kicks('early'), talk('t', 1490), kicks()], {
      transitionSec: 0,
    })
    expect(lacks(between, facts)).toEqual([])
  })
})

describe('the fix', () => {
  let solve: (model: string) => SolverAnswer
  beforeAll(async () => {
    const highs = await loadHighs()
    solve = (model) => {
      const { Status, Columns } = highs.solve(model)
      return {
        status: Status,
        columns: Object.fromEntries(
          Object.entries(Columns).map(([name, column]) => [
            name,
            Number((column as { Primal: number }).Primal),
          ]),
        ),
      }
    }
  })

  function problemOf(made: Plan, facts: ClubFacts): CoverProblem {
    const { findings, ground } = checkPlan(made, layPlan(made), facts)
    const finding = findings.find(({ code }) => code === 'warmup.prepare')
    const fix = finding && fixFor(finding, ground)
    if (!fix || !('cover' in fix)) throw new Error('nothing to solve')
    return fix.cover
  }
  const solved = (made: Plan, facts: ClubFacts) => {
    const problem = problemOf(made, facts)
    return coverFix(problem, solve(coverModel(problem)))
  }

  it('takes the exercises that close every gap in the least added time', () => {
    const facts = club([
      kick,
      exercise('both', { hips: 1, knees: 1 }),
      exercise('hips', { hips: 3 }),
      exercise('knees', { knees: 3 }),
    ])
    // both alone: 120 s + 10. hips + knees: 40 + 20 s + 20 = 80.
    const fix = solved(plan([warm('x', 30), kicks()]), facts)
    expect(fix?.says).toContain('Hips 0:40, Knees 0:20')
    expect(fix?.does).toBe('Add 1:20 of warm-up')
    expect(fix?.plan.blocks.map(({ technique }) => technique)).toEqual(['x', 'hips', 'knees', 'kick'])
    expect(fix?.plan.blocks[1]?.notes).toBe('Prepares hips for kicks.')
  })

  it('prefers one exercise where changing between two costs more than it saves', () => {
    const facts = club([
      kick,
      exercise('both', { hips: 2, knees: 1 }),
      exercise('hips', { hips: 2.4 }),
      exercise('knees', { knees: 2 }),
    ])
    // both: 60 + 10 = 70. hips + knees: 50 + 30 + 20 = 100.
    expect(solved(plan([kicks()]), facts)?.plan.blocks.map(({ technique }) => technique)).toEqual([
      'both',
      'kick',
    ])
  })

  it('leaves nothing to tell, whatever the gaps (all problems of a family)', () => {
    const facts = club([
      item('kick', { demand: { hips: 3, knees: 2, balance: 3, wrists: 2, shoulders: 2 } }),
      exercise('a', { hips: 1.5, wrists: 0.5 }),
      exercise('b', { knees: 0.7, balance: 2 }),
      exercise('c', { wrists: 3, shoulders: 1 }),
      exercise('d', { hips: 1, knees: 1, balance: 1, shoulders: 0.3 }),
    ])
    for (const first of ['a', 'b', 'c', 'd'])
      for (const sec of [0.5, 20, 45]) {
        const fix = solved(plan([warm(first, sec), kicks()]), facts)
        const read = parsePlan(JSON.parse(JSON.stringify(fix?.plan)))
        if (!read.ok) throw new Error(JSON.stringify(read.faults))
        expect(lacks(read.plan, facts)).toEqual([])
      }
  })

  it('is no worse than any choice of whole steps (searched to the end)', () => {
    const facts = club([
      kick,
      exercise('a', { hips: 1, knees: 1 }),
      exercise('b', { hips: 3 }),
      exercise('c', { knees: 2 }),
    ])
    const problem = problemOf(plan([kicks()]), facts)
    const { columns } = solve(coverModel(problem))
    const cost = (steps: number[]) =>
      steps.reduce((sum, n) => sum + (n > 0 ? n * 5 + problem.transitionSec : 0), 0)
    const closes = (steps: number[]) =>
      problem.gaps.every(
        ({ region, units }) =>
          problem.exercises.reduce(
            (sum, { rates }, e) => sum + ((rates[region] ?? 0) * (steps[e] ?? 0) * 5) / 60,
            0,
          ) >=
          units - 1e-9,
      )
    let least = Infinity
    for (let a = 0; a <= 30; a++)
      for (let b = 0; b <= 30; b++)
        for (let c = 0; c <= 30; c++) if (closes([a, b, c])) least = Math.min(least, cost([a, b, c]))
    expect(cost([0, 1, 2].map((e) => Math.round(columns[`s${e}`] ?? 0)))).toBe(least)
  })

  it('needs twice as much of what will have faded', () => {
    const facts = club([item('kick', { demand: { hips: 2 } }), exercise('swing', { hips: 2 })])
    const far = plan([warm('x', 10), talk('t', 1600), kicks()])
    expect(problemOf(far, facts).gaps).toMatchObject([{ region: 'hips', units: 2, factor: 0.5 }])
  })

  it('keeps to the school of the club’s warm-up, unless that leaves something cold', () => {
    const items = [
      kick,
      exercise('swing', { hips: 3, knees: 3 }),
      item('step', { category: 'footwork', prepares: { hips: 1, knees: 1 } }),
    ]
    const names = (warmup: ClubFacts['settings']['warmup'], of = items) =>
      problemOf(plan([kicks()]), club(of, { settings: { warmup } })).exercises.map(({ item: id }) => id)
    expect(names('general')).toEqual(['swing'])
    expect(names('light')).toEqual(['step'])
    expect(names('light', items.slice(0, 2))).toEqual(['swing'])
  })

  it('does not offer what is itself hard on the body, jumps, or needs a partner', () => {
    const items = [
      kick,
      exercise('hard', { hips: 3 }, { demand: { knees: 2 } }),
      exercise('jump', { hips: 3 }, { jumps: 1 }),
      exercise('pair', { hips: 3 }, { partner: 'partner' }),
      exercise('soft', { hips: 1 }),
    ]
    const problem = problemOf(plan([kicks()], { groups: [group('white')] }), club(items))
    expect(problem.exercises.map(({ item: id }) => id)).toEqual(['soft'])
    expect(problem.hopeless).toEqual(['knees'])
  })

  it('adds entries to a routine that is there, without a transition', () => {
    const facts = club([kick, exercise('hips', { hips: 3 }), exercise('knees', { knees: 3 })])
    const routine = block('routine', {
      phase: 'warmup',
      dose: { kind: 'routine', entries: [{ title: 'Jacks', dose: count(10) }] },
    })
    const fix = solved(plan([routine, kicks()]), facts)
    expect(fix?.does).toBe('Add 1:00 of warm-up')
    expect(fix?.plan.blocks).toHaveLength(2)
    expect(lacks(fix!.plan, facts)).toEqual([])
    const [warmUp] = fix!.plan.blocks
    expect(warmUp?.dose?.kind === 'routine' && warmUp.dose.entries.map(({ technique }) => technique)).toEqual(
      [undefined, 'hips', 'knees'],
    )
  })

  it('every entry of a routine prepares', () => {
    const facts = club([kick, exercise('swing', { hips: 2 }), exercise('bend', { knees: 1 })])
    const entry = (technique: string) => ({ title: technique, technique, dose: fixed(60) })
    const routine = block('routine', {
      phase: 'warmup',
      dose: { kind: 'routine', entries: [entry('swing'), entry('bend')] },
    })
    expect(lacks(plan([routine, kicks()]), facts)).toEqual([])
  })

  it('what the other role works on is prepared for too', () => {
    const facts = club([item('push'), kick, exercise('swing', { hips: 2 }), exercise('bend', { knees: 1 })])
    const exchange = block('exchange', {
      technique: 'push',
      receives: { technique: 'kick' },
      dose: count(10, { roles: 2 }),
    })
    expect(lacks(plan([exchange]), facts)).toMatchObject([
      ['exchange', 'hips', 0, 2],
      ['exchange', 'knees', 0, 1],
    ])
  })

  it('no answer is no fix', () => {
    const problem = problemOf(plan([kicks()]), club([kick, exercise('swing', { hips: 2 })]))
    expect(coverFix(problem, { status: 'Infeasible', columns: {} })).toBeUndefined()
  })
})
