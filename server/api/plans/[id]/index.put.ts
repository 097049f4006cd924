import { z } from 'zod'
import { command } from '../../../http/route'
import { savePlan } from '../../../services/plans'

const saveSchema = z.object({ base: z.int('must be the version the change was made to'), plan: z.unknown() })

/** Saves a plan; 409 with both versions when someone else saved first. */
export default command(
  'PUT /api/plans/:id',
  { body: saveSchema },
  async ({ event, club, user, param, body }) => {
    const outcome = await savePlan(club, user.id, param('id'), body.base, body.plan)
    // Answered rather than thrown: the version set aside must be written.
    if (!outcome.saved) setResponseStatus(event, 409)
    return outcome
  },
)
