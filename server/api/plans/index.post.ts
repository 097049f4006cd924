import { z } from 'zod'
import { command } from '../../http/route'
import { addPlan } from '../../services/plans'

/** Adds a plan, from nothing or from a file. */
export default command(
  'POST /api/plans',
  { body: z.object({ plan: z.unknown() }) },
  async ({ club, user, body }) => ({ id: await addPlan(club, user.id, body.plan) }),
)
