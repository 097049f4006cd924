import { z } from 'zod'
import { clubRoute, TEACHERS } from '../../http/club-route'
import { addPlan } from '../../services/plans'

/** Adds a plan, from nothing or from a file. */
export default clubRoute(async ({ club, user, body }) => {
  const { plan } = await body(z.object({ plan: z.unknown() }))
  return { id: await addPlan(club, user.id, plan) }
}, TEACHERS)
