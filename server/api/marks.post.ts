import { clubRoute, TEACHERS } from '../http/club-route'
import { giveMark, markSchema } from '../services/marks'

export default clubRoute(async ({ club, user, body }) => {
  await giveMark(club, user.id, await body(markSchema))
  return { kept: true }
}, TEACHERS)
