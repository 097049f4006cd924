import { record } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { deletePlan } from '../../../services/plans'

/** Deletes a plan that no class has or had. */
export default command('DELETE /api/plans/:id', { body: record({}) }, async ({ club, user, param }) => {
  await deletePlan(club, user.id, param('id'))
  return { deleted: true }
})
