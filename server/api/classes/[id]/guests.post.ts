import { command } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { addGuest, guestBody } from '../../../services/guests'

/** Puts a visitor or a trial student on the register of this class; the tap that they are here is an event like any other. */
export default command(
  'POST /api/classes/:id/guests',
  { body: guestBody },
  async ({ event, club, user, param, body }) => {
    await addGuest(club, user, param('id'), body, serverNow(event))
    return { id: body.id }
  },
)
