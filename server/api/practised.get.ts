import { query } from '../http/route'
import { serverNow } from '../http/test-clock'
import { dayIn } from '../services/calendar'
import { practisedJson } from '../services/practised'

export default query('GET /api/practised', async ({ event, club, user }) => {
  setResponseHeader(event, 'content-type', 'application/json')
  return practisedJson(club, user.role, dayIn((await club.row()).zone, serverNow(event)))
})
