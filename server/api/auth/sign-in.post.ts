import { z } from 'zod'
import { readBodyAs, refuseOtherSites } from '../../http/body'
import { useDatabase } from '../../http/database'
import { count, forget, refuseIfReached, WRONG_FROM_ONE_PLACE, WRONG_PASSWORDS } from '../../http/limits'
import { answering } from '../../http/route'
import { signInAs } from '../../http/session'
import { addressOf } from '../../services/accounts'
import { Refusal } from '../../services/refusal'

const signInSchema = z.object({
  email: z.string({ error: 'must be an e-mail address' }).max(190),
  password: z.string({ error: 'must be a password' }).min(1, 'must be a password').max(200),
})

/** Verified in place of a real one, so that an unknown address takes as long to refuse as a wrong password. */
let nobody: Promise<string> | undefined

export default answering(async (event) => {
  refuseOtherSites(event)
  const given = await readBodyAs(event, signInSchema)
  const email = addressOf(given.email)
  const place = getRequestIP(event) ?? 'unknown'
  await refuseIfReached(WRONG_PASSWORDS, email)
  await refuseIfReached(WRONG_FROM_ONE_PLACE, place)
  const found = await useDatabase().tables.users.findOne({ where: { email } })
  const account = found?.get({ plain: true })
  nobody ??= hashPassword('nobody signs in with this')
  const isRight = await verifyPassword(
    account?.passwordHash.startsWith('$') ? account.passwordHash : await nobody,
    given.password,
  )
  if (!account || !isRight) {
    await count(WRONG_FROM_ONE_PLACE, place)
    await count(WRONG_PASSWORDS, email)
    throw new Refusal('wrong-sign-in', 'That e-mail and password do not go together.')
  }
  await forget(WRONG_PASSWORDS, email)
  await signInAs(event, account)
  return { name: account.name, role: account.role }
})
