import { record } from '../../../core/kernel/fields'
import { command } from '../../http/route'
import { removeShape } from '../../services/shapes'

export default command('DELETE /api/shapes/:id', { body: record({}) }, async ({ club, user, param }) => {
  await removeShape(club, user.id, param('id'))
  return { removed: true }
})
