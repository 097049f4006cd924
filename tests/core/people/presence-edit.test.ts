import { describe, expect, it } from 'vitest'
import type { PresenceMark } from '../../../core/floor/events'
import { tapsFor, typedFrom, typedMarks, typedWrong, withTyped } from '../../../core/people/presence-edit'
import { readRegister } from '../../../core/people/register'

const START = 1_000_000
const min = (n: number) => START + n * 60_000
let n = 0
const tap = (kind: PresenceMark['kind'], at: number, more: Partial<PresenceMark> = {}): PresenceMark => ({
  id: `tap-${++n}`,
  kind,
  at,
  n,
  student: 'ada',
  ...more,
})
const held = { began: START, ended: min(75) }
const nothing = { remote: false, from: undefined, to: undefined, out: [] }

describe('typed presence', () => {
  it('came, out for a while and left are the taps that say so, in their order', () => {
    expect(tapsFor({ ...nothing, from: min(15), to: min(60), out: [[min(20), min(25)]] }, START)).toEqual([
      { kind: 'late', at: min(15) },
      { kind: 'out', at: min(20) },
      { kind: 'back', at: min(25) },
      { kind: 'left', at: min(60) },
    ])
    expect(tapsFor(nothing, START)).toEqual([{ kind: 'here', at: START }])
    expect(tapsFor({ ...nothing, remote: true }, START)).toEqual([{ kind: 'home', at: START }])
  })
  it('stands in the place of what was tapped, whenever that was', () => {
    // A late tap that came half an hour too late, and a left that was forgotten.
    const marks = [tap('late', min(45)), tap('here', min(1), { student: 'ben' })]
    const line = withTyped(marks, 'ada', tapsFor({ ...nothing, from: min(15), to: min(50) }, START))
    expect(line).toMatchObject({ state: 'left', there: [[min(15), min(50)]] })
  })
  it('is sent as what stood taken back and what is typed, in the group that was chosen for the class', () => {
    const marks = [tap('here', min(1), { group: 'teal' }), tap('here', min(1), { student: 'ben' })]
    const sent = typedMarks(marks, 'ada', tapsFor({ ...nothing, from: min(15), to: min(50) }, START), min(80))
    expect(sent).toEqual([
      { kind: 'undo', at: min(80), undoes: marks[0]!.id },
      { kind: 'late', at: min(15), student: 'ada', group: 'teal' },
      { kind: 'left', at: min(50), student: 'ada' },
    ])
    const after = readRegister([
      ...marks,
      ...sent.map((mark, n) => ({ ...mark, id: `sent-${n}`, n: 10 + n })),
    ])
    expect(after.get('ada')).toMatchObject({ state: 'left', there: [[min(15), min(50)]], group: 'teal' })
    expect(after.get('ben')?.state).toBe('here')
  })
  it('is read from the register and typed back as the same line', () => {
    const marks = [tap('late', min(5)), tap('out', min(20)), tap('back', min(30)), tap('left', min(70))]
    const line = readRegister(marks).get('ada')
    const again = withTyped(marks, 'ada', tapsFor(typedFrom(line), START))
    expect(again).toMatchObject({ state: line?.state, there: line?.there, out: line?.out })
  })
  it('is refused in words where it cannot be', () => {
    expect(typedWrong({ ...nothing, from: min(30), to: min(10) }, held)).toMatch(/left before they came/)
    // Before the first bow and after the last nobody was there: that is to be away.
    expect(typedWrong({ ...nothing, to: min(-1) }, held)).toMatch(/before the class began: say away/)
    expect(typedWrong({ ...nothing, from: min(75) }, held)).toMatch(/when the class was over: say away/)
    expect(typedWrong({ ...nothing, from: min(75) }, { began: START })).toBeUndefined()
    expect(typedWrong({ ...nothing, out: [[min(20), min(10)]] }, held)).toMatch(/ends before it begins/)
    expect(typedWrong({ ...nothing, from: min(30), out: [[min(20), min(40)]] }, held)).toMatch(/outside/)
    expect(
      typedWrong(
        {
          ...nothing,
          out: [
            [min(5), min(20)],
            [min(10), min(30)],
          ],
        },
        held,
      ),
    ).toMatch(/overlap/)
    expect(
      typedWrong({ ...nothing, from: min(5), to: min(60), out: [[min(10), min(20)]] }, held),
    ).toBeUndefined()
  })
})
