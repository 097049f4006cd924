import { query } from '../../http/route'
import { serverNow } from '../../http/test-clock'
import { rosterList } from '../../services/people'

export default query('GET /api/roster', ({ event, club, user }) => rosterList(club, user, serverNow(event)))
