import { query } from '../../../http/route'
import { findClass, planOfClass } from '../../../services/classes'

/** The plan of a class as a plan file: as it ran, or as it stands. */
export default query('GET /api/classes/:id/plan', async ({ event, club, param }) => {
  const row = await findClass(club, param('id'))
  setResponseHeader(event, 'content-disposition', `attachment; filename="class-${row.day}.plan.json"`)
  return planOfClass(club, row)
})
