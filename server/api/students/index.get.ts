import { clubRoute } from '../../http/club-route'
import { dayIn } from '../../services/calendar'
import { roster } from '../../services/roster'

export default clubRoute(async ({ club, user }) =>
  roster(club, user.role, dayIn(club.settings.zone, Date.now())),
)
