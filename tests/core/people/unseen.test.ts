import { expect, it } from 'vitest'
import { unseenFirst } from '../../../core/people/unseen'

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const [ADA, BO, CY, DI] = [1, 2, 3, 4].map(uuid)
const SINCE = 1000
const seen = (n: number, student: string | undefined, at: number, more: object = {}) => ({
  id: uuid(100 + n),
  kind: 'seen' as const,
  student: student ?? '',
  item: 'kick',
  said: 'leans',
  at,
  ...more,
})
const students = [ADA, BO, CY, DI].map((id) => ({ id: id ?? '' }))
const order = (all: Parameters<typeof unseenFirst>[1], who: { id: string; lastSeen?: number }[] = students) =>
  unseenFirst(who, all, SINCE).map(({ id, isSeen }) => `${id.slice(-1)}${isSeen ? ' seen' : ''}`)

it('who was not seen in this class comes first: never, then for longest', () => {
  expect(order([seen(1, ADA, 1200), seen(2, BO, 900), seen(3, CY, 500)])).toEqual(['4', '3', '2', '1 seen'])
})
it('what was taken back was not seen, and praise is', () => {
  const slip = seen(1, ADA, 1200)
  const praise = seen(2, BO, 1300, { kind: 'right' })
  const undo = { id: uuid(200), kind: 'undo' as const, at: 1250, undoes: slip.id, student: ADA }
  expect(order([slip, praise, undo])).toEqual(['1', '3', '4', '2 seen'])
})
it('a mark counts as well, as the server knows it', () => {
  expect(
    order(
      [],
      [
        { id: ADA ?? '', lastSeen: 1500 },
        { id: BO ?? '', lastSeen: 10 },
      ],
    ),
  ).toEqual(['2', '1 seen'])
})
