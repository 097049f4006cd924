import { query } from '../http/route'
import { dayIn } from '../services/calendar'
import { roster } from '../services/roster'
import { today } from '../services/today'

export default query('GET /api/today', async ({ club, user }) => {
  const now = Date.now()
  const { zone } = await club.row()
  const [evening, students] = await Promise.all([today(club, now), roster(club, user.role, dayIn(zone, now))])
  return { ...evening, roster: students }
})
