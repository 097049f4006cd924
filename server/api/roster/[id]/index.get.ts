import { query } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { rosterPage } from '../../../services/people'

export default query('GET /api/roster/:id', ({ event, club, user, param }) =>
  rosterPage(club, user, param('id'), serverNow(event)),
)
