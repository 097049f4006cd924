import { record, slug } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { placeStudent } from '../../../services/students'

/** Places a student in a group by hand; without one they follow their rank again. */
export default command(
  'PUT /api/students/:id/group',
  { body: record({ group: slug().nullable() }) },
  async ({ club, user, param, body }) => placeStudent(club, user.id, param('id'), body.group),
)
