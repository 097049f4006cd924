import { expect, test } from 'vitest'
import { inTurn } from '~/domain/in-turn'

test('each waits for the one before, and one that fails holds up none after it', async () => {
  const next = inTurn()
  const done: string[] = []
  let letGo = () => {}
  const first = next(() =>
    new Promise<void>((resolve) => (letGo = resolve)).then(() => void done.push('first')),
  )
  const second = next(() => Promise.reject(new Error('out of reach')))
  const third = next(() => Promise.resolve(done.push('third')))
  const refused = expect(second).rejects.toThrow('out of reach')
  expect(done).toEqual([])
  await Promise.resolve()
  letGo()
  await first
  await refused
  expect(await third).toBe(2)
  expect(done).toEqual(['first', 'third'])
})
