import { clockNow } from '../../../http/clock'
import { query } from '../../../http/route'
import { dayIn } from '../../../services/calendar'
import { findClass } from '../../../services/classes'
import { classForActing } from '../../../services/events'
import { classView } from '../../../services/class-view'

export default query('GET /api/classes/:id', async ({ club, user, param }) => {
  const now = clockNow()
  const { zone } = await classForActing(club, user, param('id'), now)
  const view = await classView(club, await findClass(club, param('id')), user.role, dayIn(zone, now))
  return { ...view, now: clockNow() }
})
