import { partnersAskedSchema } from '../../../../../core/partners/board-partners'
import { command } from '../../../../http/route'
import { serverNow } from '../../../../http/test-clock'
import { pairBoard } from '../../../../services/partners'

/** Works out the partners of a board from who is here, and keeps them. */
export default command(
  'PUT /api/classes/:id/partners/:board',
  { body: partnersAskedSchema },
  ({ event, club, user, param, body }) =>
    pairBoard(club, user, param('id'), param('board'), body, serverNow(event)),
)
