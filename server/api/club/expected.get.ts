import { clockNow } from '../../http/clock'
import { query } from '../../http/route'
import { dayIn } from '../../services/calendar'
import { expectedJson } from '../../services/expected'

export default query('GET /api/club/expected', async ({ event, club, user }) => {
  setResponseHeader(event, 'content-type', 'application/json')
  return expectedJson(club, user.role, dayIn((await club.row()).zone, clockNow()))
})
