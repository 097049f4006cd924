import { expect, it } from 'vitest'
import { withMade } from '../../../app/domain/partners-made'
import type { BoardPairs } from '../../../shared/answers'

const at = (board: string, version: number, here: string[]) =>
  ({ board, version, here }) as unknown as BoardPairs

it('an answer that comes after a reading of the same making does not take its place: who is here is newer there', () => {
  const read = at('throw', 2, ['ada', 'ben', 'late'])
  expect(withMade([read], at('throw', 2, ['ada', 'ben']))).toEqual([read])
  const made = at('throw', 3, ['ada', 'ben'])
  expect(withMade([read, at('kick', 1, [])], made)).toEqual([at('kick', 1, []), made])
  expect(withMade([], made)).toEqual([made])
})
