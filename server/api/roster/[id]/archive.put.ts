import { record, yesNo } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { archiveStudent } from '../../../services/people'

export default command(
  'PUT /api/roster/:id/archive',
  { body: record({ archived: yesNo() }) },
  ({ club, user, param, body }) => archiveStudent(club, user, param('id'), body.archived),
)
