import { record } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { dropImport } from '../../../services/imports'

/** Stops an import; nothing of the library has changed. */
export default command('DELETE /api/imports/:id', { body: record({}) }, async ({ club, user, param }) => {
  await dropImport(club, user.id, param('id'))
  return { dropped: true }
})
