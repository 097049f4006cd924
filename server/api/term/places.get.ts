import { query } from '../../http/route'
import { serverNow } from '../../http/test-clock'
import { dayIn } from '../../services/calendar'
import { termPlacesFrom } from '../../services/term-places'

export default query('GET /api/term/places', async ({ event, club }) => {
  const { zone } = await club.row()
  return termPlacesFrom(club, dayIn(zone, serverNow(event)))
})
