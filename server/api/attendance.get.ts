import { subWeeks } from 'date-fns'
import { query } from '../http/route'
import { serverNow } from '../http/test-clock'
import { attendanceSince } from '../services/attendance'
import { dayIn } from '../services/calendar'
import { roster } from '../services/roster'

const WEEKS_BACK = 12

/** How everybody came in the last twelve weeks. */
export default query('GET /api/attendance', async ({ event, club, user }) => {
  const { zone } = await club.row()
  const now = serverNow(event)
  const today = dayIn(zone, now)
  const [students, attended] = await Promise.all([
    roster(club, user.role, today),
    attendanceSince(club, dayIn(zone, subWeeks(now, WEEKS_BACK).getTime())),
  ])
  return {
    today,
    students: students.map(({ id, name, rankId, groupId }) => ({
      id,
      name,
      rankId,
      groupId,
      classes: attended.get(id) ?? [],
    })),
  }
})
