import { command } from '../http/route'
import { giveMark, markSchema } from '../services/marks'

export default command('POST /api/marks', { body: markSchema }, async ({ club, user, body }) => {
  await giveMark(club, user.id, body)
  return { kept: true }
})
