import { query } from '../../http/route'
import { dayIn } from '../../services/calendar'
import { expected } from '../../services/expected'

export default query('GET /api/club/expected', async ({ club, user }) =>
  expected(club, user.role, dayIn((await club.row()).zone, Date.now())),
)
