import { z } from 'zod'
import { asHttp, bodyOf } from '../../http/club-route'
import { useDatabase } from '../../http/database'
import { Problem } from '../../http/problem'

const signInSchema = z.object({
  email: z.string({ error: 'must be an e-mail address' }).trim().toLowerCase().max(190),
  password: z.string({ error: 'must be a password' }).min(1, 'must be a password').max(200),
})

/** Verified in place of a real one, so that an unknown address takes as long to refuse as a wrong password. */
let nobody: Promise<string> | undefined

export default defineEventHandler(async (event) => {
  try {
    const { email, password } = await bodyOf(event, signInSchema)
    const found = await useDatabase().tables.users.findOne({ where: { email } })
    const row = found?.get({ plain: true })
    nobody ??= hashPassword('nobody signs in with this')
    const right = await verifyPassword(row?.passwordHash ?? (await nobody), password)
    if (!row || !right)
      throw new Problem(401, 'wrong-sign-in', 'That e-mail and password do not go together.')
    const { id, clubId, name, role } = row
    await replaceUserSession(event, { user: { id, clubId, name, role } })
    return { name, role }
  } catch (error) {
    throw error instanceof Problem ? asHttp(error) : error
  }
})
