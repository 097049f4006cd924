import { describe, expect, it } from 'vitest'
import { floorNow } from '~~/core/floor/now'
import { replay } from '~~/core/floor/run'
import type { Plan } from '~~/core/plan/schema'
import { callOf } from '~/domain/calls'
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

  it('talk, water and a game say what they are', () => {
    expect(call(drill(fixed(30)), 3).word).toBe('Listen')
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
