import { describe, expect, it } from 'vitest'
import { withoutEmptyRows } from '../../../core/curriculum/empty-rows'
import { soundPart } from '../../../app/domain/sound-part'
import { item } from '../curriculum/make'

describe('what can be kept of a document with faults', () => {
  const before = { name: 'a', points: ['one', 'two'], figures: { jumps: 1 } }
  const fault = (path: string) => ({ path, message: 'is wrong' })

  it('is everything else: the field at fault is as it was, of a list only its row', () => {
    expect(
      soundPart({ name: 'b', points: ['ONE', '', 'three'], figures: { jumps: 9 } }, before, [
        fault('points[1]'),
        fault('figures.jumps'),
      ]),
    ).toEqual({ name: 'b', points: ['ONE', 'two', 'three'], figures: { jumps: 1 } })
  })

  it('leaves out a new row at fault, and nothing where nothing else was changed', () => {
    expect(soundPart({ ...before, points: ['one', 'two', ''] }, before, [fault('points[2]')])).toBeUndefined()
    expect(
      soundPart({ ...before, name: 'c', points: ['one', 'two', ''] }, before, [fault('points[2]')]),
    ).toEqual({ ...before, name: 'c' })
  })

  it('is nothing where the fault is of the whole', () => {
    expect(soundPart({ ...before, name: 'c' }, before, [fault('$')])).toBeUndefined()
    expect(soundPart({ ...before, name: 'c' }, before, [fault('elsewhere[0]')])).toBeUndefined()
  })
})

describe('rows in which nothing was written', () => {
  it('are not kept; of the layers only empty ones at the end', () => {
    const layer = (name: string, points: string[] = []) => ({ ...item('kick').layers[0]!, name, points })
    const made = withoutEmptyRows({
      ...item('kick'),
      keyPoints: ['hips first', ' ', ''],
      aliases: ['', 'snap'],
      faults: [
        { fault: '', correction: '' },
        { fault: 'falls back', correction: '' },
      ],
      layers: [layer('slow'), layer(''), layer('free', ['', 'eyes up']), layer('', ['']), layer('')],
      steps: ['lift', ''],
    })
    expect(made).toMatchObject({
      keyPoints: ['hips first'],
      aliases: ['snap'],
      faults: [{ fault: 'falls back' }],
      steps: ['lift'],
    })
    expect(made.layers.map(({ name }) => name)).toEqual(['slow', '', 'free'])
    expect(made.layers[2]!.points).toEqual(['eyes up'])
  })
})
