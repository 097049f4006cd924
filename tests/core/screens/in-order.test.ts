import { expect, test } from 'vitest'
import { inOrder } from '~/domain/in-order'

/** Questions that are answered, or fail, when the test says so. */
function asked() {
  const waiting: { answer: (told: string) => void; fail: (error: Error) => void }[] = []
  const taken: string[] = []
  const read = inOrder(
    () => new Promise<string>((answer, fail) => void waiting.push({ answer, fail })),
    (told) => void taken.push(told),
  )
  return { read, waiting, taken }
}

test('an answer that is overtaken by a later one is not taken, and whoever waited for it goes on', async () => {
  const { read, waiting, taken } = asked()
  const [first, second] = [read(), read()]
  waiting[1]!.answer('new')
  await second
  waiting[0]!.answer('old')
  await first
  expect(taken).toEqual(['new'])
})

test('answers in their order are all taken', async () => {
  const { read, waiting, taken } = asked()
  const both = [read(), read()]
  waiting[0]!.answer('old')
  await both[0]
  waiting[1]!.answer('new')
  await both[1]
  expect(taken).toEqual(['old', 'new'])
})

test('a later question that fails takes nothing from an earlier one', async () => {
  const { read, waiting, taken } = asked()
  const [first, second] = [read(), read()]
  waiting[1]!.fail(new Error('out of reach'))
  await expect(second).rejects.toThrow('out of reach')
  waiting[0]!.answer('all there is')
  await first
  expect(taken).toEqual(['all there is'])
})
