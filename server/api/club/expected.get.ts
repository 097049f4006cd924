import { clubRoute, TEACHERS } from '../../http/club-route'
import { dayIn } from '../../services/calendar'
import { expected } from '../../services/expected'

export default clubRoute(
  async ({ club, user }) => expected(club, user.role, dayIn(club.settings.zone, Date.now())),
  TEACHERS,
)
