import { query } from '../../../http/route'
import { dayIn } from '../../../services/calendar'
import { findClass } from '../../../services/classes'
import { classForActing } from '../../../services/events'
import { roster } from '../../../services/roster'
import { classView } from '../../../services/class-view'

export default query('GET /api/classes/:id', async ({ club, user, param }) => {
  const now = Date.now()
  await classForActing(club, user, param('id'), now)
  const [view, students] = await Promise.all([
    findClass(club, param('id')).then((row) => classView(club, row)),
    club.row().then(({ zone }) => roster(club, user.role, dayIn(zone, now), param('id'))),
  ])
  return { ...view, roster: students, now: Date.now() }
})
