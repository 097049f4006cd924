import { query } from '../../http/route'
import { incidentsOf } from '../../services/incidents'
import { recordsOf } from '../../services/one-person'

/** The newest incidents, or with `?student=ID` those of one; reading them is written to the trail. */
export default query('GET /api/incidents', async ({ event, club, user }) => {
  const { student } = getQuery(event)
  const of = typeof student === 'string' ? await recordsOf(club, student) : undefined
  return incidentsOf(club, user.id, of)
})
