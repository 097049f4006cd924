import { z } from 'zod'
import { query } from '../../http/route'
import { listPlans } from '../../services/plans'

const asked = z.object({
  after: z.string().max(100).optional().catch(undefined),
  find: z.string().max(200).optional().catch(undefined),
})

export default query('GET /api/plans', ({ club, event }) => listPlans(club, asked.parse(getQuery(event))))
