import { record } from '../../../../../core/kernel/fields'
import { command } from '../../../../http/route'
import { dropRoster } from '../../../../services/roster-imports'

/** Stops an import; nobody on the roster has changed. */
export default command(
  'DELETE /api/roster/imports/:id',
  { body: record({}) },
  async ({ club, user, param }) => {
    await dropRoster(club, user.id, param('id'))
    return { dropped: true }
  },
)
