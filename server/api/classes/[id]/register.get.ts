import { query } from '../../../http/route'
import { findClass, planOfClass } from '../../../services/classes'
import { eventsOf, marksOf } from '../../../services/events'
import { attendanceOfClass } from '../../../heavy/settlement'
import { studentsOfClass } from '../../../services/ledger'
import { threesOf } from '../../../services/partners'

/** The register of a class as an attendance file, in seconds of its plan as it was run. */
export default query('GET /api/classes/:id/register', async ({ event, club, param }) => {
  const row = await findClass(club, param('id'))
  const plan = await planOfClass(club, row)
  const { attendance } = attendanceOfClass(
    plan,
    await eventsOf(club, row.id),
    await marksOf(club, row.id),
    await studentsOfClass(club, row),
    await threesOf(club, row.id, plan),
  )
  setResponseHeader(event, 'content-disposition', `attachment; filename="class-${row.day}.attendance.json"`)
  return attendance
})
