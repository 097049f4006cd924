import { clockNow } from '../../../http/clock'
import { query } from '../../../http/route'
import { classForActing } from '../../../services/events'
import { classEvents } from '../../../services/class-view'

/** What was written down of a class until now: what a screen that shows it already still needs. */
export default query('GET /api/classes/:id/events', async ({ club, user, param }) => {
  const { state } = await classForActing(club, user, param('id'), clockNow())
  return { state, ...(await classEvents(club, param('id'))) }
})
