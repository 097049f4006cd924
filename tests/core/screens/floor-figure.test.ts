import { describe, expect, it } from 'vitest'
import type { Detail, RunEvent } from '~~/core/floor/events'
import { floorNow } from '~~/core/floor/now'
import { replay } from '~~/core/floor/run'
import type { Item } from '~~/core/curriculum/item'
import { itemSchema } from '~~/core/curriculum/item'
import { figureOf, hasMoreThanOne } from '~/domain/floor-figure'
import { nowSays } from '~/domain/now-says'
import { block, count, plan } from '../make'

const START = 5_000_000
let made = 0
const act = (kind: RunEvent['kind'], sec: number, detail?: Detail): RunEvent => ({
  id: `00000000-0000-4000-8000-${String(++made).padStart(12, '0')}`,
  kind,
  at: START + sec * 1000,
  ...(detail ? { detail } : {}),
})
function at(held: ReturnType<typeof plan>, sec: number, ...events: RunEvent[]) {
  const time = START + sec * 1000
  const run = replay(held, [act('start', 0), ...events], time)
  return { run, now: floorNow(run), figure: figureOf(floorNow(run), run, time) }
}

describe('the large figure', () => {
  const bursts = plan([
    block('b', { technique: 'squat', dose: { kind: 'rounds', rounds: 3, workSec: 12, restSec: 20 } }),
  ])
  it('is what the class is doing now: the burst, then the rest, and the board stands beside it', () => {
    const { figure, now } = at(bursts, 1)
    expect(figure).toMatchObject({ text: '0:11', of: 'this round' })
    expect(hasMoreThanOne(now)).toBe(true)
    expect(at(bursts, 13).figure).toMatchObject({ text: '0:19', of: 'rest' })
  })
  it('counts the last ten down, alone', () => {
    expect(at(bursts, 3.5).figure).toMatchObject({ text: '9', last: true, label: '0:09 left, this round' })
  })
  it('in a count by word is the rep that was called', () => {
    const kicks = plan([block('k', { technique: 'kick', dose: count(10, { by: 'word' }) })])
    const called = [act('count', 1), act('count', 2)]
    expect(at(kicks, 5, ...called).figure).toMatchObject({ text: '2', of: 'of 10' })
    const eleven = Array.from({ length: 10 }, (_, n) => act('count', 1 + n))
    expect(at(kicks, 20, ...eleven, act('count', 15, { more: true })).figure).toMatchObject({
      text: '11',
      of: 'of 10, 1 more',
    })
  })
  it('while a word is waited for says by how much the explanation runs over', () => {
    const word = plan([block('k', { technique: 'kick', start: 'word', dose: count(10, { setupSec: 20 }) })])
    expect(at(word, 50).figure).toMatchObject({ text: '+0:30' })
  })
})

describe('what the plan knows of the moment', () => {
  const item: Item = itemSchema.parse({
    id: 'long-form',
    name: 'Long form',
    category: 'forms',
    layers: [{ name: 'whole' }],
    faults: [{ fault: 'looks down', correction: 'eyes on the horizon' }],
    sections: [
      { name: 'The gate', sec: 10 },
      { name: 'The bridge', sec: 10 },
      { name: 'The river', sec: 10 },
    ],
    ladder: [
      {
        title: 'still',
        does: 'turns in',
        partner: 'stands',
        allowed: 'nothing else',
        distance: 'close',
        solo: 'alone',
      },
    ],
  })
  const says = (held: ReturnType<typeof plan>, sec: number) => nowSays(at(held, sec).now, () => item)

  it('the focus of the round that is on', () => {
    const focused = plan([
      block('r', {
        technique: 'long-form',
        dose: { kind: 'rounds', rounds: 3, workSec: 20, restSec: 10, focus: ['knees', 'hands'] },
      }),
    ])
    expect([5, 35, 65].map((sec) => says(focused, sec).focus)).toEqual(['knees', 'hands', 'knees'])
  })
  it('the rung, with who does what in it', () => {
    const ladder = plan([
      block('l', {
        technique: 'long-form',
        dose: {
          kind: 'ladder',
          bridgeSec: 10,
          stages: [
            { title: 'still', dose: count(5) },
            { title: 'moving', dose: count(5) },
          ],
        },
      }),
    ])
    expect(says(ladder, 2).rung).toBe('Rung 1 of 2: still. turns in; partner: stands')
    expect(says(ladder, 17).rung).toBe('Rung 2 of 2: moving')
  })
  it('which sections a run goes through, by name', () => {
    const form = plan([
      block('f', {
        technique: 'long-form',
        dose: {
          kind: 'form',
          sections: ['gate', 'bridge', 'river'].map((id) => ({ id, sec: 10 })),
          runs: [
            { from: 1, to: 1, times: 1 },
            { from: 1, to: 3, times: 1 },
          ],
        },
      }),
    ])
    expect(says(form, 2).sections).toBe('The gate')
    expect(says(form, 20).sections).toBe('The whole form')
  })
  it('what goes wrong as a rule, and the word for it', () => {
    const kicks = plan([block('k', { technique: 'long-form', dose: count(10) })])
    expect(says(kicks, 2).fault).toBe('looks down: eyes on the horizon')
  })
})
