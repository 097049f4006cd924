import { clubRoute, TEACHERS } from '../../http/club-route'
import { clockTime, day, record, whole } from '../../../core/kernel/fields'
import { eventId } from '../../../core/floor/events'
import { addClass } from '../../services/classes'

const newClassSchema = record({
  planId: eventId(),
  day: day(),
  startTime: clockTime(),
  lengthMin: whole(5, 240),
})

/** Puts a plan on a day. */
export default clubRoute(async ({ club, user, body }) => {
  const wanted = await body(newClassSchema)
  return { id: await addClass(club, { ...wanted, teacherId: user.id }) }
}, TEACHERS)
