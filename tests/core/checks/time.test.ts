import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { block, count, fixed, plan } from '../make'
import { club, found, item, mended, mendedAway, student } from './club'

const talk = (id: string, sec: number, more = {}) => block(id, { phase: 'talk', dose: fixed(sec), ...more })
const work = (id: string, sec: number, more = {}) =>
  block(id, { phase: 'drill', dose: fixed(sec, { active: true }), ...more })
const end = block('bow', { phase: 'closing', priority: 'must', dose: fixed(180) })

describe('time.over', () => {
  it('is told with its figure and the clock, about the boards past the post', () => {
    const made = plan([work('a', 250), work('b', 60)], { lengthMin: 5, start: '18:30' })
    expect(found('time.over', made)).toEqual([
      {
        code: 'time.over',
        severity: 'warn',
        says: 'The class runs 0:20 over; the bow would come at 18:35:20.',
        figures: '5:20 planned in 5:00',
        blocks: ['b'],
        groups: [],
      },
    ])
  })

  it('is mended by the best re-plan, carried out in whole sets', () => {
    const drill = block('d', { priority: 'should', dose: count(10, { sets: 6, tempoSec: 6 }) })
    const made = plan([drill, end], { lengthMin: 7 })
    const fix = mended('time.over', made)
    expect(fix).toMatchObject({ does: 'Make it fit', says: 'd: 3 sets instead of 6' })
    expect(layPlan(fix.plan).spareMs).toBeGreaterThanOrEqual(0)
    expect(found('time.over', mendedAway('time.over', made))).toEqual([])
  })

  it('says so when even the musts are too long', () => {
    const made = plan([block('a', { priority: 'must', dose: fixed(400) }), end], { lengthMin: 5 })
    expect(found('time.over', made)).toHaveLength(1)
    expect(() => mended('time.over', made)).toThrow('no ready fix')
  })
})

describe('time.spare', () => {
  it('more than five minutes unused is a hint; exactly five and an empty plan are not', () => {
    expect(found('time.spare', plan([work('a', 299)], { lengthMin: 10 }))).toMatchObject([
      { severity: 'hint' },
    ])
    expect(found('time.spare', plan([work('a', 300)], { lengthMin: 10 }))).toEqual([])
    expect(found('time.spare', plan([]))).toEqual([])
  })

  it('is filled with what is asked and was practised longest ago, before the class winds down', () => {
    const facts = club([item('jab'), item('hook')], {
      syllabus: ['jab', 'hook'].map((id) => ({ rank: 'white', item: id, layer: 1 })),
      students: [
        student('A', {
          practised: new Map([
            ['jab', { layer: 1, days: 3, last: '2026-11-20' }],
            ['hook', { layer: 1, days: 3, last: '2026-10-02' }],
          ]),
        }),
      ],
    })
    const made = plan([work('a', 300), end], { lengthMin: 20, date: '2026-11-25' })
    const { plan: filled, does } = mended('time.spare', made, facts)
    expect(does).toBe('Fill with Hook')
    expect(filled.blocks.map(({ id }) => id)).toEqual(['a', 'hook', 'bow'])
    expect(layPlan(filled).spareMs).toBeGreaterThanOrEqual(0)
    expect(layPlan(filled).spareMs).toBeLessThan(5 * 60_000)
  })
})

describe('time.talk', () => {
  it('over 90 s on end is told; 90 are not', () => {
    expect(found('time.talk', plan([talk('a', 91), work('b', 900)]))).toMatchObject([
      { says: '1:31 of talk on end in a.', blocks: ['a'], groups: ['white'] },
    ])
    expect(found('time.talk', plan([talk('a', 90), work('b', 900)]))).toEqual([])
  })

  it('work between two explanations breaks the talk', () => {
    const made = plan([
      block('d', { dose: count(10, { setupSec: 60, tempoSec: 2 }) }),
      work('w', 600),
      talk('t', 60),
    ])
    expect(found('time.talk', made)).toEqual([])
  })

  it('more than a quarter of the class is told with its share', () => {
    const talks = [1, 2, 3, 4].map((n) => [talk(`t${n}`, 80), work(`w${n}`, 200)]).flat()
    expect(found('time.talk', plan(talks, { transitionSec: 0 }))).toMatchObject([
      { says: '29 % of the class is talk for white.', figures: '5:20 of 18:40, limit 25 %' },
    ])
  })

  it('is mended by explaining in the time there is', () => {
    const made = plan([block('d', { dose: count(10, { setupSec: 150 }) }), work('w', 900)])
    expect(mendedAway('time.talk', made).blocks[0]?.dose).toMatchObject({ setupSec: 90, reps: 10 })
  })
})

describe('time.closing', () => {
  it('is told when there is none, and when it is too short', () => {
    expect(found('time.closing', plan([work('a', 60)]))).toMatchObject([
      { says: 'The class has no cool-down and no closing.' },
    ])
    const short = plan([work('a', 60), block('bow', { phase: 'closing', dose: fixed(100) })])
    expect(found('time.closing', short)).toMatchObject([
      { says: 'Only 1:40 is left to cool down and close.' },
    ])
    expect(found('time.closing', plan([work('a', 60), end]))).toEqual([])
  })

  it('is mended before the closing words, by just what is missing', () => {
    const short = plan([work('a', 60), block('bow', { phase: 'closing', dose: fixed(100) })])
    const after = mendedAway('time.closing', short)
    expect(after.blocks.map(({ phase }) => phase)).toEqual(['drill', 'cooldown', 'closing'])
    expect(after.blocks[1]?.dose).toMatchObject({ sec: 80 })
  })
})
