import { clockNow } from '../http/clock'
import { query } from '../http/route'
import { mayAsk } from '../../shared/access'
import { dayIn } from '../services/calendar'
import { withLastSeen } from '../services/last-seen'
import { setAside } from '../services/settle'
import { roster } from '../services/roster'
import { today } from '../services/today'

export default query('GET /api/today', async ({ club, user }) => {
  const now = clockNow()
  const { zone } = await club.row()
  const day = dayIn(zone, now)
  const [evening, students, aside] = await Promise.all([
    today(club, now),
    roster(club, user.role, day),
    mayAsk(user.role, 'POST /api/classes/:id/settle') ? setAside(club) : [],
  ])
  return { ...evening, roster: await withLastSeen(club, user.role, day, students), setAside: aside }
})
