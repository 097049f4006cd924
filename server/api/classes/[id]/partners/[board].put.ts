import { partnersAskedSchema } from '../../../../../core/partners/board-partners'
import { useDatabase } from '../../../../http/database'
import { bareCommand } from '../../../../http/route'
import { serverNow } from '../../../../http/test-clock'
import { pairBoard } from '../../../../services/partners'

/** Works out the partners of a board from who is here, and keeps them. */
export default bareCommand(
  'PUT /api/classes/:id/partners/:board',
  { body: partnersAskedSchema },
  ({ event, user, param, body }) =>
    pairBoard(useDatabase(), user, param('id'), param('board'), body, serverNow(event)),
)
