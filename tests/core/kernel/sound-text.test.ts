import { describe, expect, it } from 'vitest'
import { name, notes, text } from '../../../core/kernel/fields'
import { cutTo, firstOf, soundCopy, unsoundIn } from '../../../core/kernel/sound-text'

const FAMILY = '👩‍👧'
const HALF = '\ud83d'

describe('text', () => {
  it('with half a character, a hidden control or a turned direction is refused, and says so', () => {
    for (const bad of [`a${HALF}`, 'a\u0000b', 'abc\u202Egnp', '\u2066x'])
      for (const kind of [text(80), name(80), notes(80)]) expect(kind.safeParse(bad).success).toBe(false)
    expect(unsoundIn(HALF)).toMatch(/half a character/)
  })
  it('of several lines is no name, and may be anything else', () => {
    expect(text().safeParse('one\ntwo').success).toBe(true)
    expect(name().safeParse('one\ntwo').error?.issues[0]?.message).toBe('must be on one line')
    expect(name().safeParse(`Zoë ${FAMILY} 黄帯`).success).toBe(true)
  })
  it('is cut between what is read as characters', () => {
    expect(cutTo(`a${FAMILY}b`, 4)).toBe('a')
    expect(cutTo(`a${FAMILY}b`, 6)).toBe(`a${FAMILY}`)
    expect(cutTo('short', 80)).toBe('short')
    expect([firstOf(`${FAMILY}x`), firstOf('')]).toEqual([FAMILY, ''])
  })
  it('that was stored before is read without what it may not hold', () => {
    expect(soundCopy({ title: 'a\u202Eb', list: [`x${HALF}`], n: 1 })).toEqual({
      title: 'ab',
      list: ['x'],
      n: 1,
    })
  })
})
