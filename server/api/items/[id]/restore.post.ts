import { record } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { restoreItem } from '../../../services/items'

export default command('POST /api/items/:id/restore', { body: record({}) }, async ({ club, user, param }) => {
  await restoreItem(club, user.id, param('id'))
  return { archived: false }
})
