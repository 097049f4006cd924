import { record, yesNo } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { putClassAway } from '../../../services/classes'

/** Puts it away out of the lists, or takes it out again. */
export default command(
  'PUT /api/classes/:id/put-away',
  { body: record({ putAway: yesNo() }) },
  async ({ club, user, param, body }) => {
    await putClassAway(club, user.id, param('id'), body.putAway)
    return body
  },
)
