import { z } from 'zod'
import { clubRoute, TEACHERS } from '../../../http/club-route'
import { savePlan } from '../../../services/plans'

const saveSchema = z.object({ base: z.int('must be the version the change was made to'), plan: z.unknown() })

/** Saves a plan; 409 with both versions when someone else saved first. */
export default clubRoute(async ({ event, club, user, param, body }) => {
  const { base, plan } = await body(saveSchema)
  const outcome = await savePlan(club, user.id, param('id'), base, plan)
  // Answered rather than thrown: the version set aside must be written.
  if (!outcome.saved) setResponseStatus(event, 409)
  return outcome
}, TEACHERS)
