import { hashInTurn } from '../../http/passwords'
import { inClub } from '../../db/in-club'
import { useDatabase } from '../../http/database'
import { bareCommand } from '../../http/route'
import { addAccount, newAccountSchema } from '../../services/accounts'

/** Adds somebody who may sign in. */
export default bareCommand('POST /api/accounts', { body: newAccountSchema }, async ({ user, body }) => {
  const hash = await hashInTurn(body.password)
  return inClub(useDatabase(), user.clubId, (club) => addAccount(club, user.id, body, hash))
})
