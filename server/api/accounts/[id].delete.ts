import { record } from '../../../core/kernel/fields'
import { command } from '../../http/route'
import { endAccount } from '../../services/accounts'

export default command('DELETE /api/accounts/:id', { body: record({}) }, async ({ club, user, param }) => {
  await endAccount(club, user.id, param('id'))
  return { ended: true }
})
