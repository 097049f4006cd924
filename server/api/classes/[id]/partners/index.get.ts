import { query } from '../../../../http/route'
import { serverNow } from '../../../../http/test-clock'
import { pairsOfClass } from '../../../../services/partners'

export default query('GET /api/classes/:id/partners', ({ event, club, user, param }) =>
  pairsOfClass(club, user, param('id'), serverNow(event)),
)
