import { record } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { deleteClass } from '../../../services/classes'

/** Deletes a class of which nothing was recorded. */
export default command('DELETE /api/classes/:id', { body: record({}) }, async ({ club, user, param }) => {
  await deleteClass(club, user.id, param('id'))
  return { deleted: true }
})
