import { query } from '../http/route'
import { serverNow } from '../http/test-clock'
import { dayIn } from '../services/calendar'
import { practisedJson } from '../services/practised'

/** With `?for=file` it is written to the trail that it left the house. */
export default query('GET /api/practised', async ({ event, club, user }) => {
  if (getQuery(event).for === 'file') await club.changed('private', 'practised', 'saved as a file', user.id)
  setResponseHeader(event, 'content-type', 'application/json')
  return practisedJson(club, user.role, dayIn((await club.row()).zone, serverNow(event)))
})
