import { query } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { personFile } from '../../../services/one-persons-data'

export default query('GET /api/roster/:id/file', ({ event, club, user, param }) =>
  personFile(club, user, param('id'), serverNow(event)),
)
