import { clubRoute, TEACHERS } from '../../../http/club-route'
import { eventsOf, findClass, marksOf, planOfClass } from '../../../services/classes'
import { attendanceOfClass } from '../../../services/ledger'

/** The register of a class as an attendance file, in seconds of its plan as it was run. */
export default clubRoute(async ({ event, club, param }) => {
  const row = await findClass(club, param('id'))
  const plan = await planOfClass(club, row)
  const { attendance } = await attendanceOfClass(
    club,
    plan,
    await eventsOf(club, row.id),
    await marksOf(club, row.id),
  )
  setResponseHeader(event, 'content-disposition', `attachment; filename="class-${row.day}.attendance.json"`)
  return attendance
}, TEACHERS)
