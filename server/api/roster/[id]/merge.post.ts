import { useDatabase } from '../../../http/database'
import { bareCommand } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { mergeBody, mergeStudents } from '../../../services/merging'
import { changeAndSettle } from '../../../services/settle'

/** Another record becomes this student's; then the classes it was in are settled anew. */
export default bareCommand(
  'POST /api/roster/:id/merge',
  { body: mergeBody },
  ({ event, user, param, body }) =>
    changeAndSettle(useDatabase(), user.clubId, (club) =>
      mergeStudents(club, user, param('id'), body, serverNow(event)),
    ),
)
