import { query } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { classForActing } from '../../../services/events'
import { doorOf } from '../../../services/readers'

export default query('GET /api/classes/:id/door', async ({ event, club, user, param }) => {
  await classForActing(club, user, param('id'), serverNow(event))
  return doorOf(club, param('id'))
})
