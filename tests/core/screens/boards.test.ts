import { describe, expect, it } from 'vitest'
import { expandPlan } from '~~/core/plan/expand'
import { parsePlan } from '~~/core/plan/parse'
import { DOSE_NAMES } from '~~/core/plan/doses'
import { boardFor } from '~~/core/curriculum/boards'
import { insertBlock } from '~~/core/plan/edit'
import { agoSaid, longDay, shortDay, whenSaid } from '~/domain/days'
import { DOSE_FIELDS, withKind } from '~/domain/dose-fields'
import { wallTime } from '~/domain/wall-time'
import { demoItems } from '../../../demo/curriculum'
import { lastClass, lastWeek, tonight } from '../../../demo/plans'
import { count, drill, plan } from '../make'

const holds = (made: unknown) => parsePlan(JSON.parse(JSON.stringify(made))).ok

describe('what the shelf offers', () => {
  it('every item of the library makes a board a plan can hold', () => {
    for (const item of demoItems)
      expect(holds(insertBlock(plan([]), 0, boardFor(item)).plan), item.name).toBe(true)
  })

  it('partner work comes in both roles, sided work on both sides, forms in runs', () => {
    const board = (id: string) => boardFor(demoItems.find((item) => item.id === id)!)
    expect(board('hip-throw').dose).toMatchObject({ kind: 'count', roles: 2, sides: 2 })
    expect(board('front-kick').dose).toMatchObject({ roles: 1, sides: 2 })
    expect(board('form-quay')).toMatchObject({ phase: 'form', dose: { kind: 'form' } })
    expect(board('last-sash').phase).toBe('game')
  })

  it('free work comes in rounds, a run by the minute, and exercises stay counted', () => {
    const dose = (id: string) => boardFor(demoItems.find((item) => item.id === id)!).dose
    for (const id of ['shoulder-touch', 'grip-sparring', 'ground-sparring', 'pad-round'])
      expect(dose(id), id).toMatchObject({ kind: 'rounds', rounds: 3, workSec: 120, restSec: 30 })
    expect(dose('rope-run')).toEqual({ kind: 'fixed', sec: 180, active: true })
    expect(dose('squat-thrust')).toMatchObject({ kind: 'count', reps: 10 })
    expect(dose('press-up')).toMatchObject({ kind: 'count', reps: 10 })
  })
})

describe('a dose of another kind', () => {
  it('goes from every kind to every other and is still one', () => {
    const first = drill(count(10, { sides: 2, roles: 2 })).blocks[0]!.dose!
    for (const one of DOSE_NAMES)
      for (const other of DOSE_NAMES) {
        const dose = withKind(withKind(first, one), other)
        expect(dose.kind).toBe(other)
        expect(holds({ ...drill(count(1)), blocks: [{ id: 'b', title: 'b', phase: 'drill', dose }] })).toBe(
          true,
        )
      }
  })

  it('keeps sets, sides and setup', () => {
    const dose = drill(count(10, { sets: 4, sides: 2, setupSec: 45 })).blocks[0]!.dose!
    expect(withKind(dose, 'hold')).toMatchObject({ sets: 4, sides: 2, setupSec: 45 })
    expect(withKind(dose, 'rounds')).toMatchObject({ rounds: 4, sides: 2, setupSec: 45 })
  })

  it('every figure the bench shows lies in the range the plan file takes, however long the board becomes', () => {
    for (const kind of DOSE_NAMES)
      for (const field of DOSE_FIELDS[kind]) {
        const base = withKind(drill(count(10)).blocks[0]!.dose!, kind)
        for (const value of [field.min, field.max]) {
          const dose = { ...base, [field.key]: value }
          const read = parsePlan({
            ...drill(count(1)),
            blocks: [{ id: 'b', title: 'b', phase: 'drill', dose }],
          })
          const ofTheField = read.ok ? [] : read.faults.filter(({ path }) => path !== 'blocks[0].dose')
          expect(ofTheField, `${kind}.${field.key}`).toEqual([])
        }
      }
  })
})

describe('the demo’s plans', () => {
  it('tonight overhangs by a few minutes; the classes before it fitted or nearly', () => {
    const spare = (document: unknown) => {
      const parsed = parsePlan(document)
      if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
      return expandPlan(parsed.plan).spareSec
    }
    expect(spare(tonight)).toBeLessThan(-60)
    expect(spare(tonight)).toBeGreaterThan(-300)
    for (const past of [lastWeek, lastClass]) expect(Math.abs(spare(past))).toBeLessThan(300)
  })
})

describe('days and hours in words', () => {
  it.each([
    ['2026-11-25', '18:30', 'Tonight'],
    ['2026-11-25', '10:00', 'Today'],
    ['2026-11-26', '18:30', 'Tomorrow'],
    ['2026-11-28', '10:00', 'The next class'],
  ])('%s at %s is %s', (day, time, said) => {
    expect(whenSaid(day, time, '2026-11-25')).toBe(said)
  })

  it('says how long ago', () => {
    expect(['2026-11-25', '2026-11-24', '2026-11-21'].map((day) => agoSaid(day, '2026-11-25'))).toEqual([
      'today',
      'yesterday',
      '4 days ago',
    ])
    expect([longDay('2026-11-25'), shortDay('2026-11-25')]).toEqual(['Wednesday 25 November', 'Wed 25 Nov'])
  })

  it('reads a moment on the club’s clock, wherever the device stands', () => {
    const moment = Date.UTC(2026, 6, 1, 17, 30)
    expect(wallTime(moment, 'Europe/Dublin')).toBe('18:30')
    expect(wallTime(moment, 'Asia/Tokyo')).toBe('02:30')
  })
})
