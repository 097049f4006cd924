import { query } from '../../http/route'
import { serverNow } from '../../http/test-clock'
import { rosterFile } from '../../services/people'

/** The roster as CSV. Its name says what is in it. */
export default query('GET /api/roster/file', async ({ event, club, user }) => {
  const text = await rosterFile(club, user, serverNow(event))
  setResponseHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setResponseHeader(event, 'content-disposition', 'attachment; filename="roster-personal-data.csv"')
  return `\uFEFF${text}`
})
