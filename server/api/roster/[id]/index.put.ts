import { command } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { savedStudentBody, saveStudent } from '../../../services/people'

export default command(
  'PUT /api/roster/:id',
  { body: savedStudentBody },
  ({ event, club, user, param, body }) => saveStudent(club, user, param('id'), body, serverNow(event)),
)
