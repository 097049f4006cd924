import { record } from '../../../core/kernel/fields'
import { command } from '../../http/route'
import { removeSeries } from '../../services/series'

export default command('DELETE /api/series/:id', { body: record({}) }, async ({ club, user, param }) => {
  await removeSeries(club, user.id, param('id'))
  return { removed: true }
})
