import { record, text } from '../../../core/kernel/fields'
import { fault } from '../../../core/kernel/faults'
import { inClub } from '../../db/in-club'
import { useDatabase } from '../../http/database'
import { count, giveBack, WRONG_PASSWORDS } from '../../http/limits'
import { hashInTurn, isPassword } from '../../http/passwords'
import { bareCommand } from '../../http/route'
import { signInAs } from '../../http/session'
import { changePassword, password } from '../../services/accounts'
import { badFields } from '../../services/refusal'

/** Sets one's own password. Every session ends, on every device; this browser gets a new one. */
export default bareCommand(
  'PUT /api/account/password',
  { body: record({ present: text(200), wanted: password() }) },
  async ({ event, user, body }) => {
    await count(WRONG_PASSWORDS, user.id)
    const account = (await useDatabase().tables.users.findByPk(user.id))?.get({ plain: true })
    if (!account || !(await isPassword(account.passwordHash, body.present)))
      throw badFields([fault(['present'], 'is not your password')])
    await giveBack(WRONG_PASSWORDS, user.id)
    const passwordHash = await hashInTurn(body.wanted)
    await inClub(useDatabase(), user.clubId, (club) => changePassword(club, user.id, passwordHash))
    await signInAs(event, { ...account, passwordHash })
    return { changed: true }
  },
)
