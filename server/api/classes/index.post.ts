import { clockTime, day, record, whole } from '../../../core/kernel/fields'
import { eventId } from '../../../core/floor/events'
import { command } from '../../http/route'
import { addClass } from '../../services/classes'

const newClassSchema = record({
  planId: eventId(),
  day: day(),
  startTime: clockTime(),
  lengthMin: whole(5, 240),
})

/** Puts a plan on a day. */
export default command('POST /api/classes', { body: newClassSchema }, async ({ club, user, body }) => ({
  id: await addClass(club, { ...body, teacherId: user.id }),
}))
