import { describe, expect, it } from 'vitest'
import { readCalls, writeCalls } from '../../../core/plan/lines/calls'
import { readFigures } from '../../../core/plan/lines/figures'
import { readInstead, writeInstead } from '../../../core/plan/lines/instead'
import { movesOf, readMoves, writeMoves } from '../../../core/plan/lines/moves'
import { readSays, writeSays } from '../../../core/plan/lines/says'

const find = (name: string) =>
  name.toLowerCase() === 'front kick' ? { id: 'front-kick', name: 'Front kick' } : undefined

describe('calls, one to a line', () => {
  it('with an answer, a side, and the item that the library knows', () => {
    const read = readCalls('front kick left → step back\nswitch -> slip\n\nhold', find)
    expect(read).toEqual({
      ok: true,
      value: [
        { say: 'front kick', answer: 'step back', technique: 'front-kick', layer: 1, side: 'L' },
        { say: 'switch', answer: 'slip', layer: 1 },
        { say: 'hold', layer: 1 },
      ],
    })
    expect(read.ok && writeCalls(read.value)).toBe('front kick left → step back\nswitch → slip\nhold')
  })
  it('one that stays keeps its version; one too long, or empty before its arrow, is told', () => {
    const before = [{ say: 'Front kick', technique: 'front-kick', layer: 3 }]
    expect(readCalls('front kick', find, before)).toMatchObject({ value: [{ layer: 3 }] })
    expect(readCalls('x'.repeat(61), find)).toMatchObject({ ok: false, message: /too long to be called/ })
    expect(readCalls('→ slip', find)).toMatchObject({ ok: false, message: /calls nothing/ })
    expect(readCalls(Array(61).fill('go').join('\n'), find)).toMatchObject({ message: 'At most 60 lines' })
  })
})

describe('words for a set, a side, a stage', () => {
  it('are read with when they are said, and written again', () => {
    const text = 'set 2: hips first\nround 3, other side: slower\nstage 1, role B: give way\nEyes up: always'
    const read = readSays(text)
    expect(read).toEqual({
      ok: true,
      value: [
        { set: 2, text: 'hips first' },
        { round: 3, side: 'other', text: 'slower' },
        { stage: 0, role: 'B', text: 'give way' },
        { text: 'Eyes up: always' },
      ],
    })
    expect(read.ok && writeSays(read.value)).toBe(text)
  })
  it('set 0 is no set: the line is said as it stands', () => {
    expect(readSays('set 0: never')).toEqual({ ok: true, value: [{ text: 'set 0: never' }] })
  })
})

describe('instead', () => {
  it('says for whom, and what', () => {
    const text = 'alone: Front kick\nno room: slow steps'
    const read = readInstead(text, find)
    expect(read).toEqual({
      ok: true,
      value: [
        { if: 'alone', do: 'Front kick', technique: 'front-kick', layer: 1 },
        { if: 'room', do: 'slow steps', layer: 1 },
      ],
    })
    expect(read.ok && writeInstead(read.value)).toBe(text)
  })
  it('a line that says it for nobody is told, with for whom it may be', () => {
    expect(readInstead('tired: rest', find)).toMatchObject({ ok: false, message: /begin with alone, no kit/ })
  })
})

it('figures are whole, within bounds, and not too many', () => {
  const asked = { least: 1, most: 3599, many: 3, what: 'second' }
  expect(readFigures('30, 10 5', asked)).toEqual({ ok: true, value: [30, 10, 5] })
  expect(readFigures('30, x', asked)).toEqual({
    ok: false,
    message: '“x” is no second: whole figures from 1 to 3599',
  })
  expect(readFigures('1 2 3 4', asked)).toMatchObject({ ok: false })
})

it('moves keep their cues, and their beats are read', () => {
  const read = readMoves('low parry / punch 3 beats', [{ say: 'Low parry', cue: 'sink', beats: 1 }])
  expect(read).toEqual({
    ok: true,
    value: [
      { say: 'low parry', cue: 'sink', beats: 1 },
      { say: 'punch', beats: 3 },
    ],
  })
  expect(read.ok && writeMoves(read.value)).toBe('low parry / punch 3 beats')
  expect(movesOf(['step'])).toEqual([{ say: 'step', beats: 1 }])
})
