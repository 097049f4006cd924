import { describe, expect, it } from 'vitest'
import { mirrored } from '../../../core/curriculum/combinations'
import { linksOf, readLinks, turnedAbout, writeLinks } from '../../../core/curriculum/links-line'
import type { LadderDose } from '../../../core/plan/doses'
import { readShorthand, writeShorthand } from '../../../core/plan/doses/shorthand'
import { keepUnsaid } from '../../../core/plan/doses/unsaid'
import { linksWords } from '../../../core/plan/place-words'

const library = new Map([
  ['jab', { id: 'jab', name: 'Jab' }],
  ['drop step', { id: 'drop-step', name: 'Drop step' }],
])
/** As the library finds: by the whole name where it is asked exactly. */
const find = (name: string, exactly?: boolean) =>
  library.get(name.toLowerCase()) ??
  (exactly ? undefined : [...library.values()].find((one) => one.name.toLowerCase().includes(name)))
const read = (line: string, before?: Parameters<typeof readLinks>[2]) => {
  const told = readLinks(line, find, before)
  if (!told.ok) throw new Error(told.message)
  return told.links
}

describe('a rep link by link', () => {
  it('is typed in one line; only a whole name of the library is worked', () => {
    expect(read('step / kick / back')).toMatchObject([
      { say: 'step', by: 'A', side: 'same', beats: 1 },
      { say: 'kick' },
      { say: 'back' },
    ])
    expect(read('step / jab').map(({ technique }) => technique)).toEqual([undefined, 'jab'])
  })

  it('says who does which, on which side, how often and for how long', () => {
    const links = read('A: jab / B: slip no side / both: drop step x2 other side 3 beats')
    expect(links).toMatchObject([
      { by: 'A', technique: 'jab' },
      { by: 'B', say: 'slip', side: 'none' },
      { by: 'both', technique: 'drop-step', side: 'other', times: 2, beats: 3 },
    ])
    expect(writeLinks(links)).toBe('A: jab / B: slip no side / both: drop step x2 other side 3 beats')
    expect(read(writeLinks(links))).toEqual(links)
    expect(linksWords(links)).toBe('A: jab / B: slip, no side / both: 2 × drop step, other side')
  })

  it('keeps what the line does not say of a link whose name stays', () => {
    const before = read('jab / back').map((link) => ({ ...link, layer: 3, cue: 'chin down' }))
    expect(read('back / jab / step', before)).toMatchObject([
      { say: 'back', cue: 'chin down' },
      { technique: 'jab', layer: 3, cue: 'chin down' },
      { say: 'step', layer: 1 },
    ])
  })

  it('is refused with what is wrong', () => {
    expect(readLinks('jab / A:', find)).toEqual({ ok: false, message: '“A:” names nothing to call' })
    expect(readLinks('jab x30', find).ok).toBe(false)
    expect(readLinks(Array(41).fill('jab').join('/'), find)).toEqual({
      ok: false,
      message: 'A rep has 40 links at most',
    })
  })

  it('is made of steps, mirrored and turned about', () => {
    expect(linksOf(['Lift the knee', 'x'.repeat(80)]).map(({ say }) => say.length)).toEqual([13, 60])
    const links = read('A: jab / B: slip no side')
    expect(turnedAbout(links).map(({ by }) => by)).toEqual(['B', 'A'])
    expect(mirrored(links).map(({ side }) => side)).toEqual(['other', 'none'])
    expect(mirrored(mirrored(links))).toEqual(links)
  })
})

describe('what a dose says in short', () => {
  const dose = (line: string) => {
    const told = readShorthand(line)
    if (!told.ok) throw new Error(told.fault.message)
    return told.dose
  }

  it('knows trading and sides in every set, which say who and where by themselves', () => {
    expect(dose('10 turn about')).toMatchObject({ kind: 'count', reps: 10, roles: 2, exchange: 1 })
    expect(dose('10 turn about 5')).toMatchObject({ roles: 2, exchange: 5 })
    expect(dose('2x20 by sets')).toMatchObject({ sides: 2, sidesBy: 'set' })
    expect(dose('20 each leg by sets')).toMatchObject({ reps: 20, sides: 2, sidesBy: 'set' })
    expect(dose('3 sets of 6 both roles turn about every 2')).toMatchObject({
      sets: 3,
      reps: 6,
      roles: 2,
      exchange: 2,
    })
    for (const line of [
      '10 turn about',
      '2x20 each side by sets',
      '3 rounds 1:00 each side by sets by my word',
    ])
      expect(dose(writeShorthand(dose(line)))).toEqual(dose(line))
  })

  it('leaves what it has no words for as it stands', () => {
    const before = { ...dose('3 rounds 1:00'), roundLayers: [1, 2, 3], marks: [30] } as ReturnType<
      typeof dose
    >
    expect(keepUnsaid(before, dose('3 rounds 1:30'))).toMatchObject({
      workSec: 90,
      roundLayers: [1, 2, 3],
      marks: [30],
    })
    expect(keepUnsaid(before, dose('10'))).toEqual(dose('10'))
    const links = read('step / jab')
    const ladder = dose('ladder "Held" [6] "Free" [2 rounds 0:45]') as LadderDose
    const [held, free] = ladder.stages
    const told = { ...ladder, stages: [{ ...held!, links }, free!] }
    const again = keepUnsaid(told, dose('ladder "Held" [8] "Free" [2 rounds 0:45]')) as LadderDose
    expect(again.stages.map((stage) => [stage.links?.length, stage.dose])).toMatchObject([
      [2, { reps: 8 }],
      [undefined, {}],
    ])
    // Another stage is another rep.
    expect(keepUnsaid(told, dose('ladder "Loose" [8]'))).toEqual(dose('ladder "Loose" [8]'))
  })
})
