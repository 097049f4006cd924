import { describe, expect, it } from 'vitest'
import { floorNow } from '~~/core/floor/now'
import { replay } from '~~/core/floor/run'
import type { Plan } from '~~/core/plan/schema'
import { callOf, countsSaid } from '~/domain/calls'
import { block, count, drill, fixed, plan, twoGroups } from '../make'

const start = { id: '00000000-0000-4000-8000-000000000001', kind: 'start' as const, at: 0 }
function call(made: Plan, sec: number) {
  return callOf(floorNow(replay(made, [start], sec * 1000)), made)
}

describe('what stands beside the clock', () => {
  const pairs = drill(
    count(10, { sets: 3, sides: 2, roles: 2, restSec: 8, setupSec: 20, roleNames: ['throws', 'receives'] }),
  )
  // 20 setup; a turn is 46: right A 20–66, swap, right B 71–117, switch, left A 122–168 …

  it('showing it first', () => {
    expect(call(pairs, 5)).toMatchObject({ word: 'Show it', line: 'then to work' })
  })

  it('the side, who works in the drill’s own words, and when that changes', () => {
    expect(call(pairs, 24.5)).toMatchObject({
      word: 'Right side',
      line: 'A throws, B receives. Swap in 0:42',
      sides: [{ lit: true }, { lit: false }],
      counts: [
        { name: 'rep', n: 5, of: 10 },
        { name: 'set', n: 1, of: 3 },
      ],
    })
    expect(call(pairs, 125)).toMatchObject({ word: 'Left side', sides: [{ lit: false }, { lit: true }] })
    expect(call(pairs, 75).line).toMatch(/^B throws, A receives. Change sides in/)
  })

  it('a rest counts down and keeps the set that comes', () => {
    expect(call(pairs, 32)).toMatchObject({
      word: 'Rest',
      counts: [{ name: 'set', n: 2, of: 3, part: 0 }],
    })
  })

  it('changes are shown as such', () => {
    expect(call(pairs, 67)).toMatchObject({ word: 'Swap roles', change: true })
    expect(call(pairs, 119)).toMatchObject({ word: 'Left side', change: true })
  })

  it('of a rep that is called link by link: the link, which of how many, with side and cue', () => {
    const links = [{ say: 'step' }, { say: 'kick', beats: 2, cue: 'hip over' }, { say: 'back' }]
    const made = plan([block('b', { technique: 'kick', links, dose: count(5, { tempoSec: 4, sides: 2 }) })])
    expect(call(made, 0.5)).toMatchObject({ word: 'step', line: '1 of 3 · right side' })
    expect(call(made, 5.5)).toMatchObject({
      word: 'kick',
      line: '2 of 3 · right side · hip over',
      counts: [{ name: 'rep', n: 2, of: 5 }],
    })
    expect(call(made, 7.5).word).toBe('back')
    const backwards = plan([
      block('b', { technique: 'kick', links, dose: count(5, { tempoSec: 4, reversed: true }) }),
    ])
    expect([0.5, 1.5, 3.5].map((sec) => call(backwards, sec).line)).toEqual([
      '3 of 3',
      '2 of 3 · hip over',
      '1 of 3',
    ])
  })

  it('in a chain of two each has a line of their own, with the link that is called', () => {
    const links = [{ say: 'jab' }, { say: 'slip', by: 'B', side: 'none' }]
    const dose = count(4, { roles: 2, by: 'word', roleNames: ['attacks', 'answers'] })
    const made = plan([block('b', { technique: 'kick', links, dose })])
    const { word, line, chain } = call(made, 0.5)
    expect([word, line]).toEqual(['jab', '1 of 2 · A attacks, B answers. Swap after it'])
    expect(
      chain.map(({ who, pieces }) => [who, ...pieces.map(({ say, isNow }) => (isNow ? `(${say})` : say))]),
    ).toEqual([
      ['attacks', '(jab)'],
      ['answers', 'slip'],
    ])
  })

  it('a link on the other side is said with that side, on the second side too', () => {
    const links = [{ say: 'step', side: 'other' }, { say: 'kick' }]
    const made = plan([block('b', { technique: 'kick', links, dose: count(2, { tempoSec: 4, sides: 2 }) })])
    expect(call(made, 0.5).line).toBe('1 of 2 · left side')
    expect(call(made, 3).line).toBe('2 of 2 · right side')
    expect(call(made, 13.5).line).toBe('1 of 2 · right side')
    const alternate = count(2, { tempoSec: 4, alternate: true })
    const swinging = plan([block('b', { technique: 'kick', links, dose: alternate })])
    expect([0.5, 4.5].map((sec) => call(swinging, sec).line)).toEqual([
      '1 of 2 · left side',
      '1 of 2 · right side',
    ])
  })

  it('partners who trade: each rep of their own, out of what each does', () => {
    const made = drill(count(5, { sets: 2, roles: 2, exchange: 2, tempoSec: 2 }))
    const at = (sec: number) => call(made, sec).counts.map(({ name, n, of }) => `${name} ${n} of ${of}`)
    // A 0–4, B 4–8, A 8–12, B 12–16, and each once more.
    expect(at(1)).toEqual(['rep 1 of 5', 'set 1 of 2'])
    expect(at(5)).toEqual(['rep 1 of 5', 'set 1 of 2'])
    expect(at(11)).toEqual(['rep 4 of 5', 'set 1 of 2'])
    expect(at(19)).toEqual(['rep 5 of 5', 'set 1 of 2'])
    expect(at(21)).toEqual(['rep 1 of 5', 'set 2 of 2'])
  })

  it('the moves of a form, each for its share of the section', () => {
    const moves = [{ say: 'low parry' }, { say: 'straight punch', beats: 3 }]
    const form = drill({ kind: 'form', sections: [{ id: 's', sec: 8, moves }], runs: [{ to: 1, tempo: 2 }] })
    expect(call(form, 3)).toMatchObject({ word: 'low parry', line: '1 of 2' })
    expect(call(form, 5)).toMatchObject({ word: 'straight punch', line: '2 of 2' })
  })

  it('rounds, holds and runs count by their own name', () => {
    expect(call(drill({ kind: 'rounds', rounds: 4, workSec: 40 }), 75)).toMatchObject({
      word: 'Work',
      counts: [{ name: 'round', n: 2, of: 4 }],
    })
    expect(call(drill({ kind: 'hold', sets: 2, holdSec: 30 }), 5)).toMatchObject({
      word: 'Hold',
      counts: [{ name: 'hold', n: 1, of: 2 }],
    })
    const sections = [{ id: 's', sec: 20 }]
    const form = drill({ kind: 'form', sections, runs: [{ to: 1, times: 3 }] })
    expect(call(form, 30)).toMatchObject({ word: 'Run the form', counts: [{ name: 'run', n: 2, of: 3 }] })
    expect(call(form, 22)).toMatchObject({ word: 'Reset', change: true })
  })

  it('own pace has no count but its sets', () => {
    expect(call(drill({ kind: 'own', reps: 10, tempoSec: 1 }), 3)).toMatchObject({
      word: 'Own pace',
      counts: [],
    })
  })

  it('a routine gone through several times counts laps as laps, and sets within one', () => {
    const entries = [
      { title: 'Jacks', dose: count(10) },
      { title: 'Squats', dose: count(5, { sets: 2, restSec: 5 }) },
    ]
    const routine = drill({ kind: 'routine', entries, laps: 3 })
    // A lap is 10 + 5 + 5 + 5 = 25 s.
    expect(call(routine, 27).counts).toMatchObject([
      { name: 'rep', n: 3, of: 10 },
      { name: 'lap', n: 2, of: 3 },
    ])
    expect(call(routine, 36).counts).toMatchObject([
      { name: 'rep', n: 2, of: 5 },
      { name: 'lap', n: 2, of: 3 },
      { name: 'set', n: 1, of: 2 },
    ])
  })

  it('more that was asked for goes on counting: the eleventh of ten is the eleventh', () => {
    const ten = drill(count(10))
    const more = {
      ...start,
      id: start.id.replace(/1$/, '2'),
      kind: 'extend' as const,
      at: 8000,
      detail: { ms: 5000 },
    }
    const at = (sec: number) => callOf(floorNow(replay(ten, [start, more], sec * 1000)), ten).counts[0]
    expect(at(7.5)).toMatchObject({ n: 8, of: 10 })
    expect(at(9.5)).toMatchObject({ n: 10, of: 15 })
    expect(at(10.5)).toMatchObject({ n: 11, of: 15 })
    expect(at(14.5)).toMatchObject({ n: 15, of: 15 })
  })

  it('by word nobody counts down to the swap', () => {
    const word = drill(count(10, { roles: 2, by: 'word', tempoSec: 2 }))
    expect(call(word, 3).line).toBe('A works, B receives. Swap after it')
  })

  it('of ranks with a dose each nobody’s count is everybody’s: each says its own', () => {
    const own = plan(
      [
        block('l', {
          mode: 'layers',
          technique: 'kick',
          tracks: [
            { groups: ['white'], technique: 'kick', dose: count(10, { sets: 2, restSec: 5 }) },
            { groups: ['green'], technique: 'kick', layer: 2, dose: count(20, { tempoSec: 2 }) },
          ],
        }),
      ],
      { groups: twoGroups },
    )
    expect(call(own, 3)).toMatchObject({ word: 'Each their own', counts: [] })
    const now = floorNow(replay(own, [start], 3500))
    expect(now.groups.map((one) => countsSaid(one, now.inMs))).toEqual([
      'rep 4 of 10, set 1 of 2',
      'rep 2 of 20',
    ])
  })

  it('talk, water and a game say what they are', () => {
    expect(call(drill(fixed(30)), 3).word).toBe('Listen')
    const cool = (more: Record<string, unknown>) =>
      plan([block('c', { phase: 'cooldown', dose: fixed(60, more) })])
    for (const more of [{}, { active: true }]) expect(call(cool(more), 3).word).toBe('Stretch')
    expect(call(cool({ active: false }), 3).word).toBe('Listen')
    expect(call(drill(fixed(30, { active: true })), 3).word).toBe('Work')
    expect(call(plan([block('w', { phase: 'water', dose: fixed(60) })]), 3).word).toBe('Water')
    expect(call(plan([block('g', { phase: 'game', dose: fixed(60) })]), 3).word).toBe('Play on')
  })

  it('a ladder names its stage, and the stage a bridge leads to', () => {
    const stages = [
      { title: 'Held right', dose: count(10, { roles: 2 }) },
      { title: 'Free within a limit', dose: { kind: 'rounds', rounds: 1, workSec: 40 } },
    ]
    const ladder = drill({ kind: 'ladder', stages })
    expect(call(ladder, 2).line).toMatch(/^Held right: A works, B receives/)
    expect(call(ladder, 30)).toMatchObject({ word: 'Next stage', line: 'Free within a limit', change: true })
  })

  it('stations count rotations through all laps; moves and handovers are changes', () => {
    const stations = [{ title: 'A' }, { title: 'B' }]
    const made = plan([block('s', { mode: 'stations', stations, teams: 1, workSec: 30, laps: 2 })])
    expect(call(made, 50)).toMatchObject({ word: 'Work', counts: [{ name: 'station', n: 2, of: 4 }] })
    expect(call(made, 35)).toMatchObject({ word: 'Move on', change: true })
    const tracks = ['white', 'green'].map((id) => ({ groups: [id], technique: 'a', dose: count(10) }))
    expect(call(plan([block('t', { mode: 'turns', tracks })], { groups: twoGroups }), 12)).toMatchObject({
      word: 'Hand over',
    })
  })

  it('between boards: make ready; after the last: bow out', () => {
    const made = plan([block('a', { dose: fixed(10) }), block('b', { title: 'Kicks', dose: fixed(10) })])
    expect(call(made, 14)).toMatchObject({ word: 'Make ready', line: 'Kicks' })
    expect(call(made, 99).word).toBe('Bow out')
  })
})
