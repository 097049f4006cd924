import { describe, expect, it } from 'vitest'
import { ranOf } from '../../../core/floor/ran'
import { recapText } from '../../../core/formats/recap'
import { layPlan } from '../../../core/plan/timeline'
import { block, count, fixed, plan } from '../make'

const held = plan(
  [
    block('kicks', { title: 'Kicks', technique: 'kick', dose: count(10, { tempoSec: 6 }) }),
    block('water', { title: 'Water', phase: 'water', dose: fixed(60) }),
    block('throws', { title: 'Throws', technique: 'throw', dose: count(10, { tempoSec: 6 }) }),
  ],
  { title: 'A\nclass', transitionSec: 0 },
)
const names: Record<string, string> = { kick: 'Front kick', throw: 'Hip throw' }
const of = (ran: string[], more: object = {}) =>
  recapText({
    plan: held,
    day: 'Wednesday 25 November',
    ranMs: 60_000,
    here: 1,
    ran: new Set(ran),
    notices: [],
    itemName: (id) => names[id] ?? id,
    groupName: (id) => `The ${id}s`,
    ...more,
  })

describe('a recap', () => {
  it('says what was worked, what is left for next time, and what is to be remembered', () => {
    expect(
      of(['kicks'], {
        notices: [{ says: 'Bring\na towel' }, { says: 'No class on Friday', group: 'teal' }],
      }).split('\n'),
    ).toEqual([
      'A class, Wednesday 25 November',
      '1 student, 1:00 on the floor.',
      '',
      'We worked on:',
      '- Front kick',
      '',
      'Left for next time: Throws.',
      '',
      'To remember:',
      '- Bring a towel',
      '- No class on Friday (The teals)',
      '',
    ])
  })

  it('says nothing of what there is nothing to say', () => {
    expect(of(['kicks', 'throws'])).not.toMatch(/Left|remember|Water/)
  })
})

describe('how long each board ran', () => {
  const legs = [
    { from: 1000, to: 31_000, planFrom: 0, planTo: 30_000 },
    { from: 50_000, to: 60_000, planFrom: 55_000, planTo: 65_000 },
    { from: 60_000, to: 70_000, planFrom: 125_000, planTo: 135_000 },
  ]
  it('is the plan time in which the class was there, over pauses and cuts', () => {
    expect(
      ranOf({ timeline: layPlan(held), legs }).map(({ placed, ranMs }) => [placed.block.id, ranMs]),
    ).toEqual([
      ['kicks', 35_000],
      ['water', 5_000],
      ['throws', 10_000],
    ])
    expect(ranOf({ timeline: layPlan(held), legs: [] }).map(({ ranMs }) => ranMs)).toEqual([0, 0, 0])
  })
})
