import { record } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { discardItem } from '../../../services/items'

/** Takes an item out of the library: put away when anything speaks of it, else deleted. */
export default command('DELETE /api/items/:id', { body: record({}) }, ({ club, user, param }) =>
  discardItem(club, user.id, param('id')),
)
