import { clockNow } from '../../http/clock'
import { query } from '../../http/route'
import { dayIn } from '../../services/calendar'
import { clubFile } from '../../services/expected'

/** It holds personal data: that it left the house is written to the trail. */
export default query('GET /api/club/file', async ({ club, user }) => {
  await club.changed('private', 'club', 'saved as a file', user.id)
  return clubFile(club, user.role, dayIn((await club.row()).zone, clockNow()))
})
