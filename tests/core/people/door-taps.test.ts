import { describe, expect, it } from 'vitest'
import { classAt, GRACE_MS, meaningOf } from '../../../core/people/door-taps'
import { readRegister } from '../../../core/people/register'
import type { PresenceMark } from '../../../core/floor/events'

const SAM = '00000000-0000-4000-8000-000000000001'
const MINUTE = 60_000
const START = 100 * MINUTE
let n = 0
const mark = (kind: PresenceMark['kind'], at: number): PresenceMark => ({
  id: `00000000-0000-4000-8000-1${String(n++).padStart(11, '0')}`,
  kind,
  student: SAM,
  at,
})
const lineAfter = (...marks: PresenceMark[]) => readRegister(marks).get(SAM)

describe('the class a tap is of', () => {
  const classes = [
    { id: 'six', startsAt: START, lengthMin: 60 },
    { id: 'seven', startsAt: START + 75 * MINUTE, lengthMin: 60 },
  ]
  it.each([
    ['long before', START - 91 * MINUTE, undefined],
    ['before', START - 20 * MINUTE, 'six'],
    ['during', START + 30 * MINUTE, 'six'],
    ['between two, nearer to the second', START + 60 * MINUTE, 'seven'],
    ['after the last', START + 155 * MINUTE, undefined],
  ])('%s', (_when, at, id) => expect(classAt(classes, at)?.id).toBe(id))
})

describe('what a tap means', () => {
  const none = new Set<string>()
  it('from the beginning until the grace is over, then late', () => {
    expect(meaningOf(START + GRACE_MS, undefined, START, none)).toEqual({ outcome: 'here', kind: 'here' })
    expect(meaningOf(START + GRACE_MS + 1, undefined, START, none)).toEqual({ outcome: 'late', kind: 'late' })
  })

  it('whoever was said to be away has come; who had left is back; who is here is known', () => {
    expect(meaningOf(START, lineAfter(mark('away', 0)), START, none).kind).toBe('here')
    expect(meaningOf(START, lineAfter(mark('excused', 0)), START, none).kind).toBe('here')
    expect(meaningOf(START, lineAfter(mark('here', 0), mark('left', 1)), START, none).kind).toBe('back')
    for (const kind of ['here', 'late', 'out', 'home'] as const)
      expect(meaningOf(START, lineAfter(mark(kind, 0)), START, none)).toEqual({ outcome: 'again' })
  })

  it('an earlier tap that comes after the reader’s own later one takes its place; one by hand stands', () => {
    const late = mark('late', START + 20 * MINUTE)
    const early = START + 10 * MINUTE
    expect(meaningOf(early, lineAfter(late), START, new Set([late.id]))).toEqual({
      outcome: 'late',
      kind: 'late',
      undoes: late.id,
    })
    expect(meaningOf(early, lineAfter(late), START, none)).toEqual({ outcome: 'again' })
  })
})
