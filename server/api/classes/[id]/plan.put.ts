import { eventId } from '../../../../core/floor/events'
import { record } from '../../../../core/kernel/fields'
import { clubRoute, TEACHERS } from '../../../http/club-route'
import { changePlanOfClass } from '../../../services/classes'

/** Puts another plan on a class that has not begun. */
export default clubRoute(async ({ club, param, body }) => {
  const { planId } = await body(record({ planId: eventId() }))
  await changePlanOfClass(club, param('id'), planId)
  return { planId }
}, TEACHERS)
