import { z } from 'zod'
import { query } from '../../http/route'
import { listClasses } from '../../services/class-list'

const asked = z.object({ after: z.string().max(100).optional().catch(undefined) })

export default query('GET /api/classes', ({ club, event }) =>
  listClasses(club, asked.parse(getQuery(event)).after),
)
