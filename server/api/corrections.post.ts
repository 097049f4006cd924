import { sightingSchema } from '../../core/people/corrections'
import { command } from '../http/route'
import { serverNow } from '../http/test-clock'
import { tellSighting } from '../services/corrections'

/** Keeps what was seen of a student outside a class: told on their page. */
export default command(
  'POST /api/corrections',
  { body: sightingSchema },
  async ({ event, club, user, body }) => {
    await tellSighting(club, user.id, body, serverNow(event))
    return { kept: true }
  },
)
