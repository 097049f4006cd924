import { command } from '../../../../http/route'
import { serverNow } from '../../../../http/test-clock'
import { takeOverBody, takeOverRoster } from '../../../../services/roster-imports'

/** Takes a roster file over, all or nothing. */
export default command(
  'POST /api/roster/imports/:id/take-over',
  { body: takeOverBody },
  ({ event, club, user, param, body }) =>
    takeOverRoster(club, user, param('id'), body.rows, serverNow(event)),
)
