import { z } from 'zod'
import { readBodyAs, refuseOtherSites } from '../../http/body'
import { useDatabase } from '../../http/database'
import { browserKnownTo, knowBrowser } from '../../http/known-browser'
import {
  count,
  giveBack,
  WRONG_FOR_ONE_ACCOUNT,
  WRONG_FROM_ONE_PLACE,
  WRONG_PASSWORDS,
} from '../../http/limits'
import { hashInTurn, isPassword } from '../../http/passwords'
import { placeOf } from '../../http/place'
import { answering } from '../../http/route'
import { signInAs } from '../../http/session'
import { addressOf, renewHash } from '../../services/accounts'
import { Refusal } from '../../services/refusal'

const signInSchema = z.object({
  email: z.string({ error: 'must be an e-mail address' }).max(190),
  password: z.string({ error: 'must be a password' }).min(1, 'must be a password').max(200),
})

export default answering(async (event) => {
  refuseOtherSites(event)
  const given = await readBodyAs(event, signInSchema)
  const email = addressOf(given.email)
  const place = placeOf(event)
  const found = await useDatabase().tables.users.findOne({ where: { email } })
  const account = found?.get({ plain: true })
  const known = await browserKnownTo(event, account)
  const tries = known
    ? ([[WRONG_PASSWORDS, `${email} ${known}`]] as const)
    : ([
        [WRONG_PASSWORDS, `${email} ${place}`],
        [WRONG_FOR_ONE_ACCOUNT, email],
        [WRONG_FROM_ONE_PLACE, place],
      ] as const)
  for (const [limit, key] of tries) await count(limit, key)
  const isRight = await isPassword(account?.passwordHash, given.password)
  if (!account || !isRight) throw new Refusal('wrong-sign-in', 'That e-mail and password do not go together.')
  for (const [limit, key] of tries) await giveBack(limit, key)
  const passwordHash = passwordNeedsReHash(account.passwordHash)
    ? await renewHash(useDatabase(), account, await hashInTurn(given.password))
    : account.passwordHash
  await signInAs(event, { ...account, passwordHash })
  await knowBrowser(event, account)
  return { name: account.name, role: account.role }
})
