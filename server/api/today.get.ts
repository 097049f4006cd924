import { clubRoute } from '../http/club-route'
import { dayIn } from '../services/calendar'
import { roster } from '../services/roster'
import { today } from '../services/today'

export default clubRoute(async ({ club, user }) => {
  const now = Date.now()
  return {
    ...(await today(club, now)),
    roster: await roster(club, user.role, dayIn(club.settings.zone, now)),
  }
})
