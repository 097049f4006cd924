import { record } from '../../../core/kernel/fields'
import { command } from '../../http/route'
import { endWall } from '../../services/walls'

/** A wall's link ends: whoever has it sees nothing any more. */
export default command('DELETE /api/walls/:id', { body: record({}) }, async ({ club, user, param }) => {
  await endWall(club, user.id, param('id'))
  return { ended: true }
})
