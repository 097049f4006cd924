import { record } from '../../../../core/kernel/fields'
import { useDatabase } from '../../../http/database'
import { bareCommand } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { undoMerge } from '../../../services/merging'
import { changeAndSettle } from '../../../services/settle'

/** The two records are two again; then the classes they were in are settled anew. */
export default bareCommand('PUT /api/merges/:id/undone', { body: record({}) }, ({ event, user, param }) =>
  changeAndSettle(useDatabase(), user.clubId, (club) => undoMerge(club, user, param('id'), serverNow(event))),
)
