import { clubRoute, TEACHERS } from '../../http/club-route'
import { dayIn } from '../../services/calendar'
import { clubFile } from '../../services/expected'

export default clubRoute(
  async ({ club, user }) => clubFile(club, user.role, dayIn(club.settings.zone, Date.now())),
  TEACHERS,
)
