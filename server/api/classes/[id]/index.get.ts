import { clubRoute } from '../../../http/club-route'
import { dayIn } from '../../../services/calendar'
import { findClass } from '../../../services/classes'
import { roster } from '../../../services/roster'
import { classView } from '../../../services/today'

export default clubRoute(async ({ club, user, param }) => ({
  ...(await classView(club, await findClass(club, param('id')))),
  roster: await roster(club, user.role, dayIn(club.settings.zone, Date.now())),
}))
