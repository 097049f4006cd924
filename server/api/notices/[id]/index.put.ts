import { command } from '../../../http/route'
import { savedNoticeBody, saveNotice } from '../../../services/notices'

export default command('PUT /api/notices/:id', { body: savedNoticeBody }, ({ club, user, param, body }) =>
  saveNotice(club, user.id, param('id'), body),
)
