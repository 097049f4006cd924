import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { fitBlock } from '../../../core/plan/fit-dose'
import { addToTrack, lengthenTracks, moreSets, paintTrack } from '../../../core/plan/edit-tracks'
import { block, blockOf, count, fixed, plan, twoGroups } from '../make'

const fit = (dose: object, sec: number, more = {}) => {
  const made = plan([block('b', { title: 'Kicks', dose, ...more })], { groups: twoGroups })
  const { block: fitted, says } = fitBlock(blockOf(made, 'b'), made, sec * 1000)
  return { fitted, says, sec: layPlan({ ...made, blocks: [fitted] }).totalMs / 1000 }
}

describe('a block made as long as there is time for', () => {
  it('whole sets go first', () => {
    expect(fit(count(10, { sets: 4, tempoSec: 2 }), 50)).toMatchObject({
      says: 'Kicks: 2 sets instead of 4',
      sec: 40,
    })
  })

  it('then reps, then the explanation', () => {
    expect(fit(count(10, { sets: 2, tempoSec: 2, setupSec: 30 }), 40)).toMatchObject({
      sec: 40,
      fitted: { dose: { sets: 1, reps: 5 } },
    })
    expect(fit(count(2, { tempoSec: 5, setupSec: 60 }), 20)).toMatchObject({
      sec: 20,
      fitted: { dose: { reps: 1, setupSec: 15 } },
    })
  })

  it('rounds, holds, forms and ladders give in their own way', () => {
    expect(fit({ kind: 'rounds', rounds: 4, workSec: 60, restSec: 30 }, 160).says).toBe(
      'Kicks: 2 rounds instead of 4',
    )
    expect(fit({ kind: 'rounds', rounds: 1, workSec: 60 }, 32).fitted.dose).toMatchObject({ workSec: 30 })
    expect(fit({ kind: 'hold', sets: 3, holdSec: 30, restSec: 0 }, 45).fitted.dose).toMatchObject({
      sets: 1,
      holdSec: 30,
    })
    const form = {
      kind: 'form',
      sections: [{ id: 'a', sec: 20 }],
      runs: [{ from: 1, to: 1, times: 4 }],
      resetSec: 0,
    }
    expect(fit(form, 45).fitted.dose).toMatchObject({ runs: [{ times: 2 }] })
    const stages = [
      { title: 'a', dose: count(10, { sets: 3 }) },
      { title: 'b', dose: count(10) },
    ]
    expect(fit({ kind: 'ladder', stages, bridgeSec: 0 }, 30).fitted.dose).toMatchObject({
      stages: [{ dose: { sets: 2 } }, { dose: { sets: 1 } }],
    })
  })

  it('fixed time is cut to the second, and grows to it', () => {
    expect(fit(fixed(100), 47).sec).toBe(47)
    expect(fit(fixed(100), 160).sec).toBe(160)
  })

  it('where there is more time, whole sets are added', () => {
    expect(fit(count(10), 35)).toMatchObject({ says: 'Kicks: 3 sets instead of 1', sec: 30 })
  })

  it('of layers the longest gives first', () => {
    const tracks = [
      { groups: ['white'], technique: 'a', dose: count(10, { sets: 2 }) },
      { groups: ['green'], technique: 'a', dose: count(10, { sets: 5 }) },
    ]
    const { fitted, sec } = fit(undefined as unknown as object, 30, {
      mode: 'layers',
      tracks,
      dose: undefined,
    })
    expect(sec).toBe(30)
    expect(fitted.tracks?.map(({ dose }) => (dose as { sets: number }).sets)).toEqual([2, 3])
  })

  it('stations lose laps, then time', () => {
    const made = plan([
      block('s', {
        mode: 'stations',
        stations: [{ title: 'a' }, { title: 'b' }],
        teams: 2,
        workSec: 60,
        laps: 2,
        moveSec: 0,
      }),
    ])
    expect(fitBlock(blockOf(made, 's'), made, 130_000).block).toMatchObject({ laps: 1, workSec: 60 })
    expect(fitBlock(blockOf(made, 's'), made, 90_000).block).toMatchObject({ laps: 1, workSec: 45 })
  })

  it('what cannot be shorter stays as short as it gets', () => {
    expect(fit(count(1, { tempoSec: 30 }), 5).sec).toBe(30)
  })
})

describe('how groups share a block', () => {
  const tracks = [
    { groups: ['white'], technique: 'a', layer: 1 },
    { groups: ['green', 'blue'], technique: 'b', layer: 2, title: 'own words' },
  ]
  const made = plan([block('o', { mode: 'oneCount', dose: count(10), tracks })], {
    groups: ['white', 'green', 'blue', 'black'].map((id) => ({ id, name: id, ranks: [id], headcount: 4 })),
  })
  const o = blockOf(made, 'o')

  it('a group that has none joins its neighbours', () => {
    expect(addToTrack(o, 'black', made).tracks?.[1]?.groups).toEqual(['green', 'blue', 'black'])
  })

  it('an item is painted onto one group; the rest of its track keeps what it had', () => {
    expect(paintTrack(o, 'blue', 'c', 3).tracks).toMatchObject([
      { groups: ['white'], technique: 'a' },
      { groups: ['green'], technique: 'b', layer: 2, title: 'own words' },
      { groups: ['blue'], technique: 'c', layer: 3 },
    ])
    expect(paintTrack(o, 'black', 'c', 1).tracks).toHaveLength(3)
    expect(paintTrack(o, 'white', 'c', 1).tracks?.[0]).toMatchObject({ groups: ['white'], technique: 'c' })
  })

  it('sets are added for one group where it has a dose of its own', () => {
    const layered = plan(
      [
        block('l', {
          mode: 'layers',
          tracks: [
            { groups: ['white'], technique: 'a', dose: count(10, { sets: 2 }) },
            { groups: ['green'], technique: 'a', dose: count(10, { sets: 5 }) },
          ],
        }),
      ],
      { groups: twoGroups },
    )
    const l = blockOf(layered, 'l')
    expect(moreSets(l, 2, 'white').tracks).toMatchObject([{ dose: { sets: 4 } }, { dose: { sets: 5 } }])
    expect(lengthenTracks(l, layered, 'white').tracks).toMatchObject([
      { dose: { sets: 5 } },
      { dose: { sets: 5 } },
    ])
    expect(lengthenTracks(l, layered, 'green')).toEqual(l)
    expect(moreSets(o, 3, 'white').dose).toMatchObject({ sets: 3 })
  })
})
