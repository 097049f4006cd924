import { command } from '../../../http/route'
import { endedBody, endNotice } from '../../../services/notices'

/** Takes a notice off the list, or puts it back. */
export default command(
  'PUT /api/notices/:id/ended',
  { body: endedBody },
  async ({ club, user, param, body }) => {
    await endNotice(club, user.id, param('id'), body.ended)
    return { ended: body.ended }
  },
)
