import { eventId } from '../../../../core/floor/event'
import { record } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { changePlanOfClass } from '../../../services/classes'

/** Puts another plan on a class that has not begun. */
export default command(
  'PUT /api/classes/:id/plan',
  { body: record({ planId: eventId() }) },
  ({ club, user, param, body }) => changePlanOfClass(club, user.id, param('id'), body.planId),
)
