import { command } from '../../http/route'
import { serverNow } from '../../http/test-clock'
import { takeOverBody, takeOverRoster } from '../../services/people'

export default command(
  'POST /api/roster/take-over',
  { body: takeOverBody, most: 8_000_000 },
  ({ event, club, user, body }) => takeOverRoster(club, user, body, serverNow(event)),
)
