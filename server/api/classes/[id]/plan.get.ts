import { query } from '../../../http/route'
import { findClass, planOfClass } from '../../../services/classes'
import { eventsOf } from '../../../services/events'
import { runOfClass } from '../../../heavy/settlement'

/** The plan of a class as a plan file: as it ran, with what was changed on the floor, or as it stands. */
export default query('GET /api/classes/:id/plan', async ({ event, club, param }) => {
  const row = await findClass(club, param('id'))
  setResponseHeader(event, 'content-disposition', `attachment; filename="class-${row.day}.plan.json"`)
  return runOfClass(await planOfClass(club, row), await eventsOf(club, row.id)).plan
})
