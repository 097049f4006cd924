import { clockNow } from '../../http/clock'
import { query } from '../../http/route'
import { dayIn } from '../../services/calendar'
import { roster } from '../../services/roster'

export default query('GET /api/students', async ({ club, user }) =>
  roster(club, user.role, dayIn((await club.row()).zone, clockNow())),
)
