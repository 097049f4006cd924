import { record } from '../../../core/kernel/fields'
import { command } from '../../http/route'
import { endReader } from '../../services/readers'

export default command('DELETE /api/readers/:id', { body: record({}) }, async ({ club, user, param }) => {
  await endReader(club, user.id, param('id'))
  return { ended: true }
})
