import { describe, expect, it } from 'vitest'
import { attendanceOf, inHall, readRegister } from '../../../core/people/register'
import { replay } from '../../../core/floor/run'
import type { PresenceMark, RunEvent } from '../../../core/floor/events'
import { block, fixed, plan, twoGroups } from '../make'

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const SAM = uuid(1)
const START = 1_000_000
let next = 100
const mark = (kind: PresenceMark['kind'], sec: number, more: Partial<PresenceMark> = {}): PresenceMark => ({
  id: uuid(next++),
  kind,
  student: SAM,
  at: START + sec * 1000,
  ...more,
})
const act = (kind: RunEvent['kind'], sec: number): RunEvent => ({
  id: uuid(next++),
  kind,
  at: START + sec * 1000,
})

/** Two blocks of 100 s with a transition of 10 s: 210 s. */
const made = plan([block('a', { dose: fixed(100) }), block('b', { dose: fixed(100) })])
const whole = [act('start', 0), act('finish', 210)]
function row(marks: PresenceMark[], events: RunEvent[] = whole) {
  const run = replay(made, events, Math.max(...events.map(({ at }) => at)))
  return attendanceOf(run, marks, [{ id: SAM, group: 'white' }]).present[0]
}
const line = (...marks: PresenceMark[]) => readRegister(marks).get(SAM)

describe('the register', () => {
  it('knows nothing of who was not tapped', () => {
    expect(readRegister([]).get(SAM)).toBeUndefined()
    expect(inHall(undefined)).toBe(false)
  })

  it('goes by the latest tap, whatever order they arrive in', () => {
    const late = mark('late', 60)
    const away = mark('away', 10)
    expect(line(late, away)?.state).toBe('late')
    expect(line(away, late)?.state).toBe('late')
  })

  it('takes a tap back, and takes the taking back back', () => {
    const here = mark('here', 0)
    const out = mark('out', 50)
    const undo = mark('undo', 55, { student: undefined, undoes: out.id })
    const redo = mark('undo', 58, { student: undefined, undoes: undo.id })
    expect(line(here, out, undo)?.state).toBe('here')
    expect(line(here, out, undo, redo)?.state).toBe('out')
  })

  it('keeps the reason and counts who sits out as in the hall', () => {
    const sits = line(mark('here', 0), mark('out', 50, { reason: 'unwell' }))
    expect(sits).toMatchObject({ state: 'out', reason: 'unwell' })
    expect(inHall(sits)).toBe(true)
    expect(inHall(line(mark('left', 50)))).toBe(false)
  })

  it('clears a line', () => {
    expect(line(mark('here', 0), mark('clear', 5))?.state).toBe('unknown')
  })
})

describe('presence as an attendance file', () => {
  it('here is from the first bow, whenever it is tapped', () => {
    expect(row([mark('here', -300)])).toEqual({ student: SAM, group: 'white', fromSec: 0, toSec: 210 })
    expect(row([mark('here', 90)])).toMatchObject({ fromSec: 0, toSec: 210 })
  })

  it('late is from the tap', () => {
    expect(row([mark('late', 62.5)])).toMatchObject({ fromSec: 62.5, toSec: 210 })
  })

  it('left is until the tap', () => {
    expect(row([mark('here', -5), mark('left', 130)])).toMatchObject({ fromSec: 0, toSec: 130 })
  })

  it('sitting out is a hole, until back', () => {
    expect(row([mark('here', 0), mark('out', 50), mark('back', 80)])).toMatchObject({
      out: [[50, 80]],
      toSec: 210,
    })
    expect(row([mark('here', 0), mark('out', 50)])).toMatchObject({ fromSec: 0, toSec: 50 })
  })

  it('leaves out who was away, excused or cleared; whoever is there is in one of the groups, whatever the plan calls them', () => {
    for (const kind of ['away', 'excused', 'clear'] as const) expect(row([mark(kind, 0)])).toBeUndefined()
    const run = replay(made, whole, START + 210_000)
    const both = plan([], { groups: twoGroups })
    const groupOf = (who: { group: string; rank?: string }) =>
      attendanceOf(
        { ...run, plan: { ...made, groups: both.groups } },
        [mark('here', 0)],
        [{ id: SAM, ...who }],
      ).present.map(({ group }) => group)
    expect(groupOf({ group: 'green' })).toEqual(['green'])
    expect(groupOf({ group: 'blue', rank: 'green' })).toEqual(['green'])
    expect(groupOf({ group: 'blue' })).toEqual(['white'])
  })

  it('what was not run, nobody was there for: a board cut at 60 s leaves a hole of 40 s', () => {
    const events = [act('start', 0), act('next', 60), act('finish', 170)]
    expect(row([mark('here', 0)], events)).toEqual({
      student: SAM,
      group: 'white',
      fromSec: 0,
      toSec: 210,
      out: [[60, 100]],
    })
  })

  it('a pause does not count, and who came in it came at the moment it was held', () => {
    const events = [act('start', 0), act('pause', 50), act('resume', 350), act('finish', 510)]
    expect(row([mark('here', 0)], events)).toEqual({ student: SAM, group: 'white', fromSec: 0, toSec: 210 })
    expect(row([mark('late', 200)], events)).toMatchObject({ fromSec: 50 })
  })

  it('nobody is there after the finish', () => {
    expect(row([mark('here', 0)], [act('start', 0), act('finish', 75)])).toMatchObject({ toSec: 75 })
    expect(row([mark('late', 100)], [act('start', 0), act('finish', 75)])).toBeUndefined()
  })
})
