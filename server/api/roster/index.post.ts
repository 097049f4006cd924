import { command } from '../../http/route'
import { serverNow } from '../../http/test-clock'
import { addStudent, newStudentBody } from '../../services/people'

/** Adds a student; the device names the id, so that a retry adds nobody twice. */
export default command('POST /api/roster', { body: newStudentBody }, async ({ event, club, user, body }) => {
  await addStudent(club, user, body, serverNow(event))
  return { id: body.id }
})
