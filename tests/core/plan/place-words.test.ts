import { describe, expect, it } from 'vitest'
import { besideWords, chainWords } from '../../../core/plan/place-words'

const names = {
  item: (id: string) => id.toUpperCase(),
  layer: (id: string, layer: number) => `${id} ${['', 'slow', 'moving'][layer - 1]}`,
}
const part = (technique: string, more: object = {}) => ({
  technique,
  layer: 1,
  times: 1,
  side: 'same' as const,
  ...more,
})

describe('what is worked at a place, in words', () => {
  it('a chain says each part at its version, how often and on which side', () => {
    expect(
      chainWords(
        [part('jab'), part('hook', { layer: 3, side: 'other' }), part('step', { times: 2, side: 'none' })],
        names,
      ),
    ).toBe('JAB → HOOK, hook moving, other side → 2 × STEP, no side')
  })

  it('beside the item stand its chain, what the partner works, and up to which version', () => {
    expect(
      besideWords(
        {
          technique: 'throw',
          parts: [part('entry', { layer: 2 })],
          receives: { technique: 'fall', layer: 2, side: 'same' },
          layerUpTo: 3,
        },
        names,
      ),
    ).toEqual(['ENTRY, entry slow', 'partner: FALL, fall slow', 'up to throw moving'])
  })
})
