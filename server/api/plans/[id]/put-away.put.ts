import { record, yesNo } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { putPlanAway } from '../../../services/plans'

/** Puts it away out of the lists, or takes it out again. */
export default command(
  'PUT /api/plans/:id/put-away',
  { body: record({ putAway: yesNo() }) },
  async ({ club, user, param, body }) => {
    await putPlanAway(club, user.id, param('id'), body.putAway)
    return body
  },
)
