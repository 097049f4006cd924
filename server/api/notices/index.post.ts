import { command } from '../../http/route'
import { addNotice, newNoticeBody } from '../../services/notices'

export default command('POST /api/notices', { body: newNoticeBody }, async ({ club, user, body }) => {
  await addNotice(club, user.id, body)
  return { kept: true }
})
