import { record } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { keepGuest } from '../../../services/guests'

/** A guest becomes a member of the club: on every register to come. */
export default command('PUT /api/roster/:id/keep', { body: record({}) }, async ({ club, user, param }) => {
  await keepGuest(club, user, param('id'))
  return { kept: true }
})
