import { query } from '../../http/route'
import { dayIn } from '../../services/calendar'
import { clubFile } from '../../services/expected'

export default query('GET /api/club/file', async ({ club, user }) =>
  clubFile(club, user.role, dayIn((await club.row()).zone, Date.now())),
)
