import { z } from 'zod'
import { oneOf, record, slug, text } from '../../core/kernel/fields'
import { fullName } from '../../core/people/student'
import { databaseError, DUPLICATE, type Club } from '../db/in-club'
import { classForActing } from './events'
import { notFound, Refusal } from './refusal'
import type { SignedIn } from './sessions'
import { columnsOf, groundOf, readAs, type Keeper } from './student-rows'

/** Who comes to one class: on its register, with a name and a rank, and kept afterwards if that is wanted. */

export const guestBody = record({
  id: z.uuid({ error: 'must be a UUID' }),
  name: text(120),
  rank: slug(),
  kind: oneOf(['visitor', 'trial']),
})

/** Adds somebody at the door: a name and a rank, on the register of this class only. Sent again it is the same one. */
export async function addGuest(
  club: Club,
  user: SignedIn,
  classId: string,
  { id, name, rank, kind }: z.infer<typeof guestBody>,
  now: number,
): Promise<void> {
  await classForActing(club, user, classId, now)
  const [firstName = '', ...last] = name.trim().split(/\s+/)
  const ground = await groundOf(club, now)
  const student = readAs({ firstName, lastName: last.join(' '), rank }, ground, user.role)
  try {
    await club.students.add({
      id,
      ...columnsOf(student, ground.byRank),
      active: true,
      kind,
      guestOf: classId,
      joined: ground.today,
    })
  } catch (error) {
    if (databaseError(error) !== DUPLICATE) throw error
    const before = await club.students.one({ id })
    if (before?.guestOf === classId && fullName(before) === fullName(student) && before.rankId === rank)
      return
    throw new Refusal('known-elsewhere', 'A student of this id is known already, with other contents.')
  }
  await club.changed('class', classId, 'guest', user.id)
}

export async function keepGuest(club: Club, keeper: Keeper, id: string): Promise<void> {
  const row = await club.students.locked({ id })
  if (!row) throw notFound('student')
  if (row.kind === 'member') return
  await club.students.change({ id }, { kind: 'member', version: row.version + 1 })
  await club.changed('students', id, 'kept', keeper.id)
}
